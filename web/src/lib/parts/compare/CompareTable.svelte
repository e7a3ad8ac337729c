<script lang="ts">
  import { SIGN, widest, type Cell, type FoldLine, type Line } from './compareRows';
  import { fillsRest } from '../form/fillsRest';
  import OverviewStrip from './OverviewStrip.svelte';
  import { virtualRows } from '../form/virtualRows.svelte';

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
  let box: HTMLDivElement | undefined = $state();

  const rows = virtualRows({ box: () => box, count: () => lines.length, size: 20, at: () => at });

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
  const jump = (index: number) => $rows.scrollToIndex(index, { align: 'center' });
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

<div class="panel overflow-hidden">
  <div class={['titles mono', layout]}>
    <span>{beforeTitle}</span><span>{afterTitle}</span>
  </div>
  <div class="flex">
    <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div
      bind:this={box}
      use:fillsRest
      class="box mono grow"
      tabindex="0"
      role="region"
      aria-label="Comparison"
    >
      <div class="relative" style:height="{$rows.getTotalSize()}px" style:min-width={least}>
        {#each $rows.getVirtualItems() as item (item.key)}
          {@const line = lines[item.index]}
          {#if line?.type === 'fold'}
            <button class="line fold" style:top="{item.start}px" onclick={() => onunfold(line)}>
              ⋯ {line.count.toLocaleString('en-GB')} equal lines
            </button>
          {:else if line}
            {@const sign = SIGN[line.kind]}
            {@const kind = line.kind.toLowerCase()}
            <div
              class={['line', layout, item.index === at && 'here', hits?.has(item.index) && 'hit']}
              style:top="{item.start}px"
              role="presentation"
              onclick={() => onpick?.(item.index)}
            >
              {#if layout === 'side'}
                <span class={['number', line.before && kind]}>{line.before?.number ?? ''}</span>
                <span class={['text', line.before ? kind : 'gap']}
                  >{@render content(line.before)}{#if !line.before}{@render gap(line)}{/if}</span
                >
                <span class="sign {kind}" aria-label={label[sign]}>{sign}</span>
                <span class={['number', line.after && kind]}>{line.after?.number ?? ''}</span>
                <span class={['text', line.after ? kind : 'gap']}
                  >{@render content(line.after)}{#if !line.after}{@render gap(line)}{/if}</span
                >
              {:else}
                {@const ground = line.kind === 'MODIFIED' ? (line.after ? 'added' : 'removed') : kind}
                <span class={['number', ground]}>{line.before?.number ?? ''}</span>
                <span class={['number', ground]}>{line.after?.number ?? ''}</span>
                <span class="sign {kind}" aria-label={label[sign]}>{sign}</span>
                <span class={['text', ground]}
                  >{@render content(line.after ?? line.before)}{#if line.elsewhere}&nbsp; {@render gap(
                      line
                    )}{/if}</span
                >
              {/if}
            </div>
          {/if}
        {/each}
      </div>
    </div>
    <OverviewStrip {kinds} {at} onjump={jump} />
  </div>
</div>

<style>
  .titles {
    display: grid;
    grid-template-columns: 1fr 1fr;
    color: var(--quiet);
    border-bottom: 1px solid var(--color-base-300);
  }
  .titles span {
    padding: 3px 12px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .titles.side span:last-child {
    padding-left: 26px;
  }
  .box {
    overflow: auto;
    background: var(--card);
  }
  .line {
    position: absolute;
    left: 0;
    right: 0;
    height: 20px;
    white-space: pre;
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
  .sign {
    text-align: center;
    font-weight: 700;
    user-select: none;
  }
  .sign.added {
    color: var(--color-success);
  }
  .sign.removed {
    color: var(--color-error);
  }
  .sign.modified {
    color: var(--color-warning);
  }
  .sign.moved {
    color: var(--color-info);
  }
  .text.moved,
  .number.moved {
    background: var(--color-base-200);
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
  .text.added,
  .number.added {
    background: var(--added);
  }
  .text.removed,
  .number.removed {
    background: var(--removed);
  }
  .text.modified,
  .number.modified {
    background: var(--modified);
  }
  .noise {
    color: var(--quiet);
    font-style: italic;
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
  .here {
    box-shadow: inset 3px 0 0 var(--act-text);
  }
</style>
