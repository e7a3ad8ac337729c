<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need, type FindingRow, type MapView } from '$lib/api/client';
  import { QUESTIONS } from '$lib/parts/fleet/fourMarks';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import { drawingOf, leadingFrom, questionOf, type Box } from './drawing';
  import MapFindings from './MapFindings.svelte';
  import { toldOf } from './mapFindings';
  import MapCanvas from './MapCanvas.svelte';
  import MapNotes from './MapNotes.svelte';
  import type { Spot } from './noteSpots';
  import PairList from './PairList.svelte';

  let map = $state.raw<MapView | undefined>();
  let pins = $state(false);
  let pinned = $state<Spot | undefined>();
  const site = $derived(address.params.get('site') ?? '');
  const question = $derived(questionOf(address.params.get('by')));
  /** What departs at the site that is looked at, while the drawing shows who is sound. */
  const findings = new Latest<{ findings: FindingRow[]; matching: number }>();
  const showsFindings = $derived(site !== '' && question === 'sound');
  const found = $derived(showsFindings ? (findings.value?.findings ?? []) : []);
  const drawing = $derived(map ? drawingOf(map, question, site, toldOf(found)) : undefined);
  const leading = $derived(map ? leadingFrom(map, site) : []);
  const notes = $derived(map?.notes.filter((note) => note.site === site) ?? []);
  const news = $derived(map?.notes.filter((note) => note.isNew).length ?? 0);

  const MOST_FINDINGS = 500;
  const find = async () => {
    if (!showsFindings) return;
    const query = { site, size: MOST_FINDINGS, order: 'DEVICE' as const };
    await findings.ask(need(api.GET('/api/findings', { params: { query } })));
  };
  whenever(() => `${showsFindings} ${site}`, find);

  const doing = new Doing(async () => {
    map = await need(api.GET('/api/map'));
    await find();
  });

  const open = (box: Box) =>
    box.kind === 'SITE'
      ? address.change({ site: box.name })
      : goto(`/devices/${encodeURIComponent(box.name)}`);
  /** In one request. */
  const MOST_PLACES = 1000;
  const place = (box: Box, x: number, y: number) =>
    doing.act(() => {
      // The others stay where they are drawn: only what is dragged moves.
      const others = (drawing?.boxes ?? []).filter((each) => each !== box && !each.isPlaced);
      const places = [{ ...box, x, y }, ...others].slice(0, MOST_PLACES);
      const body = { places: places.map(({ kind, name, x, y }) => ({ kind, name, x, y })) };
      return regret.of(`Moved ${box.name}.`, need(api.PUT('/api/map/places', { body })), doing.load);
    });
  const forget = () =>
    doing.act(() =>
      regret.of('The map arranges itself again.', need(api.DELETE('/api/map/places')), doing.load)
    );
  const pin = (text: string) =>
    doing.act(async () => {
      if (pinned) await need(api.POST('/api/map/notes', { body: { site, ...pinned, text } }));
      pinned = undefined;
    });

  function leave() {
    if (pins || pinned) [pins, pinned] = [false, undefined];
    else address.change({ site: '' });
  }

  onMount(() => {
    doing.load();
    const ends = [
      live.on('fleet', doing.load),
      keys.add([
        { key: 'Escape', says: 'leave pinning, or go back to all sites', run: leave },
        { key: 'n', says: 'pin a note', run: () => session.mayAct && (pins = true) }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Map · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>
      {#if site}<a class="underline" href="/map?by={question}">Map</a> › {site}{:else}Map{/if}
    </h1>
    <p class="text-quiet">
      {#if map && drawing}
        {site
          ? `${count(drawing.boxes.filter((box) => box.kind === 'DEVICE').length, 'device')} at this site`
          : `${count(map.devices.length, 'device')} at ${count(drawing.boxes.length, 'site')}`}, links as the
        devices’ neighbour tables tell them{news > 0 ? ` · ${count(news, 'new note')}` : ''}
      {/if}
    </p>
  </div>
  <div class="join" role="group" aria-label="Which answer the drawing shows">
    {#each QUESTIONS as each (each.key)}
      <button
        class="btn join-item"
        aria-pressed={question === each.key}
        onclick={() => address.change({ by: each.key })}>{each.word}</button
      >
    {/each}
  </div>
  {#if session.mayAct}
    <button class="btn" aria-pressed={pins} onclick={() => (pins = !pins)}>Pin a note…</button>
    {#if map && map.places.length > 0}<button class="btn" onclick={forget}>Let it arrange itself</button>{/if}
  {/if}
</div>

<ProblemNote problem={doing.problem ?? findings.problem} class="mt-3" />
{#if map && map.devices.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Nothing to draw yet</h2>
    <p class="mt-1">
      The map shows sites and devices, and the links that their neighbour tables tell.
      {#if session.mayAct}<a class="underline" href="/fleet/bring-in">Bring devices in.</a>{/if}
    </p>
  </div>
{:else if map && drawing}
  {#if pins}
    <p class="bg-chosen rounded-field mt-2 px-3 py-1.5" role="status">
      Click what the note is about, or a free place. By keyboard: Tab to it and press Enter.
    </p>
  {/if}
  <div class="mt-3 grid items-start gap-3.5 xl:grid-cols-[minmax(0,1fr)_270px]">
    {#key `${site}`}
      <MapCanvas
        {drawing}
        {notes}
        {pins}
        mayArrange={session.mayAct}
        onopen={open}
        onplace={place}
        onpin={(spot) => {
          pins = false;
          pinned = spot;
        }}
      />
    {/key}
    <div class="flex flex-col gap-3.5">
      <MapNotes
        {notes}
        asks={pinned}
        onpin={pin}
        oncancel={() => (pinned = undefined)}
        onchanged={doing.load}
      />
      {#if site === ''}<PairList />{/if}
      {#if showsFindings && findings.value}<MapFindings
          {site}
          {found}
          matching={findings.value.matching}
        />{/if}
      {#if leading.length > 0}
        <section class="panel p-3.5" aria-labelledby="strangers">
          <h2 id="strangers">Neighbours that are not in the fleet</h2>
          <ul class="mt-1">
            {#each leading.slice(0, 12) as link (`${link.near} ${link.nearPort} ${link.far} ${link.farPort}`)}
              <li class="flex items-center gap-1">
                <span
                  class="text-quiet grow truncate"
                  title="{link.near} {link.nearPort} sees {link.far} {link.farPort}; nothing is known of the other end"
                >
                  {link.near} <span class="mono">{link.nearPort}</span> sees <b>{link.far}</b>
                  <span class="mono">{link.farPort}</span>
                </span>
                {#if session.mayAct}<a
                    class="btn btn-ghost h-6 px-1.5"
                    href="/fleet/bring-in?address={encodeURIComponent(link.far)}"
                    aria-label="Bring {link.far} in…">Bring in…</a
                  >{/if}
              </li>
            {/each}
          </ul>
          {#if leading.length > 12}<p class="text-quiet">and {leading.length - 12} more</p>{/if}
        </section>
      {/if}
    </div>
  </div>
{:else if !doing.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
