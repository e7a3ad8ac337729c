<script lang="ts">
  import { api, need, type Possible } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import type { Protocol } from '$lib/text/logIns';
  import { together } from './possible';
  import { whenever } from '$lib/state/whenever.svelte';
  import { Latest } from '$lib/state/latest.svelte';

  interface Props {
    protocols: Protocol[];
    files: 'PLATFORM' | 'SCP' | 'SFTP' | 'HTTPS' | 'NONE';
  }

  let { protocols, files }: Props = $props();
  const possible = new Latest<Possible[]>();
  const platforms = $derived(possible.value ?? []);

  whenever(
    () => ({ protocols, files }),
    (query) => possible.ask(need(api.GET('/api/credential-sets/possible', { params: { query } })))
  );
</script>

<ProblemNote problem={possible.problem} />
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
