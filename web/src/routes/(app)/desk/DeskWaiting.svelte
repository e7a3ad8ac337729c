<script lang="ts">
  import type { CaseRow, ChangeRow, ReviewRow } from '$lib/api/client';

  interface Props {
    changes: readonly ChangeRow[];
    /** That are open and for whoever looks. */
    cases: readonly CaseRow[];
    /** That whoever looks is to sign. */
    reviews: readonly ReviewRow[];
  }

  let { changes, cases, reviews }: Props = $props();
</script>

<section class="panel px-4 py-3" aria-label="Waiting for somebody">
  <h2>Waiting for somebody</h2>
  {#each cases as each (each.number)}
    <a class="mt-1 block hover:underline" href="/cases/{each.number}"
      ><b>Case {each.number}</b> · {each.title}
      <span class="text-quiet block">for you{each.dueOn ? `, due ${each.dueOn}` : ''}, by {each.madeBy}</span
      ></a
    >
  {/each}
  {#each reviews as review (review.number)}
    <a class="mt-1 block hover:underline" href="/standards/reviews/{review.number}"
      ><b>Review {review.number}</b> · {review.title}
      <span class="text-quiet block">for you to sign, by {review.madeBy}</span></a
    >
  {/each}
  {#each changes as change (change.number)}
    <a class="mt-1 block hover:underline" href="/changes/{change.number}"
      ><b>C-{change.number}</b> · {change.title}
      <span class="text-quiet block"
        >{change.state === 'PROPOSED' ? 'for approval' : 'stuck'}, by {change.madeBy}</span
      ></a
    >
  {/each}
  {#if changes.length + cases.length + reviews.length === 0}<p class="text-quiet">Nothing waits.</p>{/if}
</section>
