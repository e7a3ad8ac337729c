<script lang="ts">
  import { page } from '$app/state';
  import { api, asProblem, need, type DeviceTable, type Problem, type TableReading } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { saidMoment } from '$lib/state/times.svelte';
  import { count } from '$lib/text/time';
  import TableDifference from './TableDifference.svelte';
  import { broughtBy, COLUMN, ORDER, rowsWith, TABLE } from './tableText';
  import { whenever } from '$lib/state/whenever.svelte';

  const name = $derived(page.params.name ?? '');
  let tables = $state<DeviceTable[] | undefined>();
  let problem = $state<Problem | undefined>();
  const sorted = $derived(
    [...(tables ?? [])].sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind))
  );
  const shown = $derived(sorted.find((table) => table.kind === address.params.get('table')) ?? sorted[0]);
  const sought = $derived(address.params.get('find') ?? '');
  const rows = $derived(shown ? rowsWith(shown.rows, sought) : []);

  let readings = $state.raw<TableReading[]>([]);
  const newest = $derived(readings[0]);
  const before = $derived(Number(address.params.get('before') ?? 0));
  const after = $derived(Number(address.params.get('after') ?? newest?.number ?? 0));

  async function loadReadings(path: { name: string; kind: DeviceTable['kind'] }) {
    try {
      const found = await need(api.GET('/api/devices/{name}/tables/{kind}/readings', { params: { path } }));
      if (path.name === name && path.kind === shown?.kind) readings = found;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const titleOf = (reading: TableReading) =>
    `${reading.number}: ${saidMoment(reading.firstReadAt)} ${broughtBy(reading)}`;

  async function load(wanted: string) {
    try {
      const params = { path: { name: wanted } };
      const found = await need(api.GET('/api/devices/{name}/tables', { params }));
      if (wanted === name) tables = found;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  whenever(() => name, load);

  whenever(
    () => ({ name, kind: shown?.kind }),
    ({ name, kind }) => {
      readings = [];
      if (kind) loadReadings({ name, kind });
    }
  );
</script>

<ProblemNote {problem} class="mt-3" />
{#if tables?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No table yet</h2>
    <p class="mt-1">
      Routes, ARP, MAC addresses and neighbours are read with a copy, at most once an hour. Copy the device to
      see them.
    </p>
  </div>
{:else if shown}
  <div class="mt-3 flex items-center gap-2">
    <div class="join" role="group" aria-label="Which table">
      {#each sorted as table (table.kind)}
        <button
          class="btn join-item"
          aria-pressed={table.kind === shown.kind}
          onclick={() => address.change({ table: table.kind, before: '', after: '' })}
          >{TABLE[table.kind]} <span class="text-quiet">{table.all}</span></button
        >
      {/each}
    </div>
    <input
      class="input w-64"
      type="search"
      placeholder="Find in the table"
      aria-label="Find in the table"
      value={sought}
      oninput={(event) => address.change({ find: event.currentTarget.value })}
    />
  </div>
  <div class="mt-2 flex min-h-8 flex-wrap items-center gap-x-4 gap-y-1">
    <p class="text-quiet">
      Read <When at={shown.readAt} />{#if newest && newest.firstReadAt !== shown.readAt}, the same since <When
          at={newest.firstReadAt}
        />{/if}.
    </p>
    {#if readings.length > 1}
      <label class="ml-auto flex items-center gap-2">
        What differs since
        <select
          class="select w-60"
          value={String(before)}
          onchange={(event) => address.change({ before: event.currentTarget.value, after: '' })}
        >
          <option value="0">show the rows</option>
          {#each readings.slice(1) as reading (reading.number)}
            <option value={String(reading.number)}>{titleOf(reading)}</option>
          {/each}
        </select>
      </label>
      {#if before > 0}
        <label class="flex items-center gap-2">
          until
          <select
            class="select w-60"
            value={String(after)}
            onchange={(event) => address.change({ after: event.currentTarget.value })}
          >
            {#each readings.filter((each) => each.number > before) as reading (reading.number)}
              <option value={String(reading.number)}>{titleOf(reading)}</option>
            {/each}
          </select>
        </label>
      {/if}
    {/if}
  </div>
  {#if before > 0 && after > 0}
    <TableDifference device={name} kind={shown.kind} {before} {after} {sought} />
  {:else}
    <div class="panel mt-3 overflow-x-auto">
      <table class="rows">
        <thead
          ><tr
            >{#each shown.columns as column (column)}<th>{COLUMN[column] ?? column}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each rows as row, i (i)}
            <tr>
              {#each row as cell, column (column)}
                <td class="mono">
                  {#if shown.columns[column] === 'name' && shown.known.includes(cell)}
                    <a class="underline" href="/devices/{encodeURIComponent(cell)}/tables?table={shown.kind}"
                      >{cell}</a
                    >
                  {:else}{cell}{/if}
                </td>
              {/each}
            </tr>
          {:else}
            <tr
              ><td colspan={shown.columns.length} class="py-6 text-center"
                >{sought ? 'No row has this.' : 'The device shows no rows.'}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
    {#if shown.all > shown.rows.length}
      <p class="text-quiet mt-2">The first {count(shown.rows.length, 'row')} of {count(shown.all, 'row')}.</p>
    {/if}
  {/if}
{:else if !problem}<p class="text-quiet mt-3">Loading…</p>{/if}
