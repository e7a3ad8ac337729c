<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import ChangeChart from '$lib/parts/history/ChangeChart.svelte';
  import { address } from '$lib/state/address.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { keys } from '$lib/state/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count, weekdayAndTime } from '$lib/text/time';
  import DeskAnswers from './DeskAnswers.svelte';
  import DeskNeeds from './DeskNeeds.svelte';
  import { DeskState } from './deskState.svelte';

  const desk = new DeskState();
  const summary = $derived(desk.summary.value);
  const found = $derived(desk.found.value);
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

<div class="flex items-start gap-3">
  <div class="min-w-0 flex-1">
    <h1>{weekdayAndTime(clock.now, preferences.zone)}</h1>
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
      {:else}&nbsp;{/if}
    </p>
  </div>
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
    {#if session.mayAct}<a class="btn btn-primary" href="/changes?new">Start a change…</a>{/if}
  </div>
</div>
<ProblemNote problem={desk.summary.problem ?? desk.found.problem} class="mt-3" />

{#if found && summary}
  <div
    class="mt-3 grid grid-cols-1 items-start gap-4 xl:grid-cols-[minmax(0,1fr)_300px]"
    aria-busy={desk.found.isAwaited}
  >
    <div class="grid min-w-0 gap-4">
      <DeskNeeds needs={desk.needs} matching={found.matching} />
      <ChangeChart
        {summary}
        onchoose={(since, until) => goto(`/history?${new URLSearchParams({ since, until })}`)}
      />
    </div>
    <div class="grid gap-4">
      <DeskAnswers answers={found.answers} devices={summary.allDevices} />
      <section class="panel px-4 py-3" aria-label="Next routines">
        <h2>Next routines</h2>
        {#each desk.routines as routine (routine.name)}
          <a class="flex justify-between gap-3 hover:underline" href="/routines"
            ><span class="truncate">{routine.name}</span>
            <span class="text-quiet whitespace-nowrap"><When at={routine.dueAt[0] ?? ''} /></span></a
          >
        {:else}<p class="text-quiet">None is due.</p>{/each}
      </section>
      {#if desk.waiting.length > 0}
        <section class="panel px-4 py-3" aria-label="Waiting for somebody">
          <h2>Waiting for somebody</h2>
          {#each desk.waiting as change (change.number)}
            <a class="mt-1 block hover:underline" href="/changes/{change.number}"
              ><b>C-{change.number}</b> · {change.title}
              <span class="text-quiet block"
                >{change.state === 'PROPOSED' ? 'for approval' : 'stuck'}, by {change.madeBy}</span
              ></a
            >
          {/each}
        </section>
      {/if}
    </div>
  </div>
{:else if !desk.found.problem && !desk.summary.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
