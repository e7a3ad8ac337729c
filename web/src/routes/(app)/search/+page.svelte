<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Found, type OtherFound, type PastEdit } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import ListMenu from '$lib/parts/form/ListMenu.svelte';
  import Pager from '$lib/parts/form/Pager.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { fleetQuery, foundText, notSearchedText, pairOf } from './searchText';
  import SameLines from './SameLines.svelte';
  import OtherHits from './OtherHits.svelte';
  import { othersText } from './otherHits';
  import PastEdits from './PastEdits.svelte';

  const found = new Latest<Found>();
  const past = new Latest<PastEdit[]>();
  const others = new Latest<OtherFound[]>();
  let input: HTMLInputElement | undefined = $state();

  const text = $derived(address.params.get('text') ?? '');
  const query = $derived(address.params.get('query') ?? '');
  const when = $derived(address.params.get('when') ?? '');
  const isPast = $derived(when === 'past');
  const isOther = $derived(when === 'others');
  const SIZE = 100;
  const page = $derived(Math.max(0, Number(address.params.get('page')) || 0));
  const until = $derived(address.params.get('until') ?? '');
  const problem = $derived(isPast ? past.problem : isOther ? others.problem : found.problem);
  const devices = $derived(
    (found.value?.lines ?? []).flatMap((same) => same.places.map((place) => place.device))
  );
  const fleet = $derived(found.value && fleetQuery(found.value));
  const pair = $derived(pairOf(devices));
  const unsearched = $derived(notSearchedText(found.value?.notSearched ?? []));
  const asked = $derived({ text, query: query || undefined });
  const listed = $derived(new URLSearchParams(query ? { text, query } : { text }).toString());

  const EXAMPLES = [
    'vlan 340',
    'vlan 340 under port',
    'port without text',
    'address within 192.0.2.0/24',
    '/^route .* via 192/'
  ];

  whenever(
    () => [text, query],
    () => {
      if (text.trim().length < 2) return others.forget();
      return others.ask(need(api.GET('/api/search/others', { params: { query: asked } })));
    }
  );
  whenever(
    () => [text, query, when, until, page],
    () => {
      if (text.trim() === '') return [found.forget(), past.forget()];
      if (isOther) return undefined;
      if (!isPast)
        return found.ask(
          need(api.GET('/api/search/lines', { params: { query: { ...asked, page, size: SIZE } } }))
        );
      const moment = Number.isNaN(Date.parse(until)) ? undefined : new Date(until).toISOString();
      return past.ask(
        need(
          api.GET('/api/search/past', { params: { query: { ...asked, until: moment, page, size: SIZE } } })
        )
      );
    }
  );

  onMount(() => {
    if (text === '') input?.focus();
    return keys.add([{ key: '/', says: 'what to look for', run: () => input?.focus() }]);
  });
</script>

<svelte:head><title>Search · Chaperone</title></svelte:head>

<h1>Search</h1>
<p class="text-quiet">
  {#if isPast}Statements that came, were altered, or went, and who did it.{:else if isOther}Names, addresses,
    facts, labels, notes, and the newest tables of every device.{:else}Lines in what every device runs, as
    last copied. Secrets cannot be looked for.{/if}
</p>

<div class="mt-3 flex flex-wrap items-center gap-2">
  <input
    bind:this={input}
    class="input mono min-w-72 flex-1"
    type="search"
    maxlength="200"
    value={text}
    aria-label="What to look for"
    aria-invalid={problem?.field === 'text'}
    placeholder="a line, or: vlan 340 under port"
    onchange={(event) => address.change({ text: event.currentTarget.value, page: '' })}
  />
  <div class="w-80">
    <QueryBar
      value={query}
      label="Which devices"
      hint="on all devices"
      problem={problem?.span ? problem : undefined}
      onchange={(said) => address.change({ query: said, page: '' })}
    />
  </div>
  <div class="join" role="group" aria-label="Where to look">
    <button
      class="btn join-item"
      aria-pressed={!isPast && !isOther}
      onclick={() => address.change({ when: '', until: '', page: '' })}>Lines now</button
    >
    <button
      class="btn join-item"
      aria-pressed={isPast}
      onclick={() => address.change({ when: 'past', page: '' })}>In the past</button
    >
    <button
      class="btn join-item"
      aria-pressed={isOther}
      onclick={() => address.change({ when: 'others', until: '', page: '' })}>Notes, facts, tables</button
    >
  </div>
</div>
<ProblemNote {problem} class="mt-3" />

{#if text.trim() === ''}
  <div class="panel mt-4 max-w-2xl p-6">
    <h2>Which devices still have this line?</h2>
    <p class="mt-1">Write a part of a line, or say where it stands:</p>
    <ul class="mt-2 grid gap-1">
      {#each EXAMPLES as example (example)}
        <li>
          <button
            class="mono text-act-text cursor-pointer hover:underline"
            onclick={() => address.change({ text: example })}>{example}</button
          >
        </li>
      {/each}
    </ul>
  </div>
{:else if isOther}
  {#if others.value}<OtherHits found={others.value} isStale={others.isStale} />
  {:else if text.trim().length < 2}<p class="text-quiet mt-4">Write two letters at least.</p>
  {:else if !others.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
{:else if isPast}
  {#if past.value}<PastEdits edits={past.value} {until} {page} size={SIZE} isStale={past.isStale} />
  {:else if !past.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
{:else if found.value}
  <div class={['mt-3', (found.isStale || found.problem) && 'opacity-60']} aria-busy={found.isAwaited}>
    <div class="flex flex-wrap items-center gap-2">
      <p class="min-w-0 grow" role="status">
        <b>{foundText(found.value, page, SIZE)}</b>
        {#if found.value.lack}<span class="text-warning">· {found.value.lack}</span>{/if}
        {#if unsearched}<span
            class="text-warning"
            title={found.value.notSearched.map(({ names }) => names.join(', ')).join('\n')}
            >· not searched, or may be another by now: {unsearched}</span
          >{/if}
      </p>
      {#if pair}<a
          class="btn"
          href="/compare?bd={encodeURIComponent(pair[0])}&ad={encodeURIComponent(pair[1])}">Compare the two</a
        >{/if}
      {#if fleet}<a class="btn" href="/fleet?{new URLSearchParams({ query: fleet })}">Show in the fleet</a
        >{/if}
      {#if found.value.devices > 0}<ListMenu path="/api/search/lines" query={listed} />{/if}
      <button class="btn" onclick={() => address.change({ when: 'past', page: '' })}>When did it go?</button>
    </div>
    {#if others.value && others.value.length > 0}
      <p class="mt-1">
        <button
          class="text-act-text min-h-[24px] cursor-pointer underline"
          onclick={() => address.change({ when: 'others', page: '' })}
          >Beside configurations: {othersText(others.value)}</button
        >
      </p>
    {/if}
    {#if found.value.lines.length > 0}<SameLines lines={found.value.lines} />{/if}
    {#if found.value.devices > SIZE}
      <Pager {page} size={SIZE} matching={found.value.devices} one="device" before="Before" after="More" />
    {/if}
  </div>
{:else if !found.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
