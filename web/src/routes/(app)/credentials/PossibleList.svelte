<script lang="ts">
  import { api, asProblem, need, type Possible, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import type { Protocol } from '$lib/text/logIns';
  import { together } from './possible';

  interface Props {
    protocols: Protocol[];
    files: 'PLATFORM' | 'SCP' | 'SFTP' | 'HTTPS' | 'NONE';
  }

  let { protocols, files }: Props = $props();
  let platforms = $state<Possible[]>([]);
  let problem = $state<Problem | undefined>();

  // What was asked last counts: answers may overtake each other.
  let asked = 0;

  $effect(() => {
    const mine = ++asked;
    need(api.GET('/api/credential-sets/possible', { params: { query: { protocols, files } } }))
      .then((found) => {
        if (mine !== asked) return;
        platforms = found;
        problem = undefined;
      })
      .catch((thrown) => (problem = asProblem(thrown)));
  });
</script>

{#if problem}<ProblemNote {problem} />{/if}
<dl aria-live="polite">
  {#each together(platforms) as same (same.titles.join())}
    <div class="border-base-300 border-b py-2 last:border-0">
      <dt class="font-semibold">{same.titles.join(', ')}</dt>
      {#if same.can.length > 0}<dd class="text-success">{same.can.join(', ')}</dd>{/if}
      {#each same.cannot as each (each.what)}
        <dd>no {each.what} <span class="text-quiet">{each.why}</span></dd>
      {/each}
    </div>
  {/each}
</dl>
