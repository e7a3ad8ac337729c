<script lang="ts">
  import type { LineOrigin } from './configText';
  import { virtualRows } from '$lib/parts/form/virtualRows.svelte';

  interface Props {
    lines: readonly string[];
    /** Indices of the lines that have what is sought. */
    found: readonly number[];
    /** The line to bring into view and mark. */
    at: number | undefined;
    /** Since when each line stands, if that is asked. */
    origins?: readonly LineOrigin[] | undefined;
    /** Somebody wants to see what a revision brought. */
    onorigin?: (revision: number) => void;
    /** Somebody points at a line, or asks why it is here. */
    onpick: (line: number, isAsked: boolean) => void;
  }

  let { lines, found, at, origins, onorigin, onpick }: Props = $props();
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
  <div
    class="relative"
    style:height="{$rows.getTotalSize()}px"
    style:min-width="calc({widest + 1}ch + {origins ? 214 : 64}px)"
  >
    {#each $rows.getVirtualItems() as item (item.key)}
      <!-- Keys move the mark and ask: they are the page's. -->
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <div
        onclick={() => onpick(item.index, false)}
        ondblclick={() => onpick(item.index, true)}
        class={['line', marked.has(item.index) && 'found', item.index === at && 'here']}
        style:top="{item.start}px"
      >
        {#if origins}
          {@const origin = origins[item.index]}
          <!-- The line of revisions is the way for the keyboard. -->
          <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
          <span
            class={['origin', origin?.isFirst && 'first']}
            title={origin?.title}
            onclick={(event) => {
              event.stopPropagation();
              if (origin) onorigin?.(origin.revision);
            }}>{origin?.isFirst ? origin.text : ''}</span
          >{/if}<span class="number">{item.index + 1}</span><span class="text">{lines[item.index]}</span>
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
  .origin {
    display: inline-block;
    width: 150px;
    height: 20px;
    padding-left: 8px;
    overflow: hidden;
    text-overflow: ellipsis;
    vertical-align: top;
    color: var(--quiet);
    border-right: 2px solid var(--color-base-300);
    user-select: none;
    cursor: pointer;
  }
  .origin:hover {
    text-decoration: underline;
  }
  .origin.first {
    box-shadow: inset 0 1px var(--color-base-300);
  }
  .found {
    background: var(--modified);
  }
  .here {
    background: var(--chosen);
    box-shadow: inset 3px 0 var(--act-text);
  }
</style>
