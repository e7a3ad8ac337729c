<script lang="ts">
  import type { Problem } from '$lib/api/client';

  interface Props {
    /** Nothing is shown without one. */
    problem: Problem | undefined;
    class?: string;
    /** Whether its places are listed too; a page that shows them itself wants none. */
    lists?: boolean;
    /** Goes to a place of the text that was sent; without it the places are only named. */
    ongo?: (line: number, column: number) => void;
  }

  let { problem, class: place = '', lists = true, ongo }: Props = $props();

  const named = (line: number, column: number) =>
    `line ${line + 1}${column > 0 || ongo ? `, column ${column + 1}` : ''}`;
</script>

{#if problem}
  <div role="alert" class="border-error bg-removed rounded-field border px-3 py-2 {place}">
    <p class="font-semibold">{problem.meaning}</p>
    <p>{problem.advice}</p>
    {#if lists && problem.places.length > 1}
      <ul class="mt-1 max-h-44 list-disc overflow-y-auto pl-5">
        {#each problem.places as { line, column, message }, i (i)}
          <li>
            {#if ongo}<button type="button" class="underline" onclick={() => ongo(line, column)}
                >{named(line, column)}</button
              >{:else}{named(line, column)}{/if}: {message}
          </li>
        {/each}
      </ul>
    {/if}
  </div>
{/if}
