<script lang="ts">
  import { onMount } from 'svelte';
  import type { CompareEnd } from '$lib/api/client';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import CompareCounts from './CompareCounts.svelte';
  import CompareTable from './CompareTable.svelte';
  import { Comparing } from './comparing.svelte';
  import { bothTexts, found, nextPlace, oneColumn, places, type FoldLine } from './compareRows';
  import { compareViewOf } from './compareView';
  import LayoutChoice from './LayoutChoice.svelte';
  import ClauseDialog from '../standard/ClauseDialog.svelte';
  import NoiseDialog from './NoiseDialog.svelte';
  import ProblemNote from '../form/ProblemNote.svelte';
  import { layoutWords, structureFound, structureLines, structurePlaces, wholeLines } from './structureRows';
  import StructureTable from './StructureTable.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    before: CompareEnd;
    after: CompareEnd;
    /** How texts are read; devices have their own. */
    platform?: string;
    beforeTitle: string;
    afterTitle: string;
    /** Said instead of counts, if there is nothing to count. */
    instead?: string;
  }

  let {
    before,
    after,
    platform,
    beforeTitle: beforeWanted,
    afterTitle: afterWanted,
    instead
  }: Props = $props();
  const comparing = new Comparing();
  const number = (count: number) => count.toLocaleString('en-GB');
  const view = $derived(compareViewOf(address.params));
  let place = $state<number | undefined>();
  let finder: HTMLInputElement | undefined = $state();
  let setsAside = $state(false);

  const lines = $derived(view.layout === 'one' ? oneColumn(comparing.lines) : comparing.lines);
  const structure = $derived(comparing.structure ? structureLines(comparing.structure, view.noise) : []);
  const starts = $derived(comparing.structure ? structurePlaces(structure) : places(lines));
  const hits = $derived(comparing.structure ? structureFound(structure, view.find) : found(lines, view.find));
  const marked = $derived(new Set(hits));
  const counts = $derived(comparing.structure?.counts ?? comparing.compare?.counts);
  const aside = $derived(comparing.structure?.counts.aside ?? comparing.compare?.counts.noise ?? 0);
  const isNothing = $derived(!counts || counts.added + counts.modified + counts.removed + counts.moved === 0);
  const ends = $derived(comparing.structure ?? comparing.compare);
  /** Of a moment only the server knows which revision stood then. */
  const titled = (title: string, wanted: CompareEnd, found?: { number?: number }) =>
    wanted.asOf && found?.number ? `${title} · revision ${found.number}` : title;
  const beforeTitle = $derived(titled(beforeWanted, before, ends?.before));
  const afterTitle = $derived(titled(afterWanted, after, ends?.after));
  const isItself = $derived(
    ends?.before.number !== undefined &&
      (['device', 'kind', 'number'] as const).every((key) => ends.before[key] === ends.after[key])
  );
  const noise = $derived(ends?.noise ?? []);
  const layout = $derived(layoutWords(ends?.layout));
  const odd = $derived(comparing.structure?.oddBefore ?? comparing.structure?.oddAfter);

  // A value of its own: the ends are new objects whenever the page is drawn.
  const wanted = $derived(
    JSON.stringify({
      before,
      after,
      platform,
      form: view.layout === 'structure' ? 'structure' : 'lines',
      noise: view.noise,
      all: view.all
    })
  );
  whenever(
    () => wanted,
    async (now) => {
      place = undefined;
      await comparing.load(JSON.parse(now));
      // A link leads to the very difference that its sender looked at.
      if (view.place !== undefined) place = starts[view.place - 1];
    }
  );

  const show = (changes: Record<string, string>) => address.change(changes);

  function go(to: number | undefined) {
    if (to === undefined) return;
    place = to;
    const number = starts.findLastIndex((start) => start <= to) + 1;
    show({ place: number > 0 ? String(number) : '' });
  }

  const jump = (by: 1 | -1) => go(nextPlace(starts, place, by));

  async function unfold(fold: FoldLine) {
    if (!(await comparing.unfold(fold))) await show({ all: '1' });
  }

  /** Equal lines hold it too: they are all shown, once. */
  function seek(text: string) {
    show({ find: text, ...(text !== '' && !view.all ? { all: '1', place: '' } : {}) });
  }

  function look(event: KeyboardEvent) {
    if (event.key === 'Escape') {
      show({ find: '' });
      finder?.blur();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      place = nextPlace(hits, place, event.shiftKey ? -1 : 1);
    }
  }

  /** The line under the mark, to be set aside, with the one it stands against. */
  const pointed = $derived.by(() => {
    if (place === undefined) return undefined;
    const [now, then] = comparing.structure ? wholeLines(structure[place]) : bothTexts(lines[place]);
    // A comparison by structure also tells what stands on no line of its own.
    const line = now || then;
    return line ? { line, other: now && then } : undefined;
  });

  /** Where the line under the mark stands on a device, for a clause; a comparison by structure tells no such lines. */
  const marks = $derived(place === undefined ? undefined : lines[place]);
  const standing = $derived.by(() => {
    const compare = comparing.compare;
    if (!compare || marks?.type !== 'row') return undefined;
    const [end, cell] = marks.after ? [compare.after, marks.after] : [compare.before, marks.before];
    if (!end.device || !end.kind || !end.number || !cell) return undefined;
    return { device: end.device, kind: end.kind, revision: end.number, line: cell.number - 1 };
  });
  let makesClause = $state(false);

  onMount(() =>
    keys.add([
      {
        key: 'l',
        says: 'make a clause of the marked line',
        run: () => (makesClause = session.mayAct && standing !== undefined)
      },
      { key: 'n', says: 'next difference', run: () => jump(1) },
      { key: 'p', says: 'previous difference', run: () => jump(-1) },
      { key: 'f', says: 'find in the comparison', run: () => finder?.focus() },
      {
        key: 'w',
        says: 'side by side, one column, by structure',
        run: () => show({ layout: view.next, place: '' })
      },
      {
        key: 's',
        says: 'set aside lines like the marked one',
        run: () => (setsAside = pointed !== undefined)
      }
    ])
  );
</script>

<ProblemNote problem={comparing.problem} class="my-3" />

<div class="mt-2 mb-2 flex flex-wrap items-center gap-x-2.5 gap-y-1.5" aria-live="polite">
  {#if comparing.isLoading && !counts}
    <span class="text-quiet">Comparing…</span>
  {:else if instead}
    <span class="font-semibold">{instead}</span>
  {:else if isItself}
    <span class="font-semibold"
      >Revision {ends?.after.number} of {ends?.after.device} against itself: nothing can differ.</span
    >
  {:else if counts && isNothing}
    <span class="font-semibold">No difference{aside > 0 ? ' but noise' : ''}.</span>
  {:else if counts}
    <CompareCounts {counts} lines={comparing.compare} />
    <button class="btn" aria-label="Previous difference" onclick={() => jump(-1)}>‹ <kbd>p</kbd></button>
    <button class="btn" aria-label="Next difference" onclick={() => jump(1)}><kbd>n</kbd> ›</button>
  {/if}
  <span class="ml-auto flex flex-wrap items-center gap-1.5">
    {#if aside > 0}
      <button
        class="chip"
        aria-pressed={view.noise}
        title={noise.map((each) => `${each.name}: ${each.reason}`).join('\n')}
        onclick={() => show({ noise: view.noise ? '' : '1', place: '' })}
      >
        {comparing.structure ? `${aside} without a meaning` : count(aside, 'noise line')}
        {view.noise ? 'shown' : 'set aside'}
      </button>
    {/if}
    {#if standing && session.mayAct}
      <button
        class="chip"
        title="What stands at the marked line, as a clause of a standard"
        onclick={() => (makesClause = true)}>Clause… <kbd>l</kbd></button
      >
    {/if}
    {#if pointed && session.mayAct}
      <button
        class="chip"
        title="Set lines like the marked one aside as noise"
        onclick={() => (setsAside = true)}>Set aside… <kbd>s</kbd></button
      >
    {/if}
    {#if comparing.compare || comparing.structure}
      <label class="input h-7 w-36">
        <input
          bind:this={finder}
          value={view.find}
          onkeydown={look}
          oninput={(event) => seek(event.currentTarget.value)}
          maxlength="200"
          aria-label="Find in the comparison"
          placeholder="Find here…"
        />
        {#if view.find !== ''}<span class="text-quiet text-xs whitespace-nowrap">{number(hits.length)}</span
          >{:else}<kbd>f</kbd>{/if}
      </label>
    {/if}
    {#if comparing.compare}
      <button
        class="chip"
        aria-pressed={view.all}
        onclick={() => show({ all: view.all ? '' : '1', place: '' })}>All lines</button
      >
    {/if}
    <LayoutChoice layout={view.layout} onchange={(layout) => show({ layout, place: '' })} />
  </span>
</div>
{#if odd}
  <p class="bg-modified rounded-field mb-2 px-3 py-1.5">
    Not all keeps to the grammar ({odd}); what could not be read is compared as it stands.
  </p>
{/if}
{#if layout}
  <p class="text-quiet mb-2">Without being text, these differ: {layout}.</p>
{/if}
{#if comparing.structure}
  <StructureTable
    lines={structure}
    {beforeTitle}
    {afterTitle}
    at={place}
    hits={marked}
    onpick={(index) => (place = index)}
  />
{:else if comparing.compare}
  <CompareTable
    {lines}
    layout={view.layout === 'one' ? 'one' : 'side'}
    {beforeTitle}
    {afterTitle}
    at={place}
    hits={marked}
    onunfold={unfold}
    onpick={(index) => (place = index)}
  />
{/if}
{#if setsAside && pointed}
  <NoiseDialog
    line={pointed.line}
    other={pointed.other}
    device={ends?.after.device ?? ends?.before.device}
    platform={ends?.after.platform ?? ''}
    onclose={(kept) => {
      setsAside = false;
      if (kept) comparing.load(JSON.parse(wanted));
    }}
  />
{/if}

{#if makesClause && standing}<ClauseDialog {...standing} onclose={() => (makesClause = false)} />{/if}
