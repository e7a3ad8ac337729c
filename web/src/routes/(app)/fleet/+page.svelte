<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount, untrack } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { api, asProblem, need, type Group, type Problem } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/state/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import DeviceCard from './DeviceCard.svelte';
  import DeviceTable from './DeviceTable.svelte';
  import EditMany from './EditMany.svelte';
  import { columnsOf } from './columns';
  import { FleetRows } from './fleetRows.svelte';
  import KeepGroup from './KeepGroup.svelte';
  import Releases from './Releases.svelte';
  import Views from './Views.svelte';
  import { groupQuery, queryOf, tableAddress, toggled, wholeQuery, shownOf, undoneText } from './fleetView';

  /** Choosing more by hand helps nobody: the query does it. */
  const MOST_CHOSEN = 2000;
  const rows = new FleetRows();
  const fleet = $derived(rows.page);
  let releases = $state(false);
  let view = { from: 0, to: 0 };
  let problem = $state<Problem | undefined>();
  let mistake = $state<Problem | undefined>();
  let filter = $state<QueryBar | undefined>();
  let edits = $state(false);
  let keeps = $state(false);
  let groups = $state<Group[]>([]);
  /** What was done a moment ago, and the edit by which it was done. */
  let notice = $state<{ text: string; edit?: number } | undefined>();
  const chosen = new SvelteSet<string>();

  const query = $derived(queryOf(address.params));
  // A text: the query is another object whenever the cursor moves, and the list must not be loaded again for that.
  const wanted = $derived(JSON.stringify(query));
  const columns = $derived(columnsOf(address.params.get('columns')));
  const cursor = $derived(Math.max(0, rows.indexOf(address.params.get('at'))));
  const current = $derived(rows.at(cursor));
  const facets = $derived(
    [
      { name: 'Site', key: 'site', values: fleet?.sites ?? [] },
      { name: 'Role', key: 'role', values: fleet?.roles ?? [] },
      { name: 'Platform', key: 'platform', values: fleet?.platforms ?? [] },
      { name: 'Release', key: 'release', values: fleet?.releases ?? [] },
      { name: 'Tag', key: 'tag', values: fleet?.tags ?? [] }
    ].filter((facet) => facet.values.length > 0)
  );
  /** Of a long list of values the first ones are shown, and whatever is chosen. */
  const MANY = 8;
  const opened = new SvelteSet<string>();
  const shownValues = (key: string, values: readonly { value: string; devices: number }[]) =>
    shownOf(values, address.params.getAll(key), opened.has(key) ? values.length : MANY);
  const group = $derived(groups.find((each) => groupQuery(each.name) === query.query));
  const isWhole = $derived(wholeQuery(query) === query.query.trim());
  const isFiltered = $derived(
    ['query', 'site', 'role', 'platform', 'release', 'tag'].some((key) => address.params.has(key))
  );

  const subtitle = $derived(
    fleet
      ? `${count(fleet.all, 'device')} at ${count(fleet.sites.length, 'site')}` +
          (isFiltered ? ` · ${fleet.matching.toLocaleString('en-GB')} match` : '')
      : problem
        ? ''
        : 'Loading…'
  );

  const show = (changes: Record<string, string | string[]>) => address.change(changes);

  async function act(what: () => Promise<unknown>) {
    try {
      await what();
      problem = undefined;
    } catch (thrown) {
      const said = asProblem(thrown);
      // The devices of the last query that could be read stay.
      if (said.span) await showMistake(said);
      else problem = said;
    }
  }

  const load = () => act(() => rows.refresh(view.from, view.to));

  $effect(() => {
    void wanted;
    untrack(() => {
      // Only an answer to the query itself says that there is no mistake in it.
      act(async () => {
        if (await rows.ask(query)) mistake = undefined;
      });
    });
  });

  async function showMistake(said: Problem) {
    mistake = said;
    // Nothing was shown yet: the page with its filter, and no device that could be taken for an answer.
    if (!fleet) await rows.ask({ ...query, query: 'name is none' }).catch(() => {});
  }

  async function chooseAll() {
    await act(() => rows.need(0, rows.matching));
    rows.fetched.forEach((device) => chosen.add(device.name));
  }

  async function loadGroups() {
    groups = await need(api.GET('/api/groups')).catch(() => groups);
  }

  async function removeGroup(name: string) {
    try {
      await need(api.DELETE('/api/groups/{name}', { params: { path: { name } } }));
      await show({ query: '' });
      await loadGroups();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  /** All that are shown, if none are named. */
  async function copy(names: string[]) {
    try {
      const means = names.length === 0 && isFiltered ? wholeQuery(query) : undefined;
      const started = await need(api.POST('/api/copies', { body: { devices: names, query: means } }));
      await goto(`/jobs/${started.job}`);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  async function undo(edit: number) {
    try {
      const undone = await need(api.POST('/api/fleet-edits/{id}/undo', { params: { path: { id: edit } } }));
      notice = { text: undoneText(undone.devices, undone.left) };
      load();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  function move(by: number) {
    const next = rows.at(Math.min(rows.matching - 1, Math.max(0, cursor + by)));
    if (next) show({ at: next.name });
  }

  function choose(name: string | undefined) {
    if (!name) return;
    if (!chosen.delete(name)) chosen.add(name);
  }

  onMount(() => {
    loadGroups();
    const ends = [
      live.on('fleet', loadGroups),
      live.on('fleet', load),
      keys.add([
        { key: '/', says: 'go to the filter', run: () => filter?.focus() },
        { key: 'j', says: 'next device', run: () => move(1) },
        { key: 'k', says: 'previous device', run: () => move(-1) },
        { key: 'x', says: 'choose or let go of the device', run: () => choose(current?.name) },
        {
          key: 'Enter',
          says: 'open the device',
          run: () => current && goto(`/devices/${encodeURIComponent(current.name)}`)
        },
        { key: 'Escape', says: 'let go of all chosen devices', run: () => chosen.clear() }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Fleet · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Fleet</h1>
    <p class="text-quiet">
      {subtitle}
    </p>
  </div>
  {#if session.mayAct && fleet && fleet.all > 0}
    <button class="btn" onclick={() => (releases = true)}>Releases…</button>
    <button class="btn" disabled={rows.matching === 0} onclick={() => copy([])}
      >{isFiltered ? `Copy these ${rows.matching.toLocaleString('en-GB')}` : 'Copy all'}</button
    >
    <a class="btn btn-primary" href="/fleet/bring-in">Bring devices in…</a>
  {/if}
</div>

{#if problem}<div class="mt-3"><ProblemNote {problem} /></div>{/if}
{#if notice}
  <div class="panel mt-3 flex items-center gap-2 px-3 py-2" role="status">
    <span class="grow">{notice.text}</span>
    {#if notice.edit !== undefined}<button class="btn" onclick={() => undo(notice?.edit ?? 0)}>Undo</button
      >{/if}
    <button class="btn btn-ghost" onclick={() => (notice = undefined)}>Close</button>
  </div>
{/if}

{#if fleet && fleet.all === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No device yet</h2>
    <p class="mt-1">
      This page lists the switches, routers and firewalls that Chaperone looks after. Begin with a list of
      addresses and a credential set that fits them.
    </p>
    {#if session.mayAct}<p class="mt-4">
        <a class="btn btn-primary" href="/fleet/bring-in">Bring devices in…</a>
      </p>
    {:else}<p class="mt-4">An engineer has to bring devices in.</p>{/if}
  </div>
{:else if fleet}
  <div class="mt-3">
    <QueryBar
      bind:this={filter}
      value={query.query}
      label="Filter"
      hint="words, or: site is Brackwater and release below 4.3 and not copied within 2 days"
      problem={mistake}
      onchange={(text) => show({ query: text })}
    />
  </div>
  <div class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1.5">
    {#each facets as facet (facet.key)}
      <span class="flex flex-wrap items-center gap-1.5" role="group" aria-label={facet.name}>
        <span class="text-quiet text-[0.9rem] font-semibold">{facet.name}</span>
        {#each shownValues(facet.key, facet.values) as value (value.value)}
          <button
            class="chip"
            aria-pressed={address.params.getAll(facet.key).includes(value.value)}
            onclick={() => show({ [facet.key]: toggled(address.params.getAll(facet.key), value.value) })}
            >{value.value || 'none'} <span class="text-quiet">{value.devices}</span></button
          >
        {/each}
        {#if facet.values.filter((each) => each.devices > 0).length > MANY}
          <button
            class="btn btn-ghost h-6 px-1.5"
            onclick={() => opened.delete(facet.key) || opened.add(facet.key)}
            >{opened.has(facet.key)
              ? 'fewer'
              : `${facet.values.filter((each) => each.devices > 0).length - MANY} more`}</button
          >
        {/if}
      </span>
    {/each}
    {#if groups.length > 0}
      <span class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Group">
        <span class="text-quiet text-[0.9rem] font-semibold">Group</span>
        {#each groups as each (each.name)}
          <button
            class="chip"
            aria-pressed={each === group}
            title={each.query}
            onclick={() => show({ query: each === group ? '' : groupQuery(each.name) })}
            >{each.name} <span class="text-quiet">{each.devices}</span></button
          >
        {/each}
      </span>
    {/if}
    <button
      class="btn btn-ghost h-7"
      disabled={rows.matching === 0 || rows.matching > MOST_CHOSEN}
      title={rows.matching > MOST_CHOSEN ? 'Narrow the filter first' : undefined}
      onclick={chooseAll}>Choose these {rows.matching}</button
    >
    <a class="btn btn-ghost h-7" href={tableAddress(query)} download="fleet.csv">CSV</a>
    <Views
      columns={address.params.get('columns')}
      here={address.params.toString()}
      oncolumns={(text) => show({ columns: text })}
      onview={(text) => goto(`/fleet?${text}`)}
    />
    {#if session.mayAct && isFiltered && !(group && isWhole) && !mistake}
      <button class="btn btn-ghost h-7" onclick={() => (keeps = true)}>Keep as group…</button>
    {/if}
    {#if isFiltered}
      <button
        class="btn btn-ghost h-7"
        onclick={() => show({ query: '', site: [], role: [], platform: [], release: [], tag: [] })}
      >
        Clear filter
      </button>
    {/if}
  </div>

  {#if group}
    <p class="mt-2">
      <b>{group.name}</b> means <span class="mono">{group.query}</span>{group.note ? `: ${group.note}` : ''}
      <span class="text-quiet">· kept by {group.savedBy}</span>
      {#if session.mayAct}
        <button class="btn btn-ghost h-7" onclick={() => show({ query: group.query })}>Alter…</button>
        <button class="btn btn-ghost h-7" onclick={() => removeGroup(group.name)}>Remove group</button>
      {/if}
    </p>
  {/if}

  <div class="mt-3 grid grid-cols-[minmax(0,1fr)_290px] items-start gap-3.5">
    <DeviceTable
      {rows}
      {columns}
      sort={query.sort}
      {chosen}
      at={cursor}
      onsort={(sort) => show({ sort })}
      onchoose={choose}
      onpoint={(name) => show({ at: name })}
      onview={(from, to) => {
        view = { from, to };
        act(() => rows.need(from, to));
      }}
    />
    {#if current}
      <DeviceCard device={current} oncopy={() => copy([current.name])} onremoved={load} />
    {/if}
  </div>
{/if}

{#if chosen.size > 0}
  <div
    class="bg-neutral text-neutral-content fixed right-0 bottom-0 left-[172px] z-10 flex h-10 items-center gap-4 px-5"
    role="region"
    aria-label="Chosen devices"
  >
    <span class="font-semibold whitespace-nowrap">{count(chosen.size, 'device')} chosen</span>
    <span class="grow truncate">{[...chosen].join(', ')}</span>
    <button class="btn on-dark" onclick={() => chosen.clear()}>Let go</button>
    {#if session.mayAct}
      <button class="btn on-dark" onclick={() => (edits = true)}>Edit…</button>
      <button class="btn btn-accent" onclick={() => copy([...chosen])}>Copy now</button>
    {/if}
  </div>
{/if}

{#if edits && fleet}
  <EditMany
    names={[...chosen]}
    sites={fleet.sites.map((each) => each.value)}
    roles={fleet.roles.map((each) => each.value)}
    tags={fleet.tags.map((each) => each.value)}
    oncancel={() => (edits = false)}
    ondone={(edit) => {
      notice = { text: `Edited ${count(chosen.size, 'device')}.`, edit };
      edits = false;
      chosen.clear();
      load();
    }}
    onundone={(text) => {
      notice = { text };
      load();
    }}
  />
{/if}

{#if keeps && fleet}
  <KeepGroup
    query={wholeQuery(query)}
    matching={fleet.matching}
    {groups}
    oncancel={() => (keeps = false)}
    ondone={async (name) => {
      keeps = false;
      await loadGroups();
      await show({ query: groupQuery(name), site: [], role: [], platform: [], release: [], tag: [] });
    }}
  />
{/if}

{#if releases}<Releases onclose={() => (releases = false)} />{/if}
