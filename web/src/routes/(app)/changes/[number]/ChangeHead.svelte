<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Change } from '$lib/api/client';
  import { STATE, stepsOf } from '$lib/parts/change/changeText';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import type { ChangePage } from './changePage.svelte';

  interface Props {
    opened: ChangePage;
    change: Change;
    ontype: () => void;
  }

  const NOT_READY = 'A device has an edit that does not fit, is refused, or there is no edit yet.';
  const NOT_AS_PROPOSED =
    'A device has changed since this was proposed: put it back to draft and look again.';

  let { opened, change, ontype }: Props = $props();
  let asks = $state<'run' | 'drop' | undefined>();

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

  /** What runs is what one wants to look at. */
  async function run() {
    if (await opened.run()) await address.change({ tab: '' });
  }

  async function undo() {
    const number = await opened.undo();
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
      )} · all or none
      {#if change.undoes}· undoes <a class="underline" href="/changes/{change.undoes}">C-{change.undoes}</a
        >{/if}
    </p>
  </div>
  <div class="flex shrink-0 gap-2">
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
      <button
        class="btn btn-primary"
        disabled={!opened.preview?.isAsProposed}
        title={opened.preview?.isAsProposed ? undefined : NOT_AS_PROPOSED}
        onclick={() => (asks = 'run')}>Run…</button
      >
    {:else if change.state === 'RUNNING' && session.mayAct}
      <button class="btn btn-error" onclick={opened.stop}>Stop and put back</button>
    {:else if change.state === 'KEPT' && session.mayAct}
      <button class="btn" onclick={undo}>Undo as a new change</button>
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
    {devices.join(', ')}. Each is copied first; if one refuses a command or does not come out exactly as
    previewed, all are put back.
  </Confirm>
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
