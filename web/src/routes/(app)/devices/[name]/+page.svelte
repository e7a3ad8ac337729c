<script lang="ts">
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Problem, type Revision } from '$lib/api/client';
  import DiffFile from '$lib/parts/compare/DiffFile.svelte';
  import ComparePanel from '$lib/parts/compare/ComparePanel.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import RevisionLine from '$lib/parts/revision/RevisionLine.svelte';
  import RevisionSaid from '$lib/parts/revision/RevisionSaid.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { KINDS, kinds, originText, titled } from '$lib/text/configKind';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { saidMoment } from '$lib/state/times.svelte';
  import { count } from '$lib/text/time';
  import { handlesOf, moved, otherConfigurationOf, viewOf } from './deviceView';
  import { opened } from './opened.svelte';
  import RestoreDialog from './RestoreDialog.svelte';
  import RevisionMarks from './RevisionMarks.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  const name = $derived(page.params.name ?? '');
  const view = $derived(viewOf(address.params));
  // A value of its own: the view is another object whenever a handle moves.
  const kind = $derived(view.kind);
  let revisions = $state<Revision[] | undefined>();
  let problem = $state<Problem | undefined>();

  const handles = $derived(handlesOf(view, revisions ?? []));
  const chosen = $derived(revisions?.find((each) => each.number === handles?.b));
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

  whenever(
    () => [name, kind],
    () => {
      // Revisions of another device, or of its other configuration, have numbers that mean nothing here.
      revisions = undefined;
      loadRevisions();
    }
  );

  const show = (changes: Record<string, string>) => address.change(changes);

  function step(handle: 'a' | 'b', by: number) {
    const next = handles && moved(revisions ?? [], handles[handle], by);
    if (next) show({ [handle]: String(next), place: '' });
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

  const endOf = (number: number) => ({ device: name, kind: view.kind, number });

  const titleOf = (letter: string, number: number) => {
    const revision = revisions?.find((each) => each.number === number);
    if (!revision) return letter;
    return `${letter} · revision ${revision.number} · ${originText(revision)} · ${saidMoment(revision.firstCopyAt)}`;
  };

  let restores = $state<number | undefined>();

  onMount(() => {
    const ends = [
      live.on('fleet', loadRevisions),
      keys.add([
        { key: '[', also: [','], says: 'move A to the revision before', run: () => step('a', -1) },
        { key: ']', also: ['.'], says: 'move A to the revision after', run: () => step('a', 1) },
        // These need no AltGr on any layout.
        { key: '{', also: [';', '<'], says: 'move B to the revision before', run: () => step('b', -1) },
        { key: '}', also: [':', '>'], says: 'move B to the revision after', run: () => step('b', 1) }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<ProblemNote {problem} class="mb-3" />

{#if opened.detail}
  {@const device = opened.detail.device}
  <div class="mt-3 flex flex-wrap items-center gap-2">
    <div class="join" role="group" aria-label="Which configuration">
      {#each kinds as each (each)}
        <button
          class="btn join-item"
          aria-pressed={kind === each}
          onclick={() => show({ kind: each, a: '', b: '', place: '' })}>{titled(KINDS[each])}</button
        >
      {/each}
    </div>
    {#if handles && handles.a !== handles.b}
      <DiffFile
        pair={{ before: endOf(handles.a), after: endOf(handles.b) }}
        name="{name}-{view.kind.toLowerCase()}-{handles.a}-{handles.b}"
        onproblem={(told) => (problem = told)}
      />
      {#if session.mayAct && view.kind === 'RUNNING'}
        <button class="btn" onclick={() => (restores = handles.a)}>Restore {handles.a}…</button>
      {/if}
    {/if}
    {#if chosen}<RevisionMarks {name} {kind} revision={chosen} onmarked={loadRevisions} />{/if}
    <span class="ml-auto flex gap-2">
      {#if chosen}<a
          class="btn"
          href="/devices/{encodeURIComponent(name)}/events?around={chosen.number}&kind={view.kind}"
          title="What else became different when revision {chosen.number} was found">Events then</a
        >{/if}
      <a class="btn" href={otherConfigurationOf(name)}>Running and saved</a>
      <a
        class="btn"
        href="/compare?bd={encodeURIComponent(name)}&bk={view.kind}{handles ? `&bn=${handles.b}` : ''}"
        >Compare with…</a
      >
    </span>
  </div>

  {#if revisions?.length === 0}
    <div class="panel mt-4 max-w-xl p-6">
      <h2>No {KINDS[view.kind]} configuration yet</h2>
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
    {@const doubted = revisions.find((each) => each.number === handles.b && each.incomplete !== '')}
    <div class="mt-3">
      <RevisionLine
        {revisions}
        a={handles.a}
        b={handles.b}
        onmove={(handle, number) => show({ [handle]: String(number), place: '' })}
        span={address.params.get('span') ?? ''}
        onspan={(span) => show({ span })}
      />
    </div>
    {#if chosen}<RevisionSaid revision={chosen} />{/if}
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
    <ComparePanel
      before={{ device: name, kind, number: handles.a }}
      after={{ device: name, kind, number: handles.b }}
      beforeTitle={titleOf('A', handles.a)}
      afterTitle={titleOf('B', handles.b)}
      {...handles.a === handles.b
        ? {
            instead:
              revisions.length === 1
                ? `The first copy, ${count(chosen?.lines ?? 0, 'line')}: nothing stands before it yet.`
                : `Revision ${handles.a} against itself, ${count(chosen?.lines ?? 0, 'line')}. Move A or B to compare.`
          }
        : {}}
    />
  {/if}
{/if}

{#if restores}
  <RestoreDialog device={name} revision={restores} onclose={() => (restores = undefined)} />
{/if}
