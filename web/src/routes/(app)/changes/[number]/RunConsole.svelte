<script lang="ts">
  import type { RunDevice } from '$lib/api/client';
  import StepsConsole from '$lib/parts/console/StepsConsole.svelte';

  let { line }: { line: RunDevice } = $props();

  const WRITES = ['LOADING', 'KEEPING', 'GIVING_BACK'];
  const WORDS = {
    READING: 'fresh copy',
    LOADING: 'load',
    CHECKING: 'compare with preview',
    KEEPING: 'keep',
    GIVING_BACK: 'put back',
    PROBING: 'what stands there?'
  };
</script>

<StepsConsole device={line.device} steps={line.steps} words={WORDS} writes={WRITES} />
