<script lang="ts">
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Problem } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { valueText } from '$lib/parts/fleet/queryText';

  let { onclose }: { onclose: () => void } = $props();
  let counts = $state<{ platform: string; model: string; release: string; devices: number }[]>([]);
  let problem = $state<Problem | undefined>();
  const models = $derived([...new Set(counts.map((count) => count.model))]);
  const queryOf = (model: string, release: string) =>
    `/fleet?query=${encodeURIComponent(`model is ${valueText(model)} and release is ${valueText(release)}`)}`;

  onMount(async () => {
    try {
      counts = await need(api.GET('/api/releases'));
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<Dialog title="Releases, model by model" oncancel={onclose}>
  <ProblemNote {problem} />
  <table class="rows mt-2">
    <thead><tr><th>Model</th><th>Releases, with how many devices run them</th></tr></thead>
    <tbody>
      {#each models as model (model)}
        {@const mine = counts.filter((count) => count.model === model)}
        <tr>
          <td class="font-semibold">{model || 'not told'}</td>
          <td>
            {#each mine as count (count.release)}
              <a class="chip mr-1" href={queryOf(model, count.release)} onclick={onclose}
                ><span class="mono">{count.release || 'not told'}</span>
                <span class="text-quiet">{count.devices}</span></a
              >
            {/each}
            {#if mine.length > 1}<span class="text-warning">{mine.length} levels</span>{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  <button class="btn mt-3" onclick={onclose}>Close</button>
</Dialog>
