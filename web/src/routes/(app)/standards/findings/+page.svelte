<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type FindingRow } from '$lib/api/client';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import DarkBar from '$lib/parts/frame/DarkBar.svelte';
  import ListMenu from '$lib/parts/form/ListMenu.svelte';
  import Pager from '$lib/parts/form/Pager.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { FindingsState, SIZE } from '$lib/parts/standard/findings.svelte';
  import StandardTabs from '$lib/parts/standard/StandardTabs.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { listKeys } from '$lib/keys/listKeys';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import ExceptDialog from '../ExceptDialog.svelte';
  import FindingsFilter from './FindingsFilter.svelte';
  import FindingsTable from './FindingsTable.svelte';

  const findings = new FindingsState();
  const page = $derived(findings.page.value);
  let standards = $state.raw<readonly string[]>([]);
  let filter: FindingsFilter | undefined = $state();
  let excepting = $state.raw<readonly FindingRow[]>([]);

  whenever(() => JSON.stringify([findings.asked, findings.number]), findings.load);

  /** An exception is of one clause. */
  const alike = $derived(
    findings.wanted.filter(
      ({ standard, tag, state }) =>
        state === 'OPEN' && standard === findings.wanted[0]?.standard && tag === findings.wanted[0]?.tag
    )
  );

  const asItems = (rows: readonly FindingRow[]) =>
    rows.map(({ device, standard, tag }) => ({ kind: 'FINDING' as const, device, standard, tag }));

  onMount(() => {
    need(api.GET('/api/standards')).then((all) => (standards = all.map(({ name }) => name)));
    const ends = [
      live.on('fleet', findings.load),
      keys.add([
        ...listKeys('finding', findings.move),
        { key: '/', says: 'filter', run: () => filter?.focus() },
        { key: 'Enter', says: 'its lines, or away with them', run: () => findings.unfold(findings.cursor) },
        { key: 'Escape', says: 'let go of what is chosen', run: findings.letGo },
        ...(session.mayAct
          ? [
              { key: 'x', says: 'choose the finding', run: () => findings.choose(findings.cursor) },
              { key: 'X', says: 'choose all that fail', run: findings.chooseAll },
              { key: 'r', says: 'repair what is chosen', run: () => void findings.repair() },
              { key: 'e', says: 'except what is chosen', run: () => (excepting = alike) }
            ]
          : [])
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Findings · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Standards</h1>
    <p class="text-quiet">
      {#if page}{count(page.matching, 'finding')} on {count(page.devices, 'device')}.{/if}
    </p>
  </div>
  <ListMenu path="/api/findings/list" query={new URLSearchParams(findings.asked).toString()} />
</div>
<StandardTabs />

<FindingsFilter
  bind:this={filter}
  asked={findings.asked}
  {standards}
  problem={findings.page.problem}
  onseek={findings.seek}
/>
{#if !findings.page.problem?.span}<ProblemNote problem={findings.page.problem} class="mt-3" />{/if}
<ProblemNote problem={findings.repairs.sending.problem} class="mt-3" />
{#if findings.repairs.done}<p role="status" class="mt-3">{findings.repairs.done}</p>{/if}

<div class={['mt-3', findings.page.problem && 'opacity-60']} aria-busy={findings.page.isAwaited}>
  {#if page && page.findings.length === 0}
    <div class="panel max-w-2xl p-6">
      <h2>Nothing is found</h2>
      <p class="mt-1">No device departs from what you ask for.</p>
    </div>
  {:else if page}
    <FindingsTable {findings} mayAct={session.mayAct} />
    <Pager page={findings.number} size={SIZE} matching={page.matching} one="finding" />
  {:else if !findings.page.problem}<p class="text-quiet">Loading…</p>{/if}
</div>

{#if session.mayAct && findings.chosen.length > 0}
  <DarkBar label="Chosen findings">
    <span class="grow font-semibold">{count(findings.chosen.length, 'finding')} chosen</span>
    <button
      class="btn btn-accent"
      disabled={findings.wanted.length === 0 || findings.repairs.sending.isSending}
      onclick={findings.repair}>Repair <kbd aria-hidden="true">r</kbd></button
    >
    <button
      class="btn on-dark"
      disabled={alike.length !== findings.chosen.length}
      title={alike.length === findings.chosen.length ? '' : 'An exception is of one clause that fails'}
      onclick={() => (excepting = alike)}>Except… <kbd aria-hidden="true">e</kbd></button
    >
    <CaseButton class="btn on-dark" items={asItems(findings.chosen)} onopened={findings.letGo} />
    <button class="btn on-dark" onclick={findings.letGo}>Let go</button>
  </DarkBar>
{/if}

{#if excepting.length > 0}
  <ExceptDialog
    standard={excepting[0]!.standard}
    tag={excepting[0]!.tag}
    devices={excepting.map((each) => each.device)}
    ongranted={() => {
      excepting = [];
      findings.letGo();
      void findings.load();
    }}
    oncancel={() => (excepting = [])}
  />
{/if}
