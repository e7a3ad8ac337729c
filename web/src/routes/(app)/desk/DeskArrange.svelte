<script lang="ts">
  import type { DeskLayout } from '$lib/api/client';
  import { crossed, hiddenToo, PART_WORDS, shifted, type Column, type DeskPart } from './deskLayout';

  interface Props {
    part: DeskPart;
    column: Column;
    layout: DeskLayout;
    onarrange: (layout: DeskLayout) => void;
  }

  let { part, column, layout, onarrange }: Props = $props();
  const at = $derived(layout[column].indexOf(part));
  const word = $derived(PART_WORDS[part]);
</script>

<div
  class="bg-base-200 rounded-field flex flex-wrap items-center gap-1 px-3 py-1"
  role="group"
  aria-label={word}
>
  <b class="grow">{word}</b>
  <button
    class="btn h-7"
    aria-label="{word}: up"
    disabled={at === 0}
    onclick={() => onarrange(shifted(layout, part, -1))}>↑</button
  >
  <button
    class="btn h-7"
    aria-label="{word}: down"
    disabled={at === layout[column].length - 1}
    onclick={() => onarrange(shifted(layout, part, 1))}>↓</button
  >
  <button class="btn h-7" onclick={() => onarrange(crossed(layout, part))}
    >{column === 'main' ? 'To the side' : 'To the middle'}</button
  >
  <button class="btn h-7" onclick={() => onarrange(hiddenToo(layout, part))}>Hide</button>
</div>
