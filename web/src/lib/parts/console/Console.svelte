<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import { fillsRest } from '$lib/parts/form/fillsRest';
  import { count } from '$lib/text/time';
  import type { ConsoleSession } from './consoleSession.svelte';
  import { LEAVE } from './terminal';

  interface Props {
    /** The device that is talked to. */
    name: string;
    session: ConsoleSession;
    /** Said while the session is open. */
    status: string;
    /** It was ended, or its reader is done with one that has ended. */
    onclose: () => void;
  }

  let { name, session, status, onclose }: Props = $props();
  let panel: HTMLElement | undefined = $state();
  let asks = $state(false);
  const sending = $derived(session.sending);

  function close() {
    if (session.stage === 'open') asks = true;
    else end();
  }

  function end() {
    asks = false;
    session.end();
    onclose();
  }

  const leave = (button: HTMLElement) => {
    session.onleave = () => button.focus();
  };
</script>

<section bind:this={panel} class="panel mt-3 p-3" aria-label="Console of {name}">
  <div class="mb-2 flex items-center gap-2">
    <h2 class="grow">Console of {name}</h2>
    <span class="text-quiet" role="status">
      {#if sending?.stuck}Not at its prompt after line {sending.sent} of {sending.of}
      {:else if sending}Line {sending.sent + 1} of {sending.of}…
      {:else if session.stage === 'open'}{status}; <kbd>{LEAVE}</kbd> leaves it, Tab goes to the device
      {:else}{session.stage}{/if}
    </span>
    {#if sending}
      {#if sending.stuck}<button class="btn" onclick={session.goOn}>Send the next</button>{/if}
      <button class="btn" onclick={session.stopSending}>Stop sending</button>
    {/if}
    <button class="btn" onclick={() => panel?.requestFullscreen().then(session.focus)}>Full screen</button>
    <button class="btn" {@attach leave} onclick={close}>{session.stage === 'ended' ? 'Close' : 'End…'}</button
    >
  </div>
  <div {@attach session.attach} use:fillsRest class="bg-neutral overflow-hidden rounded p-2"></div>
</section>

{#if asks}
  <Confirm title="End the console of {name}?" yes="End it" isFinal onyes={end} onno={() => (asks = false)}>
    What was typed stays done on the device, and the recording is kept.
  </Confirm>
{/if}

{#if session.pasted}
  {@const lines = session.pasted}
  <Dialog title="Send {count(lines.length, 'line')} to {name}?" asks oncancel={session.dropPasted}>
    <ScrolledText label="Lines to send" text={lines.join('\n')} class="mt-2 max-h-72" />
    <p class="mt-2">Each goes when the device has come back to its prompt after the one before.</p>
    <div class="mt-4 flex gap-2">
      <button class="btn btn-primary" onclick={session.sendPasted}>Send them</button>
      <!-- svelte-ignore a11y_autofocus -->
      <button class="btn" autofocus onclick={session.dropPasted}>Cancel</button>
    </div>
  </Dialog>
{/if}

<style>
  section:fullscreen {
    display: flex;
    flex-direction: column;
    margin: 0;
    border-radius: 0;
    background: var(--color-base-100);
  }
  section:fullscreen > div:last-of-type {
    flex-grow: 1;
    height: auto !important;
    min-height: 0;
  }
</style>
