<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import type { Section } from '$lib/api/client';
  import { SECTION_SIGN, SECTION_WORD } from './clauseText';

  interface Props {
    section: Section;
  }

  let { section }: Props = $props();
  const isGap = (i: number) => {
    const line = section.lines[i]?.line;
    const before = section.lines.slice(0, i).findLast((each) => each.line !== undefined)?.line;
    return line !== undefined && before !== undefined && line > before + 1;
  };
</script>

<ScrolledText label="The section that the clause speaks of" class="my-2 max-h-72">
  <ol class="mono">
    {#each section.lines as line, i (i)}
      <li class="{line.mark} {isGap(i) ? 'gap' : ''}">
        <span class="text-quiet text-right">{line.line === undefined ? '' : line.line + 1}</span>
        <span aria-hidden="true">{SECTION_SIGN[line.mark]}</span>
        <span class="text">{line.text}</span>
        <span class="word">{SECTION_WORD[line.mark]}</span>
      </li>
    {/each}
  </ol>
</ScrolledText>

<style>
  li {
    display: grid;
    grid-template-columns: 2.5rem 1rem minmax(0, 1fr) auto;
    column-gap: 0.5rem;
    padding-inline: 0.5rem;
  }
  .gap {
    border-top: 1px dashed var(--color-base-300);
    margin-top: 0.25rem;
    padding-top: 0.25rem;
  }
  .text {
    white-space: pre;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .HOLDS {
    background: color-mix(in oklab, var(--color-success) 14%, transparent);
  }
  .DEPARTS,
  .MISSING {
    background: color-mix(in oklab, var(--color-error) 14%, transparent);
  }
</style>
