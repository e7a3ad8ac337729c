<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount, untrack } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { api, asProblem, need, type DevicePage, type Group, type Problem } from '$lib/api/client';
  import QueryBar from '$lib/parts/QueryBar.svelte';
  import ProblemNote from '$lib/parts/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/state/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import DeviceCard from './DeviceCard.svelte';
  import DeviceTable from './DeviceTable.svelte';
  import EditMany from './EditMany.svelte';
  import KeepGroup from './KeepGroup.svelte';
  import { groupQuery, PAGE_SIZE, queryOf, tableAddress, toggled, wholeQuery } from './fleetView';

  let fleet = $state<DevicePage | undefined>();
  let problem = $state<Problem | undefined>();
  let mistake = $state<Problem | undefined>();
  let filter = $state<QueryBar | undefined>();
  let edits = $state(false);
  let keeps = $state(false);
  let groups = $state<Group[]>([]);
  const chosen = new SvelteSet<string>();

  const query = $derived(queryOf(address.params));
  // A text: the query is another object whenever the cursor moves, and the list must not be loaded again for that.
  const wanted = $derived(JSON.stringify(query));
  const devices = $derived(fleet?.devices ?? []);
  const cursor = $derived(
    Math.max(
      0,
      devices.findIndex((device) => device.name === address.params.get('at'))
    )
  );
  const current = $derived(devices[cursor]);
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
    opened.has(key)
      ? values
      : values.filter((each, i) => i < MANY || address.params.getAll(key).includes(each.value));
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

  const show = (changes: Record<string, string | string[]>, keepPage = false) =>
    address.change(keepPage ? changes : { page: '', ...changes });

  let asked = 0;

  async function load() {
    const mine = ++asked;
    try {
      const found = await need(api.GET('/api/devices', { params: { query } }));
      // Answers may overtake each other: only the latest question counts.
      if (mine !== asked) return;
      fleet = found;
      problem = undefined;
      mistake = undefined;
    } catch (thrown) {
      if (mine !== asked) return;
      const said = asProblem(thrown);
      // The devices of the last query that could be read stay.
      if (said.span) await showMistake(said);
      else problem = said;
    }
  }

  $effect(() => {
    void wanted;
    untrack(() => {
      load();
    });
  });

  async function showMistake(said: Problem) {
    mistake = said;
    if (fleet) return;
    // Nothing was shown yet: the page with its filter, and no device that could be taken for an answer.
    const all = { ...query, query: '', size: 1 };
    const found = await need(api.GET('/api/devices', { params: { query: all } })).catch(asProblem);
    if (found instanceof Error) problem = found;
    else fleet = { ...found, devices: [], matching: 0 };
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

  async function copy(names: string[]) {
    try {
      const started = await need(api.POST('/api/copies', { body: { devices: names } }));
      await goto(`/jobs/${started.job}`);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  function move(by: number) {
    const next = devices[Math.min(devices.length - 1, Math.max(0, cursor + by))];
    if (next) show({ at: next.name }, true);
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
    <button class="btn" onclick={() => copy([])}>Copy all</button>
    <a class="btn btn-primary" href="/fleet/bring-in">Bring devices in…</a>
  {/if}
</div>

{#if problem}<div class="mt-3"><ProblemNote {problem} /></div>{/if}

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
        {#if facet.values.length > MANY}
          <button
            class="btn btn-ghost h-6 px-1.5"
            onclick={() => opened.delete(facet.key) || opened.add(facet.key)}
            >{opened.has(facet.key) ? 'fewer' : `${facet.values.length - MANY} more`}</button
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
      disabled={devices.length === 0}
      onclick={() => devices.forEach((device) => chosen.add(device.name))}
      >Choose these {devices.length}</button
    >
    <a class="btn btn-ghost h-7" href={tableAddress(query)} download="fleet.csv">CSV</a>
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
    <div>
      <DeviceTable
        {devices}
        sort={query.sort}
        {chosen}
        at={current?.name}
        onsort={(sort) => show({ sort })}
        onchoose={choose}
        onpoint={(name) => show({ at: name }, true)}
      />
      {#if fleet.matching > PAGE_SIZE}
        <div class="mt-2 flex items-center gap-2">
          <button
            class="btn"
            disabled={query.page === 0}
            onclick={() => show({ page: String(query.page - 1) })}>Previous</button
          >
          <button
            class="btn"
            disabled={(query.page + 1) * PAGE_SIZE >= fleet.matching}
            onclick={() => show({ page: String(query.page + 1) })}>Next</button
          >
          <span class="text-quiet">page {query.page + 1} of {Math.ceil(fleet.matching / PAGE_SIZE)}</span>
        </div>
      {/if}
    </div>
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
    ondone={() => {
      edits = false;
      chosen.clear();
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
