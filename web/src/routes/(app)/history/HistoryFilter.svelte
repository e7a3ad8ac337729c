<script lang="ts">
  import type { HistoryKind, Problem } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import ExportMenu from './ExportMenu.svelte';
  import Menu from '$lib/parts/form/Menu.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { requestOf, GROUPINGS, KIND_WORDS, KINDS, USUAL, type HistoryView } from './historyView';
  import { clock } from '$lib/state/clock.svelte';

  interface Props {
    view: HistoryView;
    problem: Problem | undefined;
    /** When the span ends that is shown. */
    newest: string | undefined;
    onseek: (changes: Record<string, string>) => void;
  }

  let { view, problem, newest, onseek }: Props = $props();
  let bar: QueryBar | undefined = $state();
  export const focus = () => bar?.focus();

  const WHICH = [
    { name: '', word: 'All' },
    { name: 'planned', word: 'Planned here' },
    { name: 'elsewhere', word: 'Not planned' },
    { name: 'open', word: 'Open' }
  ];
  const isUsual = $derived(view.kinds.join(' ') === USUAL.join(' '));
  const kindsSaid = $derived(isUsual ? 'Usual kinds' : view.kinds.map((kind) => KIND_WORDS[kind]).join(', '));
  const asked = $derived(
    new URLSearchParams(
      Object.entries(requestOf(view, clock.now))
        .filter(([, value]) => value !== undefined)
        .map(([name, value]) => [name, String(value)])
    ).toString()
  );

  function toggle(kind: HistoryKind) {
    const has = view.kinds.includes(kind);
    const next = KINDS.filter((each) => (each === kind ? !has : view.kinds.includes(each)));
    onseek({ kinds: next.join(' ') === USUAL.join(' ') ? '' : next.join(' ') });
  }

  /** As the browser's own field for moments wants it: the reader's time, to the minute. */
  function local(moment: string | undefined): string {
    const then = moment ? new Date(moment) : new Date(NaN);
    if (Number.isNaN(then.getTime())) return '';
    return new Date(then.getTime() - then.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
  }

  const moment = (text: string) => (text ? new Date(text).toISOString() : '');
</script>

<div class="mt-3 flex flex-wrap items-center gap-2">
  <div class="min-w-60 grow">
    <QueryBar
      bind:this={bar}
      value={view.query}
      label="Which devices"
      hint="site is brackwater, role is core…"
      {problem}
      onchange={(query) => onseek({ query })}
    />
  </div>
  <input
    class="input w-56"
    type="search"
    value={view.words}
    maxlength="100"
    placeholder="part, person or address"
    aria-label="Part, person or address"
    onchange={(event) => onseek({ words: event.currentTarget.value })}
  />
  <div class="join" role="group" aria-label="Which changes">
    {#each WHICH as each (each.name)}
      <button
        class="btn join-item"
        aria-pressed={view.which === each.name}
        onclick={() => onseek({ which: each.name })}>{each.word}</button
      >
    {/each}
  </div>
</div>
<div class="mt-2 flex flex-wrap items-center gap-2">
  <Menu label={kindsSaid} buttonClass="btn" class="mt-1 w-52 p-2">
    {#each KINDS as kind (kind)}
      <label class="flex cursor-pointer items-center gap-2 px-2 py-1">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={view.kinds.includes(kind)}
          onchange={() => toggle(kind)}
        />
        {KIND_WORDS[kind]}
      </label>
    {/each}
  </Menu>
  <label class="flex items-center gap-1.5"
    >By
    <select
      class="select w-36"
      value={view.group}
      onchange={(event) => onseek({ group: event.currentTarget.value })}
    >
      {#each GROUPINGS as each (each.name)}<option value={each.name}>{each.word}</option>{/each}
    </select>
  </label>
  <label class="flex items-center gap-1.5"
    >From
    <input
      class="input w-48"
      type="datetime-local"
      value={local(view.since)}
      onchange={(event) => onseek({ since: moment(event.currentTarget.value) })}
    />
  </label>
  <label class="flex items-center gap-1.5"
    >to
    <input
      class="input w-48"
      type="datetime-local"
      disabled={!view.since}
      title={view.since ? undefined : 'Say first from when.'}
      value={local(view.until || (view.since ? newest : undefined))}
      onchange={(event) => onseek({ until: moment(event.currentTarget.value) })}
    />
  </label>
  <span class="ml-auto"><ExportMenu query={asked} /></span>
</div>
{#if problem?.span}<ProblemNote {problem} class="mt-2" />{/if}
