<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Removal } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { live } from '$lib/state/live.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';

  let removals = $state.raw<Removal[] | undefined>();
  const doing = new Doing(async () => (removals = await need(api.GET('/api/removals'))));
  const undo = (id: number) =>
    doing.act(() => need(api.POST('/api/removals/{id}/undo', { params: { path: { id } } })));

  onMount(() => {
    doing.load();
    return live.on('fleet', doing.load);
  });
</script>

<svelte:head><title>Lately removed · Chaperone</title></svelte:head>

<h1>Lately removed</h1>
<p class="text-quiet">
  What was removed or moved can be put back from here for as long as the settings keep it, 30 days as shipped.
</p>
<ProblemNote problem={doing.problem} class="mt-3" />

{#if removals?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Nothing was removed</h2>
    <p class="mt-1">
      Groups, views, routines, sites, templates, standards, notes, labels, pairs and the arrangement of the
      map come here when somebody removes them.
    </p>
  </div>
{:else if removals}
  <div class="panel mt-4 max-w-5xl overflow-x-auto">
    <table class="rows" {@attach rowKeys('line')}>
      <thead><tr><th></th><th>Removed</th><th>What</th><th>By</th><th>When</th></tr></thead>
      <tbody>
        {#each removals as each (each.id)}
          <tr>
            <td class="w-32">
              {#if each.undoneBy}<span class="text-quiet">put back by {each.undoneBy}</span>
              {:else}<button
                  class="btn h-7"
                  aria-label="Undo: {each.what} {each.name}"
                  onclick={() => undo(each.id)}>Undo</button
                >{/if}
            </td>
            <td class="max-w-96 truncate font-semibold" title={each.name}>{each.name}</td>
            <td>{each.what}</td>
            <td>{each.removedBy}</td>
            <td class="whitespace-nowrap"><When at={each.removedAt} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
