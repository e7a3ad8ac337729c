<script lang="ts">
  import Preview from '$lib/parts/form/Preview.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { VERDICT } from '$lib/parts/standard/clauseText';
  import { draft } from '$lib/state/draft.svelte';
  import type { StandardPage } from './standardPage.svelte';

  interface Props {
    opened: StandardPage;
  }

  let { opened }: Props = $props();
  const moved = $derived((opened.change.value ?? []).filter(({ before, after }) => before !== after));
</script>

{#if draft.row}
  <section class="panel min-w-0 p-4" aria-label="Trial on the draft change">
    <div class="flex items-center gap-2">
      <h2 class="grow">
        On C-{draft.row.number} <span class="text-quiet font-normal">{draft.row.title}</span>
      </h2>
      <button class="btn" disabled={opened.clauses.length === 0} onclick={opened.tryOnChange}>Try it</button>
    </div>
    <ProblemNote problem={opened.change.problem} class="mt-3" />
    <Preview of={opened.change}>
      {#if opened.change.value}
        {#each moved as each (each.device + each.tag)}
          <p class="mt-2">
            <b>{each.tag}</b> on {each.device}: {VERDICT[each.before]} now,
            <span class={each.after === 'FAIL' ? 'text-error font-semibold' : 'text-success'}
              >{VERDICT[each.after]} after it</span
            >
          </p>
        {:else}
          <p class="text-quiet mt-2">It alters no verdict of {opened.change.value.length} that are asked.</p>
        {/each}
      {/if}
    </Preview>
  </section>
{/if}
