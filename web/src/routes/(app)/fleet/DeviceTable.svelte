<script lang="ts">
  import { fillsRest } from '$lib/parts/form/fillsRest';
  import MarksHead from '$lib/parts/fleet/MarksHead.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import FourMarks from '$lib/parts/fleet/FourMarks.svelte';
  import { virtualRows } from '$lib/parts/form/virtualRows.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { cellOf, type Column } from './columns';
  import type { FleetRows } from './fleetRows.svelte';
  import { turned } from './fleetView';

  interface Props {
    rows: FleetRows;
    columns: readonly Column[];
    sort: string;
    chosen: ReadonlySet<string>;
    /** The row under the cursor. */
    at: number;
    onsort: (sort: string) => void;
    onchoose: (name: string) => void;
    /** Chosen with Shift: all from the one before to this one. */
    onrange: (name: string) => void;
    onpoint: (name: string) => void;
    /** Rows that came into view, the last one exclusive. */
    onview: (from: number, to: number) => void;
  }

  let { rows, columns, sort, chosen, at, onsort, onchoose, onrange, onpoint, onview }: Props = $props();
  const row = $derived(preferences.rows === 'narrow' ? 28 : 34);
  const HEADING = 27;
  let box: HTMLDivElement | undefined = $state();
  const bySite = $derived(sort === 'site' || sort === '-site');
  const template = $derived(
    ['20px 74px minmax(160px,1.7fr)', ...columns.map((column) => column.width)].join(' ')
  );
  const direction = (column: string | undefined) =>
    sort === column ? 'ascending' : sort === `-${column}` ? 'descending' : undefined;

  function hasHeading(index: number): boolean {
    const device = rows.at(index);
    if (!bySite || !device) return false;
    const before = rows.at(index - 1);
    return index === 0 || (before !== undefined && before.site !== device.site);
  }

  const shown = virtualRows({
    box: () => box,
    // Which rows have a heading is known as they arrive.
    count: () => {
      void [rows.page, bySite, rows.fetched.length, row];
      return rows.matching;
    },
    size: (index) => row + (hasHeading(index) ? HEADING : 0),
    at: () => (at >= 0 ? at : undefined),
    align: 'auto',
    overscan: 12,
    onview: (from, to) => onview(from, to)
  });
</script>

<!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  bind:this={box}
  use:fillsRest={300}
  class="panel box"
  tabindex="0"
  role="table"
  aria-label="Devices"
  aria-rowcount={rows.matching + 1}
>
  <div class="head line" role="row" aria-rowindex="1" style:grid-template-columns={template}>
    <span role="columnheader"><span class="sr-only">Chosen</span></span>
    <span role="columnheader"><MarksHead /></span>
    {#each [{ key: 'name', title: 'Device', sort: 'name' }, ...columns] as column (column.key)}
      <span role="columnheader" aria-sort={direction(column.sort)}>
        {#if column.sort}
          {@const by = column.sort}
          <button class="cursor-pointer font-semibold" onclick={() => onsort(turned(sort, by))}>
            {column.title}{direction(by) === 'ascending' ? ' ↑' : direction(by) === 'descending' ? ' ↓' : ''}
          </button>
        {:else}{column.title}{/if}
      </span>
    {/each}
  </div>
  {#if rows.matching === 0}
    <p class="py-6 text-center">No device matches. Take a word or a choice away.</p>
  {/if}
  <div class="relative" role="rowgroup" style:height="{$shown.getTotalSize()}px">
    {#each $shown.getVirtualItems() as item (item.key)}
      {@const device = rows.at(item.index)}
      <div class="item" style:top="{item.start}px">
        {#if hasHeading(item.index)}
          <div class="heading" role="presentation">{device?.site || 'No site yet'}</div>
        {/if}
        {#if device}
          <!-- The keys j, k and x do the same for the whole page. -->
          <!-- svelte-ignore a11y_click_events_have_key_events -->
          <div
            class={['line device', item.index === at && 'at']}
            role="row"
            tabindex="-1"
            aria-rowindex={item.index + 2}
            style:grid-template-columns={template}
            onclick={() => onpoint(device.name)}
          >
            <span role="cell">
              <input
                type="checkbox"
                class="checkbox checkbox-xs"
                checked={chosen.has(device.name)}
                onclick={(event) => {
                  event.stopPropagation();
                  if (!event.shiftKey) return onchoose(device.name);
                  event.preventDefault();
                  onrange(device.name);
                }}
                tabindex={item.index === at ? 0 : -1}
                aria-label="Choose {device.name}"
              />
            </span>
            <span role="cell"><FourMarks answers={device.answers} /></span>
            <span role="cell">
              <a
                class="font-semibold hover:underline"
                href="/devices/{encodeURIComponent(device.name)}"
                tabindex={item.index === at ? 0 : -1}>{device.name}</a
              >{#if device.pair && !columns.some((column) => column.key === 'pair')}<span
                  class="tag"
                  title="pair with {device.pair}">pair</span
                >{/if}{#if device.telnetAllowed}<span
                  class="text-warning ml-2 text-[0.86rem] font-semibold"
                  title="Telnet is allowed for this device: passwords go there in the clear"
                  >Telnet, unsafe</span
                >{/if}{#if !columns.some((column) => column.key === 'tags')}{#each device.tags as tag (tag)}<span
                    class="tag">{tag}</span
                  >{/each}{/if}
            </span>
            {#each columns as column (column.key)}
              <span role="cell" class={{ mono: ['release', 'address', 'serial'].includes(column.key) }}>
                {#if column.key === 'copied'}
                  {#if device.lastCopyAt}<When at={device.lastCopyAt} ago />{:else}<span class="text-error"
                      >never</span
                    >{/if}
                {:else if column.key === 'checked'}
                  {#if device.checkedAt}<When at={device.checkedAt} ago />{/if}
                {:else if column.key === 'changed'}
                  {#if device.changedAt}<When at={device.changedAt} />{/if}
                {:else}{cellOf(device, column.key)}{/if}
              </span>
            {/each}
          </div>
        {:else}
          <div class="line text-quiet">…</div>
        {/if}
      </div>
    {/each}
  </div>
</div>

<style>
  .box {
    overflow: auto;
    contain: strict;
  }
  .line {
    display: grid;
    align-items: center;
    height: var(--row);
    padding-inline: 0.6rem;
    gap: 0.6rem;
    border-bottom: 1px solid color-mix(in oklab, var(--color-base-300) 55%, transparent);
  }
  .line > span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .head {
    position: sticky;
    top: 0;
    z-index: 2;
    background: var(--card);
    border-bottom-color: var(--color-base-300);
    color: var(--quiet);
    font-size: 0.86rem;
    font-weight: 600;
  }
  .item {
    position: absolute;
    left: 0;
    right: 0;
  }
  .heading {
    height: 27px;
    padding: 0.2rem 0.6rem;
    background: var(--color-base-200);
    color: var(--quiet);
    font-weight: 600;
  }
  .device.at {
    background: var(--chosen);
  }
</style>
