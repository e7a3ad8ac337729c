<script lang="ts">
  import { fillsRest } from '../form/fillsRest';
  import OverviewStrip from './OverviewStrip.svelte';
  import { counts, type StructureLine } from './structureRows';
  import { virtualRows } from '../form/virtualRows.svelte';

  interface Props {
    lines: readonly StructureLine[];
    beforeTitle: string;
    afterTitle: string;
    /** The line to bring into view and mark, as an index. */
    at?: number | undefined;
    /** Lines that hold what the reader looks for. */
    hits?: ReadonlySet<number>;
    /** The reader points at a line. */
    onpick?: (index: number) => void;
  }

  let { lines, beforeTitle, afterTitle, at, hits, onpick }: Props = $props();
  let box: HTMLDivElement | undefined = $state();

  const rows = virtualRows({ box: () => box, count: () => lines.length, size: 22, at: () => at });

  const kinds = $derived(
    lines.map((line) =>
      line.type === 'path' ? 'same' : counts(line.kind) ? line.kind.toLowerCase() : 'noise'
    )
  );
</script>

<div class="panel overflow-hidden">
  <div class="titles mono">
    <span></span><span class="text-quiet">attribute</span><span>{beforeTitle}</span><span>{afterTitle}</span>
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
      aria-label="Comparison by structure"
    >
      <div class="relative" style:height="{$rows.getTotalSize()}px">
        {#each $rows.getVirtualItems() as item (item.key)}
          {@const line = lines[item.index]}
          {#if line?.type === 'path'}
            <div
              class={['line path', item.index === at && 'here', hits?.has(item.index) && 'hit']}
              style:top="{item.start}px"
              title={line.path.join(' › ')}
            >
              {line.path.length === 0 ? 'at the top' : line.path.join(' › ')}
            </div>
          {:else if line}
            {@const kind = counts(line.kind) ? line.kind.toLowerCase() : 'noise'}
            <div
              class={['line difference', item.index === at && 'here', hits?.has(item.index) && 'hit']}
              style:top="{item.start}px"
              role="presentation"
              onclick={() => onpick?.(item.index)}
            >
              <span class="sign {kind}" aria-label={line.said}>{line.sign}</span>
              <span class="cell" title={line.attribute || line.said}
                >{#if line.attribute}{line.attribute}{:else}<i class="text-quiet">{line.said}</i>{/if}</span
              >
              <span class={['cell', line.before !== undefined && kind]} title={line.before}
                >{#if line.beforeLine}<small>{line.beforeLine}</small>{/if}{line.before ?? ''}</span
              >
              <span class={['cell', line.after !== undefined && kind]} title={line.after}
                >{#if line.afterLine}<small>{line.afterLine}</small>{/if}{line.after ?? ''}</span
              >
            </div>
          {/if}
        {/each}
      </div>
    </div>
    <OverviewStrip {kinds} {at} onjump={(index) => $rows.scrollToIndex(index, { align: 'center' })} />
  </div>
</div>

<style>
  .titles,
  .difference {
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) minmax(0, 1.4fr) minmax(0, 1.4fr);
  }
  .titles {
    color: var(--quiet);
    border-bottom: 1px solid var(--color-base-300);
    padding-right: 14px;
  }
  .titles span {
    padding: 3px 8px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .box {
    overflow-y: auto;
    background: var(--card);
  }
  .line {
    position: absolute;
    left: 0;
    right: 0;
    height: 22px;
    line-height: 22px;
    white-space: pre;
  }
  .path {
    padding: 0 10px;
    background: var(--color-base-200);
    font-weight: 700;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .cell {
    padding: 0 8px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .cell small {
    display: inline-block;
    min-width: 34px;
    margin-right: 10px;
    text-align: right;
    color: var(--quiet);
    user-select: none;
  }
  .sign {
    text-align: center;
    font-weight: 700;
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
  .cell.added {
    background: var(--added);
  }
  .cell.removed {
    background: var(--removed);
  }
  .cell.modified {
    background: var(--modified);
  }
  .cell.moved {
    background: var(--color-base-200);
  }
  .cell.noise {
    color: var(--quiet);
    font-style: italic;
  }
  .hit {
    outline: 1px solid var(--act-text);
    outline-offset: -1px;
  }
  .here {
    box-shadow: inset 3px 0 0 var(--act-text);
  }
</style>
