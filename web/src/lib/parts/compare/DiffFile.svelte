<script lang="ts">
  import { asProblem, type Problem } from '$lib/api/client';
  import Menu from '$lib/parts/form/Menu.svelte';
  import { LIST_FORMATS } from '$lib/files/saveFile';
  import WithSecrets from '$lib/parts/form/WithSecrets.svelte';
  import { saveComparison, saveDiff, type Pair } from '$lib/files/diffFile';

  interface Props {
    pair: Pair;
    /** Of the file, without its ending. */
    name: string;
    onproblem: (problem: Problem) => void;
  }

  let { pair, name, onproblem }: Props = $props();

  const told = (thrown: unknown) => onproblem(asProblem(thrown));
  const save = (withSecrets: boolean) => saveDiff(pair, name, withSecrets).catch(told);
</script>

<span class="join">
  <Menu label="Export" name="Export the comparison" buttonClass="btn" class="mt-1 w-72">
    <p class="text-quiet px-2 pb-1">With masks in place of secrets</p>
    <button class="btn btn-ghost w-full justify-start" onclick={() => save(false)}>As .diff for patch</button>
    {#each LIST_FORMATS as format (format)}
      <button
        class="btn btn-ghost w-full justify-start"
        onclick={() => saveComparison(pair, name, format).catch(told)}>As {format.toUpperCase()}</button
      >
    {/each}
  </Menu>
  <WithSecrets what="the difference" onyes={() => save(true)} />
</span>
