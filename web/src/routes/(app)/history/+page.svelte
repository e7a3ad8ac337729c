<script lang="ts">
  import { onMount } from 'svelte';
  import ComparePanel from '$lib/parts/compare/ComparePanel.svelte';
  import DarkBar from '$lib/parts/frame/DarkBar.svelte';
  import Pager from '$lib/parts/form/Pager.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import ChangeChart from '$lib/parts/history/ChangeChart.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { listKeys } from '$lib/keys/listKeys';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { saidMoment } from '$lib/state/times.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import AccountDialog from './AccountDialog.svelte';
  import HistoryFilter from './HistoryFilter.svelte';
  import HistorySaid from './HistorySaid.svelte';
  import HistoryTable from './HistoryTable.svelte';
  import { HistoryState, SIZE } from './historyState.svelte';
  import { pathOf, SPANS } from './historyView';

  const history = new HistoryState();
  const view = $derived(history.view);
  const summary = $derived(history.summary.value);
  const open = $derived(history.open);
  let filter: HistoryFilter | undefined = $state();
  let asks = $state(false);

  whenever(() => JSON.stringify(view), history.load);

  const quickly = () => {
    if (session.mayAccount) void history.accountOpen();
  };
  const ask = () => {
    if (session.mayAccount && history.wanted.length > 0) asks = true;
  };

  onMount(() => {
    const ends = [
      live.on('fleet', history.load),
      keys.add([
        ...listKeys('change', history.move),
        { key: '/', says: 'filter', run: () => filter?.focus() },
        { key: 'Enter', says: 'compare here, or close it', run: () => history.compare(history.cursor) },
        { key: 'o', says: 'unfold the same edit on others', run: history.unfoldHere },
        { key: 'w', says: 'a wider span', run: history.widen },
        { key: 'Escape', says: 'let go of what is chosen', run: history.letGo },
        ...(session.mayAccount
          ? [
              { key: 'x', says: 'choose the change', run: () => history.choose(history.cursor) },
              { key: 'X', says: 'choose all that are open', run: history.chooseOpen },
              { key: 't', says: 'accounted for, and on to the next', run: quickly },
              { key: 'T', says: 'accounted for with a note', run: ask }
            ]
          : [])
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>History · Chaperone</title></svelte:head>

<div class="flex flex-wrap items-start gap-2">
  <div class="min-w-72 grow">
    <h1>History</h1>
    <HistorySaid {summary} isAwaited={history.summary.isAwaited} />
  </div>
  <div class="join" role="group" aria-label="Span">
    {#each SPANS as span (span.name)}
      <button
        class="btn join-item"
        aria-pressed={view.span === span.name}
        onclick={() => history.seek({ span: span.name, since: '', until: '' })}>{span.word}</button
      >
    {/each}
  </div>
  {#if view.since}
    <button class="chip h-8" onclick={() => history.seek({ since: '', until: '' })} title="Back to a day"
      >{saidMoment(view.since)} – {view.until ? saidMoment(view.until) : 'now'} ×</button
    >
  {/if}
</div>

<HistoryFilter
  bind:this={filter}
  {view}
  problem={history.page.problem}
  onseek={history.seek}
  newest={summary?.span.until}
/>
{#if !history.page.problem?.span}<ProblemNote
    problem={history.page.problem ?? history.problem}
    class="mt-3"
  />{/if}

<div class={['mt-3 grid gap-3', history.page.problem && 'opacity-60']} aria-busy={history.page.isAwaited}>
  {#if summary && summary.bars.length > 0}
    <ChangeChart {summary} onchoose={(since, until) => history.seek({ since, until, span: '' })} />
  {/if}
  {#if history.page.value && history.rows.length === 0}
    <div class="panel max-w-2xl p-6">
      <h2>Nothing changed</h2>
      {#if summary}<p class="mt-1">
          {count(summary.lookedAt, 'device')} of {summary.allDevices.toLocaleString('en-GB')} were looked at in
          this span, and none of what you ask for became different.
        </p>{/if}
      {#if view.span !== 'year' || view.since}
        <button class="btn mt-3" onclick={history.widen}>A wider span <kbd aria-hidden="true">w</kbd></button>
      {/if}
    </div>
  {:else if history.page.value}
    <HistoryTable {history} mayAccount={session.mayAccount} />
    <Pager page={view.page} size={SIZE} matching={history.page.value.matching} one="change" />
  {:else if !history.page.problem}<p class="text-quiet">Loading…</p>{/if}
</div>

{#if open}
  {@const title = `${open.device} · ${open.kind.toLowerCase()}`}
  <section class="mt-4" aria-label="Comparison">
    <div class="flex items-center gap-2">
      <h2 class="grow">{title}, revision {open.number}</h2>
      <a class="btn" href={pathOf(open)}>Open the device</a>
      <button class="btn" onclick={() => history.compare(open)}>Close</button>
    </div>
    {#key open}
      <ComparePanel
        before={{ device: open.device, kind: open.kind as 'RUNNING' | 'SAVED', number: open.previous }}
        after={{ device: open.device, kind: open.kind as 'RUNNING' | 'SAVED', number: open.number }}
        beforeTitle="A · revision {open.previous}"
        afterTitle="B · revision {open.number} · {saidMoment(open.at)}"
      />
    {/key}
  </section>
{/if}

{#if session.mayAccount && history.chosen.length > 0}
  <DarkBar label="Chosen changes">
    <span class="grow font-semibold">{count(history.chosen.length, 'change')} chosen</span>
    <button class="btn btn-accent" onclick={quickly}>Accounted for <kbd aria-hidden="true">t</kbd></button>
    <button class="btn on-dark" onclick={ask}>With a note… <kbd aria-hidden="true">T</kbd></button>
    <button class="btn on-dark" onclick={history.letGo}>Let go</button>
  </DarkBar>
{/if}

{#if asks}
  <AccountDialog rows={history.wanted} account={history.account} onclose={() => (asks = false)} />
{/if}
