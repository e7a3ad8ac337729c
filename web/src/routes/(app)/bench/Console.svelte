<script lang="ts">
  import { FitAddon } from '@xterm/addon-fit';
  import { Terminal } from '@xterm/xterm';
  import '@xterm/xterm/css/xterm.css';
  import { onMount } from 'svelte';

  interface Props {
    /** The stand-in to talk to. */
    name: string;
    onclose: () => void;
  }

  let { name, onclose }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let stage = $state<'opening' | 'open' | 'ended'>('opening');

  onMount(() => {
    const style = getComputedStyle(document.documentElement);
    const colour = (token: string) => style.getPropertyValue(token).trim();
    const terminal = new Terminal({
      fontFamily: colour('--font-mono') || 'monospace',
      fontSize: 12.5,
      screenReaderMode: true,
      theme: { background: colour('--color-neutral'), foreground: colour('--color-neutral-content') }
    });
    const fit = new FitAddon();
    terminal.loadAddon(fit);
    if (!holder) return;
    terminal.open(holder);
    fit.fit();
    // Tab belongs to the page, so that the keyboard is never caught here.
    terminal.attachCustomKeyEventHandler((event) => event.key !== 'Tab');
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const socket = new WebSocket(
      `${scheme}://${location.host}/api/bench/stand-ins/${encodeURIComponent(name)}/console`
    );
    socket.binaryType = 'arraybuffer';
    socket.onopen = () => {
      stage = 'open';
      terminal.focus();
    };
    socket.onmessage = (event) => terminal.write(new Uint8Array(event.data as ArrayBuffer));
    socket.onclose = () => {
      stage = 'ended';
      terminal.write('\r\n-- the session has ended --\r\n');
    };
    terminal.onData((text) => socket.readyState === WebSocket.OPEN && socket.send(text));
    return () => {
      socket.close();
      terminal.dispose();
    };
  });
</script>

<section class="panel mt-3 p-3" aria-label="Console of {name}">
  <div class="mb-2 flex items-center gap-2">
    <h2 class="grow">Console of {name}</h2>
    <span class="text-quiet" role="status"
      >{stage === 'open' ? 'logged in as m.oduya; Tab leaves the console' : stage}</span
    >
    <button class="btn" onclick={onclose}>Close</button>
  </div>
  <div bind:this={holder} class="bg-neutral h-72 overflow-hidden rounded p-2"></div>
</section>
