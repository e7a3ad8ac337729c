<script lang="ts">
  import Preview from '$lib/parts/form/Preview.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { count } from '$lib/text/time';
  import type { StandardPage } from './standardPage.svelte';

  interface Props {
    opened: StandardPage;
  }

  let { opened }: Props = $props();
  const SPANS = [7, 30, 92];
  const MOST = 8;
</script>

<section class="panel min-w-0 p-4" aria-label="Trial on the past">
  <div class="flex items-center gap-2">
    <h2 class="grow">On the past</h2>
    <select class="select w-36" aria-label="How far back" bind:value={opened.days}>
      {#each SPANS as days (days)}<option value={days}>last {days} days</option>{/each}
    </select>
    <button class="btn" disabled={opened.clauses.length === 0} onclick={opened.tryOnPast}>When?</button>
  </div>
  <ProblemNote problem={opened.past.problem} class="mt-3" />
  <Preview of={opened.past}>
    {#if opened.past.value}
      <p class="text-quiet mt-2">
        {count(opened.past.value.revisions, 'revision')} judged{opened.past.value.isWhole
          ? ''
          : '; there are more, of devices further down the alphabet'}.
      </p>
      {#each opened.past.value.clauses as clause (clause.tag)}
        <article class="border-base-300 mt-2 border-t pt-2">
          <p>
            <b>{clause.tag}</b>
            {#if clause.failures.length === 0}<span class="text-success">would have held everywhere</span>
            {:else}<span class="text-error"
                >would have failed {count(clause.failures.length, 'time')} on {count(
                  new Set(clause.failures.map((each) => each.device)).size,
                  'device'
                )}</span
              >{/if}
          </p>
          <ul>
            {#each clause.failures.slice(0, MOST) as failure (`${failure.device} ${failure.from}`)}
              <li class="grid grid-cols-[9rem_1fr] gap-2">
                <span class="font-semibold">{failure.device}</span>
                <span class="text-quiet">
                  {#if failure.from === opened.past.value.from}all along{:else}<When at={failure.from} />{/if}
                  – {#if failure.until}<When at={failure.until} />{:else}now{/if}
                </span>
              </li>
            {/each}
          </ul>
          {#if clause.failures.length > MOST}<p class="text-quiet">
              and {clause.failures.length - MOST} more
            </p>{/if}
        </article>
      {/each}
    {/if}
  </Preview>
</section>
