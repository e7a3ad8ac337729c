<script lang="ts">
  import { SIGN, widest, type Cell, type FoldLine, type Line } from './compareRows';
  import DifferenceRows from './DifferenceRows.svelte';

  interface Props {
    lines: readonly Line[];
    layout: 'side' | 'one';
    beforeTitle: string;
    afterTitle: string;
    /** The row to bring into view and mark, as an index into the lines. */
    at?: number;
    /** Rows that hold what the reader looks for. */
    hits?: ReadonlySet<number>;
    onunfold: (fold: FoldLine) => void;
    /** The reader points at a row. */
    onpick?: (index: number) => void;
  }

  let { lines, layout, beforeTitle, afterTitle, at, hits, onunfold, onpick }: Props = $props();

  // A character of the monospaced face is a little over half its height wide; numbers and signs stand beside.
  const columns = $derived(layout === 'side' ? 2 : 1);
  const least = $derived(`calc(${columns * (widest(lines) + 1)}ch + ${columns * 52 + 26}px)`);

  const label: Record<string, string> = {
    '+': 'added',
    '−': 'removed',
    '~': 'modified',
    '»': 'moved',
    '≈': 'noise'
  };
  const kinds = $derived(lines.map((line) => (line.type === 'row' ? line.kind.toLowerCase() : 'same')));
</script>

{#snippet gap(line: Line)}
  {#if line.type === 'row' && line.elsewhere}<span class="elsewhere"
      >{line.before ? 'moved to' : 'moved from'} line {line.elsewhere}</span
    >{/if}
{/snippet}

{#snippet content(cell: Cell | undefined)}
  {#if cell}{#each cell.spans as span, i (i)}{#if span.changed}<b>{span.text}</b
        >{:else}{span.text}{/if}{/each}{/if}
{/snippet}

<DifferenceRows label="Comparison" {kinds} size={20} {least} {at} {hits}>
  {#snippet titles()}
    <div class={['titles mono', layout]}>
      <span>{beforeTitle}</span><span>{afterTitle}</span>
    </div>
  {/snippet}
  {#snippet row(index, marks, start)}
    {@const line = lines[index]}
    {#if line?.type === 'fold'}
      <button class="line fold" style:top="{start}px" onclick={() => onunfold(line)}>
        ⋯ {line.count.toLocaleString('en-GB')} equal lines
      </button>
    {:else if line}
      {@const sign = SIGN[line.kind]}
      {@const kind = line.kind.toLowerCase()}
      <div
        class={['line', layout, ...marks]}
        style:top="{start}px"
        role="presentation"
        onclick={() => onpick?.(index)}
      >
        {#if layout === 'side'}
          <span class={['number ground', line.before && kind]}>{line.before?.number ?? ''}</span>
          <span class={['text ground', line.before ? kind : 'gap']}
            >{@render content(line.before)}{#if !line.before}{@render gap(line)}{/if}</span
          >
          <span class="sign {kind}" aria-label={label[sign]}>{sign}</span>
          <span class={['number ground', line.after && kind]}>{line.after?.number ?? ''}</span>
          <span class={['text ground', line.after ? kind : 'gap']}
            >{@render content(line.after)}{#if !line.after}{@render gap(line)}{/if}</span
          >
        {:else}
          {@const ground = line.kind === 'MODIFIED' ? (line.after ? 'added' : 'removed') : kind}
          <span class={['number ground', ground]}>{line.before?.number ?? ''}</span>
          <span class={['number ground', ground]}>{line.after?.number ?? ''}</span>
          <span class="sign {kind}" aria-label={label[sign]}>{sign}</span>
          <span class={['text ground', ground]}
            >{@render content(line.after ?? line.before)}{#if line.elsewhere}&nbsp; {@render gap(
                line
              )}{/if}</span
          >
        {/if}
      </div>
    {/if}
  {/snippet}
</DifferenceRows>

<style>
  .titles {
    grid-template-columns: 1fr 1fr;
  }
  .titles span {
    padding: 3px 12px;
  }
  .titles.side span:last-child {
    padding-left: 26px;
  }
  .line {
    height: 20px;
  }
  .line.side {
    display: grid;
    grid-template-columns: 52px minmax(0, 1fr) 26px 52px minmax(0, 1fr);
  }
  .line.one {
    display: grid;
    grid-template-columns: 52px 52px 26px minmax(0, 1fr);
  }
  .number {
    text-align: right;
    padding-right: 10px;
    color: var(--quiet);
    user-select: none;
  }
  .text {
    overflow: hidden;
  }
  .elsewhere {
    color: var(--quiet);
    background: var(--card);
    padding: 0 6px;
    font-style: italic;
  }
  .hit .text {
    outline: 1px solid var(--act-text);
    outline-offset: -1px;
  }
  .text b {
    font-weight: 700;
    text-decoration: underline 2px var(--underline);
    text-underline-offset: 3px;
  }
  .gap {
    background: repeating-linear-gradient(-45deg, transparent 0 6px, var(--color-base-200) 6px 12px);
  }
  .fold {
    background: var(--color-base-200);
    color: var(--quiet);
    text-align: left;
    padding-left: 60px;
    width: 100%;
    cursor: pointer;
  }
  .fold:hover {
    color: var(--act-text);
  }
</style>
