<script lang="ts">
  import { virtualRows } from '$lib/parts/form/virtualRows.svelte';

  interface Props {
    lines: readonly string[];
    /** Indices of the lines that have what is sought. */
    found: readonly number[];
    /** The line to bring into view and mark. */
    at: number | undefined;
  }

  let { lines, found, at }: Props = $props();
  let box: HTMLDivElement | undefined = $state();
  const marked = $derived(new Set(found));
  const widest = $derived(lines.reduce((most, line) => Math.max(most, line.length), 0));

  const rows = virtualRows({
    box: () => box,
    count: () => lines.length,
    size: 20,
    at: () => at,
    align: 'start'
  });
</script>

<!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div bind:this={box} class="panel box mono" tabindex="0" role="region" aria-label="Configuration">
  <div class="relative" style:height="{$rows.getTotalSize()}px" style:min-width="calc({widest + 1}ch + 64px)">
    {#each $rows.getVirtualItems() as item (item.key)}
      <div
        class={['line', marked.has(item.index) && 'found', item.index === at && 'here']}
        style:top="{item.start}px"
      >
        <span class="number">{item.index + 1}</span><span class="text">{lines[item.index]}</span>
      </div>
    {/each}
  </div>
</div>

<style>
  .box {
    height: calc(100vh - 210px - var(--tray, 0px));
    min-height: 300px;
    overflow: auto;
  }
  .line {
    position: absolute;
    left: 0;
    right: 0;
    height: 20px;
    white-space: pre;
  }
  .number {
    display: inline-block;
    width: 52px;
    padding-right: 12px;
    text-align: right;
    color: var(--quiet);
    user-select: none;
  }
  .found {
    background: var(--modified);
  }
  .here {
    background: var(--chosen);
    box-shadow: inset 3px 0 var(--act-text);
  }
</style>
