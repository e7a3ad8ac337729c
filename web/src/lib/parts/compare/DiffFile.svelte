<script lang="ts">
  import { asProblem, type Problem } from '$lib/api/client';
  import WithSecrets from '$lib/parts/form/WithSecrets.svelte';
  import { saveDiff, type Pair } from '$lib/state/diffFile';

  interface Props {
    pair: Pair;
    /** Of the file, without its ending. */
    name: string;
    onproblem: (problem: Problem) => void;
  }

  let { pair, name, onproblem }: Props = $props();

  const save = (withSecrets: boolean) =>
    saveDiff(pair, name, withSecrets).catch((thrown: unknown) => onproblem(asProblem(thrown)));
</script>

<span class="join">
  <button class="btn" title="For patch, with masks in place of secrets" onclick={() => save(false)}
    >Export .diff</button
  >
  <WithSecrets what="the difference" onyes={() => save(true)} />
</span>
