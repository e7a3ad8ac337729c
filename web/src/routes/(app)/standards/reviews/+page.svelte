<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type ReviewRow } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { reviewText } from '$lib/parts/standard/reviewText';
  import StandardTabs from '$lib/parts/standard/StandardTabs.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import ReviewDialog from './ReviewDialog.svelte';

  const rows = new Latest<ReviewRow[]>();
  let begins = $state(false);
  const load = () => rows.ask(need(api.GET('/api/reviews')));

  onMount(() => {
    void load();
    const ends = [
      live.on('fleet', load),
      keys.add([{ key: 'a', says: 'a new review', run: () => session.mayAccount && (begins = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Reviews · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Standards</h1>
    <p class="text-quiet">Results that people sign. What was signed stays as it was.</p>
  </div>
  {#if session.mayAccount}
    <button class="btn btn-primary" onclick={() => (begins = true)}>New review… <kbd>a</kbd></button>
  {/if}
</div>
<StandardTabs />
<ProblemNote problem={rows.problem} class="mt-3" />

{#if rows.value?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No review yet</h2>
    <p class="mt-1">
      A review takes what a standard says of the fleet at a moment; those who are named in it sign, with their
      remarks.
    </p>
  </div>
{:else if rows.value}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows" {@attach rowKeys('review')}>
      <thead><tr><th>Review</th><th>Standard</th><th>Since</th><th>Opened</th><th>Signed</th></tr></thead>
      <tbody>
        {#each rows.value as row (row.number)}
          <tr>
            <th scope="row" class="w-full max-w-0 truncate"
              ><a class="hover:underline" href="/standards/reviews/{row.number}"
                ><span class="text-quiet font-normal">{row.number}</span> {row.title}</a
              ></th
            >
            <td class="whitespace-nowrap">{row.standard}</td>
            <td class="whitespace-nowrap"><When at={row.since} /></td>
            <td class="whitespace-nowrap">{row.madeBy}, <When at={row.madeAt} /></td>
            <td class={['whitespace-nowrap', row.mine && 'text-error font-semibold']}>{reviewText(row)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else if !rows.problem}<p class="text-quiet mt-3">Loading…</p>{/if}

{#if begins}<ReviewDialog oncancel={() => (begins = false)} />{/if}
