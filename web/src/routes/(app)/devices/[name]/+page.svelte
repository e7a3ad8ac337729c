<script lang="ts">
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import {
    api,
    asProblem,
    need,
    type Compare,
    type ConfigKind,
    type Problem,
    type Revision
  } from '$lib/api/client';
  import { linesOf, oneColumn, places, unfolded, type FoldLine, type Line } from '$lib/parts/compareRows';
  import CompareTable from '$lib/parts/CompareTable.svelte';
  import ProblemNote from '$lib/parts/ProblemNote.svelte';
  import RevisionLine from '$lib/parts/RevisionLine.svelte';
  import { address } from '$lib/state/address.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { keys } from '$lib/state/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count, moment } from '$lib/text/time';
  import { handlesOf, moved, viewOf } from './deviceView';
  import { opened } from './opened.svelte';

  /** Lines fetched when a fold is opened. */
  const FETCHED = 400;
  const name = $derived(page.params.name ?? '');
  const view = $derived(viewOf(address.params));
  // A value of its own: the view is another object whenever a handle moves.
  const kind = $derived(view.kind);
  let revisions = $state<Revision[] | undefined>();
  let compare = $state<Compare | undefined>();
  let shown = $state<Line[]>([]);
  let place = $state<number | undefined>();
  let problem = $state<Problem | undefined>();

  const handles = $derived(handlesOf(view, revisions ?? []));
  const lines = $derived(view.layout === 'one' ? oneColumn(shown) : shown);
  const starts = $derived(places(lines));
  const path = $derived({ name });

  async function loadRevisions() {
    const wantedName = name;
    const wantedKind = kind;
    try {
      const query = { kind: view.kind };
      const all = await need(api.GET('/api/devices/{name}/revisions', { params: { path, query } }));
      // The reader may have gone on to another device meanwhile.
      if (wantedName !== name || wantedKind !== kind) return;
      revisions = all;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  async function loadCompare(before: number, after: number, kind: ConfigKind, noise: boolean) {
    try {
      const query = { before, after, kind, noise };
      compare = await need(api.GET('/api/devices/{name}/compare', { params: { path, query } }));
      shown = linesOf(compare);
      place = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  $effect(() => {
    void [name, kind];
    // Revisions of another device, or of its other configuration, have numbers that mean nothing here.
    revisions = undefined;
    untrack(loadRevisions);
  });

  // Only what the comparison depends on: a copy that finds nothing new must not throw the reader back to the top.
  const wanted = $derived(handles ? [handles.a, handles.b, view.kind, view.noise, name].join(' ') : '');
  $effect(() => {
    if (wanted === '') compare = undefined;
    else untrack(() => handles && loadCompare(handles.a, handles.b, view.kind, view.noise));
  });

  const show = (changes: Record<string, string>) => address.change(changes);

  function step(handle: 'a' | 'b', by: number) {
    const next = handles && moved(revisions ?? [], handles[handle], by);
    if (next) show({ [handle]: String(next) });
  }

  function jump(by: number) {
    if (starts.length === 0) return;
    const here = place ?? (by > 0 ? -1 : lines.length);
    place =
      by > 0
        ? (starts.find((start) => start > here) ?? starts[0])
        : (starts.findLast((start) => start < here) ?? starts.at(-1));
  }

  async function unfold(fold: FoldLine) {
    if (!handles) return;
    try {
      const query = { kind: view.kind, from: fold.afterStart, count: Math.min(FETCHED, fold.count) };
      const fetched = await need(
        api.GET('/api/devices/{name}/revisions/{number}/lines', {
          params: { path: { name, number: handles.b }, query }
        })
      );
      shown = unfolded(shown, fold, fetched.lines);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  async function countAsWhole(number: number) {
    try {
      const params = { path: { name, number }, query: { kind: view.kind } };
      await need(api.POST('/api/devices/{name}/revisions/{number}/whole', { params }));
      await loadRevisions();
      await opened.load(name);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const titleOf = (letter: string, revision: Revision) => {
    const origin = revision.origin === 'FIRST_COPY' ? 'first copy' : 'not planned here';
    return `${letter} · revision ${revision.number} · ${origin} · ${moment(Date.parse(revision.firstCopyAt), clock.now)}`;
  };

  onMount(() => {
    const ends = [
      live.on('fleet', loadRevisions),
      keys.add([
        { key: 'n', says: 'next difference', run: () => jump(1) },
        { key: 'p', says: 'previous difference', run: () => jump(-1) },
        { key: '[', says: 'move A to the revision before', run: () => step('a', -1) },
        { key: ']', says: 'move A to the revision after', run: () => step('a', 1) },
        { key: '{', says: 'move B to the revision before', run: () => step('b', -1) },
        { key: '}', says: 'move B to the revision after', run: () => step('b', 1) }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

{#if problem}<div class="mb-3"><ProblemNote {problem} /></div>{/if}

{#if opened.detail}
  {@const device = opened.detail.device}
  <div class="mt-3 flex items-center gap-2">
    <div class="join" role="group" aria-label="Which configuration">
      {#each ['RUNNING', 'SAVED'] as const as each (each)}
        <button
          class="btn join-item"
          aria-pressed={kind === each}
          onclick={() => show({ kind: each, a: '', b: '' })}
          >{each === 'RUNNING' ? 'Running' : 'Saved'}</button
        >
      {/each}
    </div>
    {#if session.mayAct}
      {#if handles && handles.a !== handles.b}
        <a
          class="btn"
          href="/api/devices/{encodeURIComponent(
            name
          )}/compare.diff?before={handles.a}&after={handles.b}&kind={view.kind}"
          download>Export .diff</a
        >
      {/if}
    {/if}
  </div>

  {#if revisions?.length === 0}
    <div class="panel mt-4 max-w-xl p-6">
      <h2>No {view.kind === 'RUNNING' ? 'running' : 'saved'} configuration yet</h2>
      <p class="mt-1">
        The first copy becomes the first revision. Every later copy that finds a change adds one to the line
        that stands here then.
      </p>
      {#if device.lastFailure}
        <p class="text-error mt-2">
          The latest attempt failed. <a class="underline" href="/jobs">See the jobs for the reason.</a>
        </p>
      {/if}
    </div>
  {:else if revisions && handles}
    <div class="mt-3">
      <RevisionLine
        {revisions}
        a={handles.a}
        b={handles.b}
        onmove={(handle, number) => show({ [handle]: String(number) })}
      />
    </div>
    {@const doubted = revisions.find((each) => each.number === handles.b && each.incomplete !== '')}
    {#if doubted}
      <p class="bg-modified border-base-300 rounded-field mt-3 flex items-center gap-3 border px-3 py-1.5">
        <span class="grow"
          ><b>Revision {doubted.number} may be only a part:</b>
          {doubted.incomplete}. It does not count as kept.</span
        >
        {#if session.mayAct}
          <button class="btn" onclick={() => countAsWhole(doubted.number)}>Count it as whole</button>
        {/if}
      </p>
    {/if}
    {#if compare}
      <div class="mt-3 mb-2 flex flex-wrap items-center gap-3" aria-live="polite">
        {#if handles.a === handles.b}
          <span class="font-semibold">Revision {handles.a}, {count(compare.after.lines, 'line')}.</span>
          <span class="text-quiet">Move A or B to compare.</span>
        {:else if compare.counts.places === 0}
          <span class="font-semibold">No difference{compare.counts.noise > 0 ? ' but noise' : ''}.</span>
        {:else}
          <span class="mono text-success text-[15px] font-bold">+{compare.counts.added} added</span>
          <span class="mono text-warning text-[15px] font-bold">~{compare.counts.modified} modified</span>
          <span class="mono text-error text-[15px] font-bold">−{compare.counts.removed} removed</span>
          <span class="text-quiet"
            >in {count(compare.counts.places, 'place')}{compare.isShortest
              ? ''
              : ' (more lines may be shown than needed)'}</span
          >
          <button class="btn" onclick={() => jump(-1)}>‹ previous <kbd>p</kbd></button>
          <button class="btn" onclick={() => jump(1)}>next › <kbd>n</kbd></button>
        {/if}
        <span class="ml-auto flex items-center gap-1.5">
          {#if compare.counts.noise > 0}
            <button
              class="chip"
              aria-pressed={view.noise}
              title={compare.noise.map((each) => `${each.name}: ${each.reason}`).join('\n')}
              onclick={() => show({ noise: view.noise ? '' : '1' })}
            >
              {count(compare.counts.noise, 'noise line')}
              {view.noise ? 'shown' : 'set aside'}
            </button>
          {/if}
          <button class="chip" aria-pressed={view.layout === 'side'} onclick={() => show({ layout: 'side' })}
            >Side by side</button
          >
          <button class="chip" aria-pressed={view.layout === 'one'} onclick={() => show({ layout: 'one' })}
            >One column</button
          >
        </span>
      </div>
      <CompareTable
        {lines}
        layout={view.layout}
        beforeTitle={titleOf('A', compare.before)}
        afterTitle={titleOf('B', compare.after)}
        at={place}
        onunfold={unfold}
      />
    {/if}
  {/if}
{/if}
