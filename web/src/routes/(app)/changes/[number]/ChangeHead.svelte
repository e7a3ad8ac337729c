<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Change } from '$lib/api/client';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import { mannerText } from '$lib/parts/change/manner';
  import { STATE, stepsOf } from '$lib/parts/change/changeText';
  import Menu from '$lib/parts/form/Menu.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import ChangeAsks from './ChangeAsks.svelte';
  import ChangeWarnings from './ChangeWarnings.svelte';
  import type { Asked, ChangePage } from './changePage.svelte';

  interface Props {
    opened: ChangePage;
    change: Change;
    ontype: () => void;
  }

  const NOT_READY = 'A device has an edit that does not fit, is refused, or there is no edit yet.';
  const NOT_AS_PROPOSED =
    'A device has changed since this was proposed: put it back to draft and look again.';

  let { opened, change, ontype }: Props = $props();
  let asks = $state<Asked | undefined>();

  const steps = $derived(stepsOf(change, opened.preview));
  const devices = $derived([...new Set(change.edits.map((edit) => edit.device))]);
  const isMine = $derived(
    [change.madeBy, change.proposedBy, ...change.edits.map((edit) => edit.madeBy)].includes(session.who?.name)
  );
  const mayApprove = $derived(session.mayApprove || (session.mayAct && change.needs !== 'APPROVER'));
  /** One that is stuck on a device may stand on others. */
  const stands = $derived(
    change.state === 'KEPT' ||
      (change.state === 'STUCK' && (opened.runs[0]?.devices ?? []).some((line) => line.state === 'KEPT'))
  );
  /** Whether it stands on some of its devices only. */
  const isLeftOut = $derived((opened.runs[0]?.devices ?? []).some((line) => line.state !== 'KEPT'));

  async function goOn() {
    const number = await opened.rest();
    if (number) await goto(`/changes/${number}`);
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
    <CaseButton items={[{ kind: 'CHANGE', change: change.number }]} />
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
    {:else if stands && session.mayAct}
      {#if isLeftOut && change.state === 'KEPT'}
        <button class="btn btn-primary" onclick={goOn}>Go on with the others</button>
      {/if}
      <button class="btn" onclick={() => (asks = 'back')}>Undo back to here…</button>
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
<ChangeWarnings {opened} {change} />
{#if asks}<ChangeAsks {opened} {change} {devices} bind:asks />{/if}

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
