<script lang="ts">
  import { asProblem, type Problem } from '$lib/api/client';
  import { LIST_FORMATS, saveFrom } from '$lib/files/saveFile';
  import ProblemNote from './ProblemNote.svelte';

  interface Props {
    /** Where the list is, without the ending. */
    path: string;
    /** What is asked for, as it stands in the address. */
    query: string;
  }

  let { path, query }: Props = $props();
  let problem = $state.raw<Problem | undefined>();

  async function save(ending: string) {
    problem = undefined;
    await saveFrom(`${path}.${ending}${query && '?'}${query}`).catch(
      (thrown) => (problem = asProblem(thrown))
    );
  }
</script>

{#each LIST_FORMATS as ending (ending)}
  <li>
    <button class="btn btn-ghost w-full justify-start" onclick={() => save(ending)}
      >This list as {ending.toUpperCase()}</button
    >
  </li>
{/each}
{#if problem}<li><ProblemNote {problem} /></li>{/if}
