<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { api, need, type CredentialSet, type JobLine } from '$lib/api/client';
  import JobBar from '$lib/parts/job/JobBar.svelte';
  import ListMenu from '$lib/parts/form/ListMenu.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { listKeys, rowAt } from '$lib/keys/listKeys';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { bringsIn, deviceOf, endedOf, isOfFleet, mayTryAgain, rateOf, saysRate, totalOf } from '../jobText';
  import { JobLines, type LineFilter } from './jobLines.svelte';
  import PastTaking from './PastTaking.svelte';
  import LineTable from './LineTable.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  type State = JobLine['state'];
  const SIZE = 200;
  const id = $derived(Number(page.params.id));
  const filter = $derived<LineFilter>({
    state: (address.params.get('state') ?? '') as State | '',
    outcome: address.params.get('outcome') ?? ''
  });
  const shown = new JobLines();
  const job = $derived(shown.job);
  const lines = $derived(shown.lines);
  let size = $state(SIZE);
  let sets = $state<CredentialSet[]>([]);
  let otherSet = $state<number | undefined>();
  let at = $state(-1);
  const chosen = new SvelteSet<number>();

  const states: [State, string][] = [
    ['DONE', 'done'],
    ['FAILED', 'failed'],
    ['STOPPED', 'stopped'],
    ['IN_HAND', 'in hand'],
    ['WAITING', 'waiting']
  ];
  const again = $derived((job?.states.FAILED ?? 0) + (job?.states.STOPPED ?? 0));

  const doing = new Doing(() => shown.ask(id, filter, size));

  const added = $derived(
    lines.filter((line) => line.outcome === 'ADDED').map((line) => deviceOf(line) ?? '')
  );

  const copyAdded = () =>
    act(async () => {
      const started = await need(api.POST('/api/copies', { body: { devices: added } }));
      await goto(`/jobs/${started.job}`);
    });

  function move(by: number) {
    at = at < 0 && by === 1 ? 0 : rowAt(at, by, lines.length);
  }

  function choose() {
    const line = lines[at];
    if (line && session.mayAct && mayTryAgain(line) && !chosen.delete(line.number)) chosen.add(line.number);
  }

  async function act(what: () => Promise<unknown>) {
    if (await doing.act(what)) chosen.clear();
  }

  const stop = () => act(() => need(api.POST('/api/jobs/{id}/stop', { params: { path: { id } } })));
  const retry = (numbers: number[]) =>
    act(() =>
      need(
        api.POST('/api/jobs/{id}/retry', {
          params: { path: { id } },
          body: { lines: numbers, credentialSet: otherSet }
        })
      )
    );
  const accept = (line: JobLine, fingerprint: string) =>
    act(async () => {
      await need(api.POST('/api/host-keys', { body: { host: line.host, port: line.port, fingerprint } }));
      await need(
        api.POST('/api/jobs/{id}/retry', { params: { path: { id } }, body: { lines: [line.number] } })
      );
    });

  const moveTo = (line: JobLine) =>
    act(async () => {
      const params = { path: { name: line.found } };
      await need(
        api.PUT('/api/devices/{name}/address', { params, body: { host: line.host, port: line.port } })
      );
      await goto(`/devices/${encodeURIComponent(line.found)}`);
    });

  /** Of a device in the fleet it is the device that must allow it; of a new one its line. */
  const allowTelnet = (line: JobLine) =>
    act(async () => {
      if (job && isOfFleet(job.kind)) {
        const params = { path: { name: line.target } };
        await need(api.PUT('/api/devices/{name}/telnet', { params, body: { allowed: true } }));
      }
      const body = { lines: [line.number], allowTelnet: true };
      await need(api.POST('/api/jobs/{id}/retry', { params: { path: { id } }, body }));
    });

  const show = (state: string, outcome = '') => address.change({ state, outcome });
  const retriable = $derived(shown.lines.filter(mayTryAgain).map((line) => line.number));

  // What was chosen of one job means nothing in another.
  whenever(
    () => id,
    () => {
      chosen.clear();
      [at, size, otherSet] = [-1, SIZE, undefined];
      doing.forget();
    }
  );

  whenever(() => [id, filter, size], doing.load);

  onMount(() => {
    if (session.mayAct)
      need(api.GET('/api/credential-sets')).then(
        (all) => (sets = all),
        () => {}
      );
    const ends = [
      live.on('job', (moved) => {
        if (moved === 0 || moved === id) doing.load();
      }),
      keys.add([
        ...listKeys('line', move),
        { key: 'x', says: 'choose or let go of the line, to try it again', run: choose },
        { key: 'Escape', says: 'let go of all chosen lines', run: () => chosen.clear() }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>{job?.title ?? 'Job'} · Chaperone</title></svelte:head>

<ProblemNote problem={doing.problem} class="mb-3" />

{#if job}
  {@const ended = endedOf(job)}
  {@const total = totalOf(job)}
  <div class="flex items-start gap-2">
    <div class="grow">
      <h1>{job.title}</h1>
      <p class="text-quiet">
        <a class="underline" href="/jobs">Job {job.id}</a> · asked by {job.askedBy}, <When at={job.askedAt} />
        {#if job.endedAt}· ended <When at={job.endedAt} full />{:else if job.stopAsked}· stopping{/if}
      </p>
    </div>
    {#if session.mayAct && !job.endedAt}
      <button class="btn" onclick={stop} disabled={job.stopAsked}>Stop</button>
    {/if}
  </div>

  <div class="panel mt-3 p-4">
    <div class="mb-2 flex items-baseline gap-4">
      <span class="shrink-0 text-xl font-bold" role="status">{ended} of {total}</span>
      {#if saysRate(job)}<span class="text-quiet shrink-0">{rateOf(job)} a minute</span>{/if}
      {#if job.inHand.length > 0}<span class="min-w-0 truncate">in hand: {job.inHand.join(', ')}</span>{/if}
      {#if !job.endedAt}<span class="text-quiet ml-auto shrink-0">It goes on when you leave this page.</span
        >{/if}
    </div>
    <JobBar {job} />
    <div class="mt-3 flex flex-wrap gap-1.5" role="group" aria-label="How lines ended">
      {#each job.outcomes as outcome (outcome.outcome)}
        {@const isShown = filter.outcome === outcome.outcome}
        <button class="chip" aria-pressed={isShown} onclick={() => show('', isShown ? '' : outcome.outcome)}
          ><b>{outcome.lines}</b> {outcome.meaning.replace(/\.$/, '')}</button
        >
      {/each}
    </div>
  </div>

  {#if job.kind === 'PAST' && job.endedAt}<PastTaking job={job.id} />{/if}
  <div class="mt-3 flex flex-wrap items-center gap-1.5">
    <button class="chip" aria-pressed={filter.state === '' && filter.outcome === ''} onclick={() => show('')}
      >all <span class="text-quiet">{total}</span></button
    >
    {#each states as [state, word] (state)}
      {#if (job.states[state] ?? 0) > 0 || filter.state === state}
        <button class="chip" aria-pressed={filter.state === state} onclick={() => show(state)}>
          {word} <span class="text-quiet">{job.states[state]}</span>
        </button>
      {/if}
    {/each}
    <ListMenu
      path="/api/jobs/{id}/lines"
      query={new URLSearchParams({ states: filter.state, outcome: filter.outcome }).toString()}
    />
    {#if session.mayAct && filter.outcome !== '' && retriable.length > 0}
      <button class="btn" onclick={() => retriable.forEach((number) => chosen.add(number))}
        >Choose these {retriable.length}</button
      >
    {/if}
    {#if session.mayAct && added.length > 0}
      <button class="btn mr-4 ml-auto" onclick={copyAdded}>Copy the {added.length} added now</button>
    {/if}
    {#if session.mayAct && again > 0}
      <span class="{added.length > 0 ? '' : 'ml-auto'} flex items-center gap-2">
        {#if bringsIn(job.kind)}
          <label class="flex items-center gap-2">
            with
            <select class="select w-60" bind:value={otherSet} aria-label="Credential set for trying again">
              <option value={undefined}>the same credential set</option>
              {#each sets as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
            </select>
          </label>
        {/if}
        <button class="btn btn-primary" onclick={() => retry([...chosen])}>
          {chosen.size > 0 ? `Try ${chosen.size} chosen again` : `Try all ${again} again`}
        </button>
      </span>
    {/if}
  </div>

  <LineTable {lines} {chosen} {at} kind={job.kind} onaccept={accept} ontelnet={allowTelnet} onmove={moveTo} />
  {#if shown.matching > lines.length}
    <p class="mt-2">
      {lines.length} of {shown.matching.toLocaleString('en-GB')} lines shown.
      {#if size < 500}<button class="btn" onclick={() => (size = 500)}>Show more</button>{:else}Choose a state
        to see the rest.{/if}
    </p>
  {/if}
{:else if !doing.problem}
  <p class="text-quiet">Loading…</p>
{/if}
