<script lang="ts">
  import DifferenceRows from './DifferenceRows.svelte';
  import { counts, type StructureLine } from './structureRows';

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

  const kinds = $derived(
    lines.map((line) =>
      line.type === 'path' ? 'same' : counts(line.kind) ? line.kind.toLowerCase() : 'noise'
    )
  );
</script>

<DifferenceRows label="Comparison by structure" {kinds} size={22} {at} {hits}>
  {#snippet titles()}
    <div class="titles mono">
      <span></span><span class="text-quiet">attribute</span><span>{beforeTitle}</span><span>{afterTitle}</span
      >
    </div>
  {/snippet}
  {#snippet row(index, marks, start)}
    {@const line = lines[index]}
    {#if line?.type === 'path'}
      <div class={['line path', ...marks]} style:top="{start}px" title={line.path.join(' › ')}>
        {line.path.length === 0 ? 'at the top' : line.path.join(' › ')}
      </div>
    {:else if line}
      {@const kind = counts(line.kind) ? line.kind.toLowerCase() : 'noise'}
      <div
        class={['line difference', ...marks]}
        style:top="{start}px"
        role="presentation"
        onclick={() => onpick?.(index)}
      >
        <span class="sign {kind}" aria-label={line.said}>{line.sign}</span>
        <span class="cell" title={line.attribute || line.said}
          >{#if line.attribute}{line.attribute}{:else}<i class="text-quiet">{line.said}</i>{/if}</span
        >
        <span class={['cell ground', line.before !== undefined && kind]} title={line.before}
          >{#if line.beforeLine}<small>{line.beforeLine}</small>{/if}{line.before ?? ''}</span
        >
        <span class={['cell ground', line.after !== undefined && kind]} title={line.after}
          >{#if line.afterLine}<small>{line.afterLine}</small>{/if}{line.after ?? ''}</span
        >
      </div>
    {/if}
  {/snippet}
</DifferenceRows>

<style>
  .titles,
  .difference {
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) minmax(0, 1.4fr) minmax(0, 1.4fr);
  }
  .titles {
    padding-right: 14px;
  }
  .titles span {
    padding: 3px 8px;
  }
  .line {
    height: 22px;
    line-height: 22px;
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
  .hit {
    outline: 1px solid var(--act-text);
    outline-offset: -1px;
  }
</style>
