<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import type { Snapshot } from './$types';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { listKeys } from '$lib/keys/listKeys';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import ChosenBar from './ChosenBar.svelte';
  import { columnsOf } from './columns';
  import DeviceCard from './DeviceCard.svelte';
  import DeviceTable from './DeviceTable.svelte';
  import EditMany from './EditMany.svelte';
  import Facets from './Facets.svelte';
  import { FleetState } from './fleetState.svelte';
  import ListMenu from '$lib/parts/form/ListMenu.svelte';
  import { groupQuery, listQuery, wholeQuery } from './fleetView';
  import KeepGroup from './KeepGroup.svelte';
  import Releases from './Releases.svelte';
  import Views from './Views.svelte';

  /** Choosing more by hand helps nobody: the query does it. */
  const MOST_CHOSEN = 2000;
  const shown = new FleetState();
  const { rows, chosen, show } = shown;
  let opened = $state<'releases' | 'edit' | 'group' | undefined>();
  let filter = $state<QueryBar | undefined>();

  const fleet = $derived(rows.page);
  const group = $derived(shown.group);
  const columns = $derived(columnsOf(address.params.get('columns')));
  const matches = $derived(rows.matching.toLocaleString('en-GB'));
  const subtitle = $derived(
    fleet
      ? `${count(fleet.all, 'device')} at ${count(fleet.sites.length, 'site')}` +
          (shown.isFiltered ? ` · ${matches} match` : '')
      : shown.problem
        ? ''
        : 'Loading…'
  );
  /** The devices that are shown answer another question than the one that stands in the filter. */
  const stale = $derived(shown.mistake && 'The filter has a mistake.');
  const close = () => (opened = undefined);

  whenever(() => shown.wanted, shown.begin);

  export const snapshot: Snapshot<string[]> = {
    capture: () => [...chosen],
    restore: (names) => names.forEach((name) => chosen.add(name))
  };

  onMount(() => {
    shown.loadGroups();
    const ends = [
      live.on('fleet', shown.loadGroups),
      live.on('fleet', shown.load),
      keys.add([
        { key: '/', says: 'go to the filter', run: () => filter?.focus() },
        ...(session.mayAct
          ? [{ key: 'a', says: 'bring devices in', run: () => goto('/fleet/bring-in') }]
          : []),
        ...listKeys('device', shown.move),
        { key: 'x', says: 'choose or let go of the device', run: () => shown.choose(shown.current?.name) },
        {
          key: 'J',
          also: ['shift+ArrowDown'],
          says: 'choose this device and the next',
          run: () => shown.chooseOn(1)
        },
        {
          key: 'K',
          also: ['shift+ArrowUp'],
          says: 'choose this device and the one before',
          run: () => shown.chooseOn(-1)
        },
        {
          key: 'Enter',
          says: 'open the device',
          run: () => shown.current && goto(`/devices/${encodeURIComponent(shown.current.name)}`)
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
    <button class="btn" onclick={() => (opened = 'releases')}>Releases…</button>
    <button
      class="btn"
      disabled={rows.matching === 0 || stale !== undefined}
      title={stale}
      onclick={() => shown.copy([])}>{shown.isFiltered ? `Copy these ${matches}` : 'Copy all'}</button
    >
    <a class="btn btn-primary" href="/fleet/bring-in">Bring devices in…</a>
  {/if}
</div>

<ProblemNote problem={shown.problem} class="mt-3" />
{#if shown.notice}
  {@const { text, edit } = shown.notice}
  <div class="panel mt-3 flex items-center gap-2 px-3 py-2" role="status">
    <span class="grow">{text}</span>
    {#if edit !== undefined}<button class="btn" onclick={() => shown.undo(edit)}>Undo</button>{/if}
    <button class="btn btn-ghost" onclick={() => (shown.notice = undefined)}>Close</button>
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
      value={shown.query.query}
      label="Filter"
      hint="words, or: site is Brackwater and release below 4.3 and not copied within 2 days"
      problem={shown.mistake}
      onchange={(text) => show({ query: text })}
    />
  </div>
  <div class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1.5">
    <Facets {fleet} groups={shown.groups} {group} onchange={show} />
    {#if session.mayAct && shown.isFiltered && !shown.isGroupAlone && !shown.mistake}
      <button class="btn btn-ghost h-7" onclick={() => (opened = 'group')}>Save as group…</button>
    {/if}
    {#if shown.isFiltered}
      <button class="btn btn-ghost h-7" onclick={() => shown.ask('')}> Clear filter </button>
    {/if}
    <span class="ml-auto flex items-center gap-x-1">
      <button
        class="btn btn-ghost h-7"
        disabled={rows.matching === 0 || rows.matching > MOST_CHOSEN || stale !== undefined}
        title={stale ?? (rows.matching > MOST_CHOSEN ? 'Narrow the filter first' : undefined)}
        onclick={shown.chooseAll}>Choose these {rows.matching}</button
      >
      {#if !stale}<ListMenu
          path="/api/devices"
          query={listQuery(shown.query)}
          buttonClass="btn btn-ghost h-7"
        />{/if}
      <Views
        columns={address.params.get('columns')}
        here={address.params.toString()}
        oncolumns={(text) => show({ columns: text })}
        onview={(text) => goto(`/fleet?${text}`)}
      />
    </span>
  </div>

  {#if group}
    <p class="mt-2">
      <b>{group.name}</b> means <span class="mono">{group.query}</span>{group.note ? `: ${group.note}` : ''}
      <span class="text-quiet">· kept by {group.savedBy}</span>
      {#if session.mayAct}
        <button class="btn btn-ghost h-7" onclick={() => show({ query: group.query })}>Change group…</button>
        <button class="btn btn-ghost h-7" onclick={() => shown.removeGroup(group.name)}>Remove group</button>
      {/if}
    </p>
  {/if}

  {#if stale}<p class="text-quiet mt-2">{stale} What is shown is the answer to the one before.</p>{/if}
  <div
    class={[
      'mt-3 grid items-start gap-3.5 min-[1180px]:grid-cols-[minmax(0,1fr)_290px]',
      stale && 'opacity-50'
    ]}
    inert={stale !== undefined}
  >
    <DeviceTable
      {rows}
      {columns}
      sort={shown.query.sort}
      {chosen}
      at={shown.cursor}
      onsort={(sort) => show({ sort })}
      onchoose={shown.choose}
      onrange={shown.chooseTo}
      onpoint={(name) => show({ at: name })}
      onview={shown.look}
    />
    {#if shown.current}
      {@const current = shown.current}
      <!-- In a narrow window the list comes first; the device's own page tells the same. -->
      <div class="hidden min-[1180px]:block">
        <DeviceCard
          device={current}
          oncopy={() => shown.copy([current.name])}
          onremoved={() => {
            chosen.delete(current.name);
            return shown.load();
          }}
        />
      </div>
    {/if}
  </div>
{/if}

{#if chosen.size > 0}
  <ChosenBar
    names={[...chosen]}
    onletgo={() => chosen.clear()}
    onedit={() => (opened = 'edit')}
    oncopy={() => shown.copy([...chosen])}
    onremove={shown.removeChosen}
  />
{/if}

{#if opened === 'edit' && fleet}
  <EditMany
    names={[...chosen]}
    sites={fleet.sites.map((each) => each.value)}
    roles={fleet.roles.map((each) => each.value)}
    tags={fleet.tags.map((each) => each.value)}
    oncancel={close}
    ondone={(edit) => {
      shown.notice = { text: `Changed ${count(chosen.size, 'device')}.`, edit };
      close();
      chosen.clear();
      shown.load();
    }}
    onundone={(text) => {
      shown.notice = { text };
      shown.load();
    }}
  />
{/if}

{#if opened === 'group' && fleet}
  <KeepGroup
    query={wholeQuery(shown.query)}
    matching={fleet.matching}
    groups={shown.groups}
    oncancel={close}
    ondone={async (name) => {
      close();
      await shown.loadGroups();
      await shown.ask(groupQuery(name));
    }}
  />
{/if}

{#if opened === 'releases'}<Releases onclose={close} />{/if}
