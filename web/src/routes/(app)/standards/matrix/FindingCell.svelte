<script lang="ts">
  import { api, need, type FindingRow } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import FindingLines from '$lib/parts/standard/FindingLines.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    standard: string;
    device: string;
    tag: string;
  }

  let { standard, device, tag }: Props = $props();
  const found = new Latest<FindingRow | undefined>();

  const ask = async () => {
    const query = { standard, device, tag, state: 'STANDING', size: 1 } as const;
    return (await need(api.GET('/api/findings', { params: { query } }))).findings[0];
  };
  whenever(
    () => `${standard} ${device} ${tag}`,
    () => void found.ask(ask())
  );
</script>

<ProblemNote problem={found.problem} />
{#if found.value}
  <div class="max-w-4xl">
    <FindingLines finding={found.value} />
    <p class="text-quiet mt-2">
      Since <When at={found.value.since} />{#if found.value.who}, brought by <Who
          who={found.value.who}
        />{/if}.
    </p>
  </div>
{/if}
