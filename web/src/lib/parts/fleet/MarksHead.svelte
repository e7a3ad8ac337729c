<script lang="ts">
  import Menu from '$lib/parts/form/Menu.svelte';
  import FourMarks from './FourMarks.svelte';
  import { exampleOf, MEANINGS, QUESTIONS } from './fourMarks';
</script>

<Menu
  label="KMSC"
  name="What the marks K, M, S and C mean"
  align="start"
  buttonClass="cursor-help pl-[5px] font-mono text-[10px] font-bold tracking-[10px]"
  class="w-[25rem] p-3 text-[1rem] font-normal whitespace-normal"
>
  <p class="font-semibold">Four questions about each device</p>
  <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-left font-normal">
    {#each QUESTIONS as question (question.key)}
      <dt class="mono font-semibold">{question.letter}</dt>
      <dd><b>{question.word}:</b> {question.asks}</dd>
    {/each}
  </dl>
  <p class="mt-2 font-semibold">and what the marks answer</p>
  <dl class="mt-1 grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1 text-left font-normal">
    {#each MEANINGS as { kind, says } (kind)}
      <dt><FourMarks answers={exampleOf(kind)} /></dt>
      <dd>{says}</dd>
    {/each}
  </dl>
</Menu>
