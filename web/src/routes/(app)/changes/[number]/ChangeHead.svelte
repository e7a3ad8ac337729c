<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Change } from '$lib/api/client';
  import { inOrder, mannerText } from '$lib/parts/change/manner';
  import { STATE, stepsOf } from '$lib/parts/change/changeText';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import Menu from '$lib/parts/form/Menu.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import BackTo from './BackTo.svelte';
  import MannerForm from './MannerForm.svelte';
  import RunTime from './RunTime.svelte';
  import type { ChangePage, Later } from './changePage.svelte';

  interface Props {
    opened: ChangePage;
    change: Change;
    ontype: () => void;
  }

  const NOT_READY = 'A device has an edit that does not fit, is refused, or there is no edit yet.';
  const NOT_AS_PROPOSED =
    'A device has changed since this was proposed: put it back to draft and look again.';

  let { opened, change, ontype }: Props = $props();
  let asks = $state<'run' | 'time' | 'manner' | 'back' | 'drop' | undefined>();

  const steps = $derived(stepsOf(change, opened.preview));
  const devices = $derived([...new Set(change.edits.map((edit) => edit.device))]);
  const isMine = $derived(
    [change.madeBy, change.proposedBy, ...change.edits.map((edit) => edit.madeBy)].includes(session.who?.name)
  );
  const mayApprove = $derived(session.mayApprove || (session.mayAct && change.needs !== 'APPROVER'));
  const unsaved = $derived(
    (opened.preview?.devices ?? []).filter((device) =>
      device.remarks.some((remark) => remark.kind === 'UNSAVED_LINES')
    )
  );

  /** Whether it stands on some of its devices only. */
  const isLeftOut = $derived((opened.runs[0]?.devices ?? []).some((line) => line.state !== 'KEPT'));

  async function goOn() {
    const number = await opened.rest();
    if (number) await goto(`/changes/${number}`);
  }

  const unguarded = $derived(
    (opened.preview?.devices ?? []).filter((device) =>
      ['NO_GUARD', 'REACHED_THROUGH'].every((kind) => device.remarks.some((remark) => remark.kind === kind))
    )
  );

  /** What runs is what one wants to look at. */
  async function run() {
    if (await opened.run()) await address.change({ tab: '' });
  }

  async function undo(later: Later = 'NONE') {
    asks = undefined;
    const number = await opened.undo(later);
    if (number) await goto(`/changes/${number}`);
  }
</script>

<div class="flex items-start gap-3">
  <div class="min-w-0 grow">
    <h1 class="flex items-baseline gap-2">
      <span class="whitespace-nowrap">C-{change.number} ·</span>
      {#if opened.mayEdit}
        <input
          class="title grow"
          value={change.title}
          maxlength="120"
          placeholder="what it is for"
          aria-label="What the change is for"
          onchange={(event) => opened.describe(event.currentTarget.value, change.note, change.savesFirst)}
        />
      {:else}<span>{change.title}</span>{/if}
    </h1>
    <p class="text-quiet">
      {STATE[change.state]} · by {change.madeBy}, <When at={change.madeAt} /> · {count(
        devices.length,
        'device'
      )} ·
      {#if opened.mayEdit}
        <button class="cursor-pointer underline" onclick={() => (asks = 'manner')}
          >{mannerText(change)}…</button
        >
      {:else}{mannerText(change)}{/if}
      {#if change.dueAt}· <b>runs by itself <When at={change.dueAt} /></b>, asked for by {change.dueBy}{/if}
      {#if change.undoes}· undoes <a class="underline" href="/changes/{change.undoes}">C-{change.undoes}</a
        >{/if}
    </p>
  </div>
  <div class="flex shrink-0 gap-2">
    {#if opened.runs.length > 0}
      <Menu label="Report" buttonClass="btn" class="mt-1 w-36">
        {#each ['pdf', 'json'] as ending (ending)}
          <button class="btn btn-ghost w-full justify-start" onclick={() => opened.saveReport(ending)}
            >As {ending.toUpperCase()}</button
          >
        {/each}
      </Menu>
    {/if}
    {#if opened.mayEdit}
      <button class="btn" onclick={ontype}>Type lines… <kbd>a</kbd></button>
      <button class="btn" onclick={() => (asks = 'drop')}>Drop</button>
    {/if}
    {#if change.state === 'PROPOSED' || change.state === 'APPROVED'}
      {#if session.mayAct || session.mayApprove}
        <button class="btn" onclick={opened.back}>Back to draft</button>
      {/if}
    {/if}
    {#if change.state === 'DRAFT' && session.mayAct}
      <button
        class="btn btn-primary"
        disabled={!opened.isReady}
        title={opened.isReady ? undefined : NOT_READY}
        onclick={opened.propose}>Propose</button
      >
    {:else if change.state === 'PROPOSED' && mayApprove && !isMine}
      <button
        class="btn btn-primary"
        disabled={!opened.preview?.isAsProposed}
        title={opened.preview?.isAsProposed ? undefined : NOT_AS_PROPOSED}
        onclick={opened.approve}>Approve</button
      >
    {:else if change.state === 'APPROVED' && session.mayAct}
      {#if change.dueAt}
        <button class="btn" onclick={opened.notDue}>Do not run then</button>
      {:else}
        <button
          class="btn"
          disabled={!opened.preview?.isAsProposed}
          title={opened.preview?.isAsProposed ? undefined : NOT_AS_PROPOSED}
          onclick={() => (asks = 'time')}>Run at…</button
        >
      {/if}
      <button
        class="btn btn-primary"
        disabled={!opened.preview?.isAsProposed}
        title={opened.preview?.isAsProposed ? undefined : NOT_AS_PROPOSED}
        onclick={() => (asks = 'run')}>Run…</button
      >
    {:else if change.state === 'RUNNING' && session.mayAct}
      <button class="btn btn-error" onclick={opened.stop}>Stop and put back</button>
    {:else if change.state === 'KEPT' && session.mayAct}
      {#if isLeftOut}
        <button class="btn btn-primary" onclick={goOn}>Go on with the others</button>
      {/if}
      <button class="btn" onclick={() => (asks = 'back')}>Undo back to here…</button>
      <button class="btn" onclick={() => undo()}>Undo as a new change</button>
    {/if}
  </div>
</div>

<ol class="steps mt-3" aria-label="How far it has come">
  {#each steps as step (step.word)}
    <li class={step.tone} aria-current={step.tone === 'now' ? 'step' : undefined}>{step.word}</li>
  {/each}
</ol>

{#if change.state === 'PROPOSED' && mayApprove && isMine}
  <p class="mt-2">Nobody approves what they wrote themselves: somebody else is needed.</p>
{/if}
{#if change.notRun}
  <p role="alert" class="bg-modified mt-2 rounded px-3 py-1">It was due and did not run. {change.notRun}</p>
{/if}
{#if opened.preview && !opened.preview.isAsProposed}
  <p role="alert" class="bg-modified mt-2 rounded px-3 py-1">
    A device has changed since this was proposed: what would be sent is not what was seen. Take it back to a
    draft and propose it again.
  </p>
{/if}
{#if opened.mayEdit && unsaved.length > 0}
  <label class="bg-modified mt-2 flex items-center gap-2 rounded px-3 py-1">
    <input
      type="checkbox"
      class="checkbox"
      checked={change.savesFirst}
      onchange={(event) => opened.describe(change.title, change.note, event.currentTarget.checked)}
    />
    {unsaved.map((device) => device.device).join(', ')} run lines that are not saved, and their guard goes back
    to what is saved: save those lines first
  </label>
{/if}

{#if unguarded.length > 0}
  <label class="bg-modified mt-2 flex items-center gap-2 rounded px-3 py-1">
    <span
      >What {unguarded.map((device) => device.device).join(', ')}
      {unguarded.length === 1 ? 'is' : 'are'} called by is altered, and no guard would lead
      {unguarded.length === 1 ? 'it' : 'them'} back. In words, that you know:</span
    >
    {#if opened.mayEdit}
      <input
        class="input grow"
        maxlength="500"
        value={change.acknowledged}
        onchange={(event) => opened.acknowledge(change, event.currentTarget.value)}
      />
    {:else}<b>{change.acknowledged}</b>{/if}
  </label>
{/if}

{#if asks === 'run'}
  <Confirm
    title="Run C-{change.number} on {count(devices.length, 'device')}?"
    yes="Run it"
    onyes={() => {
      asks = undefined;
      run();
    }}
    onno={() => (asks = undefined)}
  >
    {inOrder(devices, change.order).join(', ')}. Each is copied first; if one refuses a command or does not
    come out exactly as previewed, {change.allOrNone
      ? 'all are put back'
      : 'it is put back, and the others stand alone'}.
  </Confirm>
{:else if asks === 'time'}
  <RunTime
    number={change.number}
    onat={(at) => {
      asks = undefined;
      opened.runAt(at);
    }}
    onno={() => (asks = undefined)}
  />
{:else if asks === 'manner'}
  <MannerForm
    manner={change}
    {devices}
    onchoose={(manner) => {
      asks = undefined;
      opened.runIn(change, manner);
    }}
    onno={() => (asks = undefined)}
  />
{:else if asks === 'back'}
  <BackTo number={change.number} onback={undo} onno={() => (asks = undefined)} />
{:else if asks === 'drop'}
  <Confirm
    title="Drop C-{change.number}?"
    yes="Drop it"
    isFinal
    onyes={() => {
      asks = undefined;
      opened.drop();
    }}
    onno={() => (asks = undefined)}
  >
    Its {count(change.edits.length, 'edit')} on {count(devices.length, 'device')} stay on record, but nobody can
    go on with them. Nothing was written to any device.
  </Confirm>
{/if}

<style>
  .title {
    font-weight: 700;
    background: transparent;
    border-bottom: 1px dashed var(--color-base-300);
    min-width: 0;
  }
  .steps {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: 1fr;
  }
  .steps li {
    padding: 4px 10px;
    font-weight: 600;
    border-bottom: 3px solid var(--color-base-300);
    color: var(--quiet);
  }
  .steps .done {
    color: var(--color-success);
    border-color: var(--color-success);
  }
  .steps .now {
    color: var(--act-text);
    border-color: var(--act-text);
  }
</style>
