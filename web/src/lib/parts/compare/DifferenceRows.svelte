<script lang="ts">
  import type { Snippet } from 'svelte';
  import { fillsRest } from '../form/fillsRest';
  import { virtualRows } from '../form/virtualRows.svelte';
  import OverviewStrip from './OverviewStrip.svelte';

  interface Props {
    /** Read out for the part that scrolls. */
    label: string;
    /** What kind of difference each row is, for the strip beside; "same" for none. */
    kinds: readonly string[];
    /** Height of a row in pixels. */
    size: number;
    /** Width that the longest row needs. */
    least?: string;
    /** The row to bring into view and mark. */
    at?: number | undefined;
    /** Rows that hold what the reader looks for. */
    hits?: ReadonlySet<number> | undefined;
    titles: Snippet;
    /** A row by its index, with its marks as classes and where it begins in pixels. */
    row: Snippet<[number, (string | false | undefined)[], number]>;
  }

  let { label, kinds, size, least, at, hits, titles, row }: Props = $props();
  let box: HTMLDivElement | undefined = $state();

  // svelte-ignore state_referenced_locally
  const rows = virtualRows({ box: () => box, count: () => kinds.length, size, at: () => at });
  const marks = (index: number) => [index === at && 'here', hits?.has(index) && 'hit'];
</script>

<div class="differences panel overflow-hidden">
  {@render titles()}
  <div class="flex">
    <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div bind:this={box} use:fillsRest class="box mono grow" tabindex="0" role="region" aria-label={label}>
      <div class="relative" style:height="{$rows.getTotalSize()}px" style:min-width={least}>
        {#each $rows.getVirtualItems() as item (item.key)}
          {@render row(item.index, marks(item.index), item.start)}
        {/each}
      </div>
    </div>
    <OverviewStrip
      {kinds}
      {at}
      height={$rows.getTotalSize()}
      onjump={(index) => $rows.scrollToIndex(index, { align: 'center' })}
    />
  </div>
</div>

<style>
  .box {
    overflow: auto;
    background: var(--card);
  }
  .differences :global {
    .titles {
      display: grid;
      color: var(--quiet);
      border-bottom: 1px solid var(--color-base-300);
    }
    .titles span {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .line {
      position: absolute;
      left: 0;
      right: 0;
      white-space: pre;
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
    .ground.added {
      background: var(--added);
    }
    .ground.removed {
      background: var(--removed);
    }
    .ground.modified {
      background: var(--modified);
    }
    .ground.moved {
      background: var(--color-base-200);
    }
    .noise {
      color: var(--quiet);
      font-style: italic;
    }
    .here {
      box-shadow: inset 3px 0 0 var(--act-text);
    }
  }
</style>
