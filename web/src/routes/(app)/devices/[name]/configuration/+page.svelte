<script lang="ts">
  import WithSecrets from '$lib/parts/form/WithSecrets.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import {
    api,
    asProblem,
    need,
    type ConfigKind,
    type Heading,
    type LineOrigins,
    type Problem,
    type Revision
  } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { KINDS, kindOf, kinds, titled } from '$lib/text/configKind';
  import { saveFile } from '$lib/files/saveFile';
  import { count } from '$lib/text/time';
  import StatementDialog from '$lib/parts/change/StatementDialog.svelte';
  import { session } from '$lib/state/session.svelte';
  import ConfigText from './ConfigText.svelte';
  import ClauseDialog from '$lib/parts/standard/ClauseDialog.svelte';
  import LineReason from './LineReason.svelte';
  import { headingAt, linesWith, originsOf } from './configText';
  import { Latest } from '$lib/state/latest.svelte';
  import { saidMoment } from '$lib/state/times.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  /** Lines fetched in one request. */
  const FETCHED = 5000;
  const name = $derived(page.params.name ?? '');
  const kind = $derived<ConfigKind>(kindOf(address.params.get('kind')));
  const sought = $derived(address.params.get('find') ?? '');
  let number = $state<number | undefined>();
  let lines = $state.raw<string[]>([]);
  let revisions = $state.raw<Revision[]>([]);
  let outline = $state.raw<Heading[]>([]);
  let at = $state<number | undefined>();
  let isEmpty = $state(false);
  let problem = $state<Problem | undefined>();
  let find = $state<HTMLInputElement | undefined>();

  const found = $derived(linesWith(lines, sought));
  const heading = $derived(headingAt(outline, at ?? 0));

  async function load(wanted: string, wantedKind: ConfigKind) {
    const query = { kind: wantedKind };
    lines = [];
    outline = [];
    at = undefined;
    try {
      revisions = await need(
        api.GET('/api/devices/{name}/revisions', { params: { path: { name: wanted }, query } })
      );
      const newest = revisions.at(-1);
      isEmpty = !newest;
      number = newest?.number;
      if (!newest) return;
      const path = { name: wanted, number: newest.number };
      outline = await need(
        api.GET('/api/devices/{name}/revisions/{number}/outline', { params: { path, query } })
      );
      for (let from = 0; from < newest.lines && wanted === name; from += FETCHED) {
        const part = await need(
          api.GET('/api/devices/{name}/revisions/{number}/lines', {
            params: { path, query: { ...query, from, count: FETCHED } }
          })
        );
        lines = [...lines, ...part.lines];
      }
      if (linked !== undefined && at === undefined) at = Math.min(linked, lines.length) - 1;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  whenever(
    () => ({ name, kind }),
    (wanted) => load(wanted.name, wanted.kind)
  );

  const showsOrigins = $derived(address.params.has('who'));
  const brought = new Latest<LineOrigins>();
  whenever(
    () => ({ name, kind, number, showsOrigins }),
    (wanted) => {
      if (!wanted.showsOrigins || wanted.number === undefined) return brought.forget();
      const params = { path: { name, number: wanted.number }, query: { kind } };
      return brought.ask(need(api.GET('/api/devices/{name}/revisions/{number}/origins', { params })));
    }
  );
  const origins = $derived(brought.value && originsOf(brought.value, revisions, saidMoment));
  const showRevision = (revision: number) => {
    const before = revisions.findLast((each) => each.number < revision)?.number ?? revision;
    return goto(`/devices/${encodeURIComponent(name)}?kind=${kind}&a=${before}&b=${revision}`);
  };

  const isAsked = $derived(address.params.has('why'));
  /** A link leads to the very line. */
  const linked = Number(address.params.get('line') ?? '') || undefined;
  const pick = (line: number, asks = false) => {
    at = Math.max(0, Math.min(lines.length - 1, line));
    if (asks || isAsked) address.change({ line: String(at + 1), why: '1' });
  };
  const letGo = () => address.change({ line: '', why: '' });

  function jump(by: number) {
    if (found.length === 0) return;
    const here = at ?? -1;
    at =
      by > 0
        ? (found.find((line) => line > here) ?? found[0])
        : (found.findLast((line) => line < here) ?? found.at(-1));
  }

  async function saveWithSecrets() {
    if (number === undefined) return;
    const params = { path: { name, number }, query: { kind } };
    try {
      const bytes = await need(
        api.GET('/api/devices/{name}/revisions/{number}/text', { params, parseAs: 'blob' })
      );
      saveFile(bytes as unknown as Blob, `${name}-${kind.toLowerCase()}-${number}.conf`);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  /** One stop for Tab; the arrows walk through the headings. */
  function walk(event: KeyboardEvent) {
    const to =
      event.key === 'ArrowDown'
        ? document.activeElement?.nextElementSibling
        : event.key === 'ArrowUp'
          ? document.activeElement?.previousElementSibling
          : undefined;
    if (!(to instanceof HTMLElement)) return;
    event.preventDefault();
    to.focus();
  }

  let edits = $state(false);
  let makesClause = $state(false);
  const mayEdit = $derived(session.mayAct && kind === 'RUNNING' && number !== undefined);

  onMount(() =>
    keys.add([
      { key: '/', says: 'find in the configuration', run: () => find?.focus() },
      {
        key: 'b',
        says: 'who brought each line',
        run: () => address.change({ who: showsOrigins ? '' : '1' })
      },
      { key: 'j', says: 'next line', run: () => pick((at ?? -1) + 1) },
      { key: 'k', says: 'previous line', run: () => pick((at ?? 1) - 1) },
      { key: 'y', says: 'why is this line here', run: () => pick(at ?? 0, true) },
      { key: 'e', says: 'edit this statement', run: () => mayEdit && (edits = true) },
      {
        key: 'l',
        says: 'make a clause of this',
        run: () => session.mayAct && number !== undefined && (makesClause = true)
      },
      { key: 'Escape', says: 'close that', run: letGo },
      { key: 'n', says: 'next place', run: () => jump(1) },
      { key: 'p', says: 'previous place', run: () => jump(-1) }
    ])
  );
</script>

<ProblemNote problem={problem ?? brought.problem} class="mt-3" />
<div class="mt-3 flex flex-wrap items-center gap-2">
  <div class="join" role="group" aria-label="Which configuration">
    {#each kinds as each (each)}
      <button
        class="btn join-item"
        aria-pressed={kind === each}
        onclick={() => address.change({ kind: each })}>{titled(KINDS[each])}</button
      >
    {/each}
  </div>
  <input
    bind:this={find}
    class="input w-64"
    type="search"
    placeholder="Find in the configuration"
    aria-label="Find in the configuration"
    value={sought}
    oninput={(event) => address.change({ find: event.currentTarget.value })}
    onkeydown={(event) => event.key === 'Enter' && jump(event.shiftKey ? -1 : 1)}
  />
  {#if sought}
    <span role="status">{count(found.length, 'place')}</span>
    <button class="btn" aria-label="Previous place" onclick={() => jump(-1)}>‹ <kbd>p</kbd></button>
    <button class="btn" aria-label="Next place" onclick={() => jump(1)}><kbd>n</kbd> ›</button>
  {/if}
  {#if number}
    <button
      class="btn"
      aria-pressed={showsOrigins}
      title="Since which revision each line stands, and who brought it"
      onclick={() => address.change({ who: showsOrigins ? '' : '1' })}
      >Who brought it <kbd aria-hidden="true">b</kbd></button
    >
    <button
      class="btn"
      aria-pressed={isAsked}
      title="All that is known of the marked line"
      onclick={() => (isAsked ? letGo() : pick(at ?? 0, true))}
      >Why here <kbd aria-hidden="true">y</kbd></button
    >
  {/if}
  {#if mayEdit}
    <button
      class="btn"
      title="The statement at the marked line, as an edit of your draft"
      onclick={() => (edits = true)}>Edit… <kbd aria-hidden="true">e</kbd></button
    >
  {/if}
  {#if session.mayAct && number}
    <button
      class="btn"
      title="What stands at the marked line, as a clause of a standard"
      onclick={() => (makesClause = true)}>Clause… <kbd aria-hidden="true">l</kbd></button
    >
  {/if}
  <span class="text-quiet ml-auto">
    {#if number && !sought}revision {number}, {count(lines.length, 'line')}{/if}
  </span>
  {#if number}
    {@const file = `/api/devices/${encodeURIComponent(name)}/revisions/${number}`}
    <a class="btn" href="{file}/masked?kind={kind}" title="As it is shown here" download>Download</a>
    <WithSecrets what="revision {number} of {name}" onyes={saveWithSecrets} />
  {/if}
</div>

{#if isEmpty}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No {KINDS[kind]} configuration yet</h2>
    <p class="mt-1">Copy the device to see it here.</p>
  </div>
{:else}
  <div
    class={[
      'mt-3 grid gap-3.5',
      isAsked ? 'grid-cols-[200px_minmax(0,1fr)_340px]' : 'grid-cols-[260px_minmax(0,1fr)]'
    ]}
  >
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
    <nav class="panel outline-box" aria-label="Outline" onkeydown={walk}>
      {#each outline as each, i (each.line)}
        <button
          class={['heading mono', heading === each && 'here']}
          style:padding-left="{10 + each.depth * 14}px"
          title={each.text}
          tabindex={heading === each || (!heading && i === 0) ? 0 : -1}
          onclick={() => (at = each.line)}
        >
          <span class="truncate">{each.text}</span>
          {#if each.statements > 0}<span class="text-quiet ml-auto pl-2">{each.statements}</span>{/if}
        </button>
      {/each}
    </nav>
    <ConfigText {lines} {found} {at} {origins} onorigin={showRevision} onpick={pick} />
    {#if isAsked && at !== undefined && number !== undefined}
      <LineReason {name} {kind} revision={number} line={at} ongo={pick} onclose={letGo} />
    {/if}
  </div>
{/if}

{#if makesClause && number !== undefined}
  <ClauseDialog device={name} {kind} revision={number} line={at ?? 0} onclose={() => (makesClause = false)} />
{/if}

{#if edits}
  <StatementDialog device={name} line={at ?? 0} onclose={() => (edits = false)} />
{/if}

<style>
  .outline-box {
    height: calc(100vh - 210px - var(--tray, 0px));
    min-height: 300px;
    overflow-y: auto;
    padding-block: 0.35rem;
  }
  .heading {
    display: flex;
    width: 100%;
    padding-right: 10px;
    min-height: 24px;
    align-items: center;
    text-align: left;
    cursor: pointer;
  }
  .heading:hover,
  .heading.here {
    background: var(--chosen);
  }
</style>
