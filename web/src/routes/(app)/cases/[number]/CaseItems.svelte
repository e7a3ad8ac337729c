<script lang="ts">
  import { api, need, type Case, type CaseItem } from '$lib/api/client';
  import { itemPath, itemTitle } from '$lib/parts/case/caseText';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Repairs } from '$lib/parts/standard/repairs.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    number: number;
    items: readonly CaseItem[];
    onchanged: (next: Case) => void;
  }

  let { number, items, onchanged }: Props = $props();
  const repairs = new Repairs();
  let taken = 0;
  const failing = $derived(items.filter(({ fails }) => fails));
  const settled = $derived(items.filter(({ isSettled }) => isSettled).length);

  const repair = () =>
    repairs.send(
      failing.flatMap(({ device, standard, tag }) =>
        device && standard && tag ? [{ device, standard, tag }] : []
      )
    );

  const taking = new Submission(async () => {
    const path = { number, id: taken };
    onchanged(await need(api.DELETE('/api/cases/{number}/items/{id}', { params: { path } })));
  });

  function take(id: number) {
    taken = id;
    return taking.send();
  }
</script>

<section class="panel p-4" aria-label="What it is about">
  <h2>
    What it is about
    {#if items.length > 0}<span class="text-quiet font-normal"
        >{settled} of {count(items.length, 'thing')} settled</span
      >{/if}
  </h2>
  <ProblemNote problem={repairs.sending.problem ?? taking.problem} class="mt-2" />
  {#if items.length > 0}
    <table class="rows mt-2" {@attach rowKeys('thing')}>
      <thead class="sr-only"><tr><th>What, and how it stands</th><th>Put in</th><th></th></tr></thead>
      <tbody>
        {#each items as item (item.id)}
          <tr class={item.isSettled ? 'text-quiet' : ''}>
            <th scope="row" class="w-full max-w-0"
              ><a class="hover:underline" href={itemPath(item)}>{itemTitle(item)}</a>
              {#if item.standard}<span class="text-quiet font-normal">{item.standard}</span>{/if}
              <span
                class={['block truncate font-normal', item.isSettled ? 'text-quiet' : 'text-error']}
                title={item.said}>{item.said}</span
              ></th
            >
            <td class="text-quiet whitespace-nowrap">{item.addedBy}, <When at={item.addedAt} /></td>
            <td>
              {#if session.mayAccount}<button
                  class="btn btn-sm whitespace-nowrap"
                  aria-label="Take {itemTitle(item)} out"
                  disabled={taking.isSending}
                  onclick={() => take(item.id)}>Take out</button
                >{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {:else}
    <p class="text-quiet mt-1">
      Nothing yet. Findings, drifts, changes and devices are put in from their own pages.
    </p>
  {/if}
  {#if session.mayAct && failing.length > 0}
    <button class="btn btn-primary mt-3" disabled={repairs.sending.isSending} onclick={repair}
      >Repair {failing.length === 1 ? 'what fails' : `all ${failing.length} that fail`}</button
    >
  {/if}
  {#if repairs.done}<p role="status" class="mt-2">{repairs.done}</p>{/if}
</section>
