<script lang="ts">
  import { onMount } from 'svelte';
  import { terminalIn } from './terminal';

  interface Props {
    /** The device to talk to. */
    name: string;
    /** The address of the web socket, from the first slash. */
    path: string;
    /** Said while the session is open. */
    status: string;
    onclose: () => void;
    onended?: () => void;
  }

  let { name, path, status, onclose, onended }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let stage = $state<'opening' | 'open' | 'ended'>('opening');

  onMount(() => {
    if (!holder) return;
    const terminal = terminalIn(holder);
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const socket = new WebSocket(`${scheme}://${location.host}${path}`);
    socket.binaryType = 'arraybuffer';
    socket.onopen = () => {
      stage = 'open';
      terminal.focus();
    };
    socket.onmessage = (event) => terminal.write(new Uint8Array(event.data as ArrayBuffer));
    socket.onclose = () => {
      stage = 'ended';
      terminal.write('\r\n-- the session has ended --\r\n');
      onended?.();
    };
    terminal.onData((text) => socket.readyState === WebSocket.OPEN && socket.send(text));
    return () => {
      socket.onclose = null;
      socket.close();
      terminal.dispose();
    };
  });
</script>

<section class="panel mt-3 p-3" aria-label="Console of {name}">
  <div class="mb-2 flex items-center gap-2">
    <h2 class="grow">Console of {name}</h2>
    <span class="text-quiet" role="status">{stage === 'open' ? status : stage}</span>
    <button class="btn" onclick={onclose}>Close</button>
  </div>
  <div bind:this={holder} class="bg-neutral h-72 overflow-hidden rounded p-2"></div>
</section>
