<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import { api, need, type Rollout, type RolloutDevice } from '$lib/api/client';
  import StepsConsole from '$lib/parts/console/StepsConsole.svelte';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { copiedPart, DEVICE, STATE, STEP, wavesOf } from '$lib/parts/rollout/rolloutText';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { bytes } from '$lib/text/bytes';
  import { count } from '$lib/text/time';
  import WaveBoard from './WaveBoard.svelte';

  let { number }: { number: number } = $props();
  let rollout = $state.raw<Rollout | undefined>();
  let asks = $state<'run' | 'drop' | undefined>();

  // svelte-ignore state_referenced_locally
  const path = { params: { path: { number } } };
  const doing = new Doing(async () => (rollout = await need(api.GET('/api/rollouts/{number}', path))));
  const waves = $derived(rollout ? wavesOf(rollout) : []);
  const chosen = $derived(
    rollout?.devices.find((device) => device.device === address.params.get('device')) ??
      rollout?.devices.find((device) => device.needsDecision) ??
      rollout?.devices[0]
  );
  const open = $derived((rollout?.devices ?? []).filter((device) => device.needsDecision));
  const isMine = $derived(rollout?.madeBy === session.who?.name);
  const mayApprove = $derived(session.mayApprove || (session.mayAct && rollout?.needs !== 'APPROVER'));

  type Deed = 'approve' | 'run' | 'pause' | 'drop';
  const act = (deed: Deed) => doing.act(() => need(api.POST(`/api/rollouts/{number}/${deed}`, path)));
  const decide = (device: RolloutDevice, decision: 'RETRY' | 'LEAVE') =>
    doing.act(() =>
      need(
        api.POST('/api/rollouts/{number}/decisions', { ...path, body: { device: device.device, decision } })
      )
    );

  onMount(() => {
    doing.load();
    return live.on('rollout', doing.load);
  });
</script>

<svelte:head><title>R-{number} · Chaperone</title></svelte:head>
<ProblemNote problem={doing.problem} class="mb-3" />

{#if rollout}
  <div class="flex items-start gap-3">
    <div class="min-w-0 grow">
      <h1>R-{number} · {rollout.title || 'a rollout'}</h1>
      <p class="text-quiet">
        {STATE[rollout.state]} · {count(rollout.devices.length, 'device')} in {count(waves.length, 'wave')} · by
        {rollout.madeBy},
        <When at={rollout.madeAt} />
        {#if rollout.approvedBy}· approved by {rollout.approvedBy}{/if}
        {#if rollout.pausedBy && rollout.state === 'RUNNING'}· {rollout.pausedBy} wants no further device to begin{/if}
      </p>
    </div>
    <div class="flex shrink-0 gap-2">
      {#if session.mayAct && ['PLANNED', 'APPROVED', 'STOPPED'].includes(rollout.state)}
        <button class="btn" onclick={() => (asks = 'drop')}>Drop</button>
      {/if}
      {#if rollout.state === 'PLANNED' && mayApprove && !isMine}
        <button class="btn btn-primary" onclick={() => act('approve')}>Approve</button>
      {:else if rollout.state === 'APPROVED' && session.mayAct}
        <button class="btn btn-primary" onclick={() => (asks = 'run')}>Run…</button>
      {:else if rollout.state === 'RUNNING' && session.mayAct}
        <button
          class="btn"
          disabled={rollout.pausedBy !== undefined}
          title={rollout.pausedBy && `${rollout.pausedBy} has asked for that already.`}
          onclick={() => act('pause')}>Stop after what is in hand</button
        >
      {:else if rollout.state === 'STOPPED' && session.mayAct}
        <button
          class="btn btn-primary"
          disabled={open.length > 0}
          title={open.length > 0 ? 'A device needs a decision first.' : undefined}
          onclick={() => act('run')}>Go on</button
        >
      {/if}
    </div>
  </div>
  {#if rollout.state === 'PLANNED' && mayApprove && isMine}
    <p class="mt-2">Nobody approves what they wrote themselves: somebody else is needed.</p>
  {/if}

  <ol
    class="mt-3 grid gap-3"
    style:grid-template-columns="repeat({waves.length}, minmax(0, 1fr))"
    aria-label="Waves"
  >
    {#each waves as wave (wave.number)}
      <li class="panel wave {wave.tone} px-4 py-3">
        <p><b>Wave {wave.number}</b> · <span class="says">{wave.says}</span></p>
        <p class="text-quiet">{wave.about}: {wave.devices.map((device) => device.device).join(', ')}</p>
      </li>
    {/each}
  </ol>

  <WaveBoard {rollout} chosen={chosen?.device} onchoose={(device) => address.change({ device })} />

  {#if chosen}
    <div class="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] items-start gap-3">
      <section class="panel p-4" aria-label="Device">
        <h2>
          <a class="hover:underline" href="/devices/{encodeURIComponent(chosen.device)}">{chosen.device}</a>
          <span class="text-quiet font-normal">{chosen.releaseBefore} → {chosen.release}</span>
        </h2>
        <p class="mt-1">{DEVICE[chosen.state]}{chosen.fact ? `: ${chosen.fact}` : ''}</p>
        {#if copiedPart(chosen)}
          <progress
            class="progress mt-2"
            value={chosen.copied}
            max={chosen.imageSize}
            aria-label="Copied ahead"
          ></progress>
          <p class="text-quiet" aria-live="off">
            {bytes(chosen.copied)} of {bytes(chosen.imageSize)}, {bytes(chosen.copyRate)} a second
          </p>
        {/if}
        {#if chosen.needsDecision && session.mayAct && rollout.state === 'STOPPED'}
          <div class="mt-2 flex gap-2">
            <button class="btn btn-primary" onclick={() => decide(chosen, 'RETRY')}>Try again</button>
            <button class="btn" onclick={() => decide(chosen, 'LEAVE')}>Go on without it</button>
          </div>
        {/if}
        <p class="text-quiet mt-3">
          What it is told, after {chosen.image} ({bytes(chosen.imageSize)}) was copied to it
        </p>
        <ScrolledText label="Commands" text={chosen.commands.join('\n')} />
      </section>
      <StepsConsole
        device={chosen.device}
        steps={chosen.steps}
        words={STEP}
        writes={['SWITCHING', 'VERIFYING']}
      />
    </div>
  {/if}

  {#if asks === 'run'}
    <Confirm
      title="Run R-{number} on {count(rollout.devices.length, 'device')}?"
      yes="Run it"
      onyes={() => {
        asks = undefined;
        act('run');
      }}
      onno={() => (asks = undefined)}
    >
      {rollout.devices.map((device) => device.device).join(', ')}. Images are copied to all of them first;
      then each restarts in its wave, and the next wave waits until all are back and verified.
    </Confirm>
  {:else if asks === 'drop'}
    <Confirm
      title="Drop R-{number}?"
      yes="Drop it"
      isFinal
      onyes={() => {
        asks = undefined;
        act('drop');
      }}
      onno={() => (asks = undefined)}
    >
      Devices that were renewed stay as they are; images that were copied ahead stay on the others.
    </Confirm>
  {/if}
{:else if !doing.problem}
  <p class="text-quiet">Loading…</p>
{/if}

<style>
  .says {
    font-weight: 600;
  }
  .done .says {
    color: var(--color-success);
  }
  .failed .says {
    color: var(--color-error);
  }
  .now {
    border-color: var(--act-text);
  }
  .now .says {
    color: var(--act-text);
  }
</style>
