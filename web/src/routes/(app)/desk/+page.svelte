<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import ChangeChart from '$lib/parts/history/ChangeChart.svelte';
  import { address } from '$lib/state/address.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count, weekdayAndTime } from '$lib/text/time';
  import SiteAnswers from '$lib/parts/fleet/SiteAnswers.svelte';
  import DeskArrange from './DeskArrange.svelte';
  import DeskNotes from './DeskNotes.svelte';
  import DeskRoutines from './DeskRoutines.svelte';
  import DeskWaiting from './DeskWaiting.svelte';
  import DeskNeeds from './DeskNeeds.svelte';
  import { PART_WORDS, shownAgain, type DeskPart } from './deskLayout';
  import { DeskState } from './deskState.svelte';

  const desk = new DeskState();
  const summary = $derived(desk.summary.value);
  const found = $derived(desk.found.value);
  const layout = $derived(desk.layout);
  const COLUMNS = ['main', 'side'] as const;
  let isArranging = $state(false);
  const SPANS = [
    { name: '', word: 'Last looked' },
    { name: 'day', word: 'Day' },
    { name: 'week', word: 'Week' },
    { name: 'month', word: 'Month' }
  ];
  const SAID: Record<string, string> = {
    day: 'In the last day',
    week: 'In the last week',
    month: 'In the last month'
  };
  const historyOf = (more: Record<string, string>) =>
    `/history?${new URLSearchParams({ since: summary?.span.since ?? '', until: summary?.span.until ?? '', ...more })}`;

  whenever(() => desk.span, desk.load);

  onMount(() => {
    void desk.meet();
    const ends = [
      live.on('fleet', desk.load),
      live.on('change', desk.load),
      keys.add([{ key: 'a', says: 'start a change', run: () => session.mayAct && void goto('/changes?new') }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Desk · Chaperone</title></svelte:head>

<div class="flex flex-wrap items-start justify-between gap-3">
  <h1>{weekdayAndTime(clock.now, preferences.zone)}</h1>
  <div class="flex items-center gap-2">
    <div class="join" role="group" aria-label="Since when">
      {#each SPANS as span (span.name)}
        <button
          class="btn join-item"
          aria-pressed={desk.span === span.name}
          onclick={() => address.change({ span: span.name })}>{span.word}</button
        >
      {/each}
    </div>
    <button class="btn" aria-pressed={isArranging} onclick={() => (isArranging = !isArranging)}
      >Arrange</button
    >
    {#if session.mayAct}<a class="btn btn-primary" href="/changes?new">Start a change…</a>{/if}
  </div>
</div>
<p class="text-quiet" aria-busy={desk.summary.isAwaited}>
  {#if summary}
    {#if SAID[desk.span]}{SAID[desk.span]}{:else if desk.lastLooked}Since you last looked on {weekdayAndTime(
        Date.parse(desk.lastLooked),
        preferences.zone,
        ' at '
      )}{:else}In the last day{/if}:
    <a class="text-base-content font-semibold hover:underline" href={historyOf({})}
      >{count(summary.matching, 'change')} on {count(summary.devices, 'device')}</a
    >{#if summary.notPlanned > 0}, of which
      <a
        class="text-error font-semibold hover:underline"
        href={historyOf({ kinds: 'RUNNING', which: 'elsewhere' })}
        >{summary.notPlanned} {summary.notPlanned === 1 ? 'was' : 'were'} not planned here</a
      >{/if}.
    {#if summary.open > 0}
      <a class="text-error hover:underline" href={historyOf({ which: 'open' })}
        >{summary.open} nobody has accounted for</a
      >.
    {:else if summary.matching > 0}Everything is accounted for.{:else}
      {count(summary.lookedAt, 'device')} of {summary.allDevices} were looked at.{/if}
    {#if found && found.newFindings > 0}
      <a
        class="text-error hover:underline"
        href="/standards/findings?{new URLSearchParams({ since: desk.since })}"
        >{count(found.newFindings, 'new finding')}</a
      >.
    {/if}
  {:else}&nbsp;{/if}
</p>
<ProblemNote problem={desk.summary.problem ?? desk.found.problem} class="mt-3" />

{#if found && summary && layout}
  {#if isArranging}
    <div class="panel mt-3 flex flex-wrap items-center gap-2 px-4 py-2">
      <span class="text-quiet">{layout.hidden.length > 0 ? 'Hidden:' : 'Nothing is hidden.'}</span>
      {#each layout.hidden as part (part)}
        <button class="btn h-7" onclick={() => desk.arrange(shownAgain(layout, part))}
          >Show {PART_WORDS[part].toLowerCase()}</button
        >
      {/each}
      <ProblemNote problem={desk.keeping.problem} />
      <button class="btn btn-primary ml-auto" onclick={() => (isArranging = false)}>Done</button>
    </div>
  {/if}
  <div
    class={[
      'mt-3 grid grid-cols-1 items-start gap-4',
      layout.main.length > 0 && layout.side.length > 0 && 'xl:grid-cols-[minmax(0,1fr)_300px]'
    ]}
    aria-busy={desk.found.isAwaited}
  >
    {#each COLUMNS as column (column)}
      {#if layout[column].length > 0}
        <div class="grid min-w-0 gap-4">
          {#each layout[column] as part (part)}
            {#if isArranging}<DeskArrange {part} {column} {layout} onarrange={desk.arrange} />{/if}
            {@render shown(part)}
          {/each}
        </div>
      {/if}
    {/each}
  </div>
{:else if !desk.found.problem && !desk.summary.problem}<p class="text-quiet mt-4">Loading…</p>{/if}

{#snippet shown(part: DeskPart)}
  {#if !found || !summary}<p class="text-quiet">Loading…</p>
  {:else if part === 'NEEDS'}<DeskNeeds needs={desk.needs} matching={found.matching} />
  {:else if part === 'CHART'}
    <ChangeChart
      {summary}
      onchoose={(since, until) => goto(`/history?${new URLSearchParams({ since, until })}`)}
    />
  {:else if part === 'NOTES'}<DeskNotes notes={found.notes} />
  {:else if part === 'ANSWERS'}<SiteAnswers answers={found.answers} devices={summary.allDevices} />
  {:else if part === 'ROUTINES'}<DeskRoutines routines={desk.routines} />
  {:else}<DeskWaiting changes={desk.waiting} cases={found.cases} reviews={found.reviews} />{/if}
{/snippet}
