<script lang="ts">
  import type { Terminal } from '@xterm/xterm';
  import { onMount } from 'svelte';
  import type { ConsoleReplay } from '$lib/api/client';
  import { terminalIn } from '$lib/parts/console/terminal';
  import { bytesOf, moments } from './replay';

  interface Props {
    replay: ConsoleReplay;
    onclose: () => void;
  }

  let { replay, onclose }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let terminal: Terminal | undefined;
  let playing = $state(false);
  let timer: ReturnType<typeof setTimeout> | undefined;

  function showAll() {
    stop();
    terminal?.reset();
    terminal?.write(bytesOf(replay.pieces, 0, replay.pieces.length));
  }

  function stop() {
    clearTimeout(timer);
    playing = false;
  }

  function play() {
    stop();
    terminal?.reset();
    const times = moments(replay.pieces);
    playing = true;
    const show = (place: number) => {
      terminal?.write(bytesOf(replay.pieces, place, place + 1));
      if (place + 1 >= times.length) playing = false;
      else timer = setTimeout(() => show(place + 1), (times[place + 1] ?? 0) - (times[place] ?? 0));
    };
    if (times.length > 0) show(0);
    else playing = false;
  }

  onMount(() => {
    if (!holder) return;
    terminal = terminalIn(holder);
    showAll();
    return () => {
      stop();
      terminal?.dispose();
    };
  });
</script>

<section class="panel mt-3 p-3" aria-label="Recording {replay.recording.id}">
  <div class="mb-2 flex items-center gap-2">
    <h2 class="grow">
      {replay.recording.account} on {replay.recording.device}, as {replay.recording.loggedInAs}
    </h2>
    <button class="btn" onclick={play} disabled={playing}>{playing ? 'Playing…' : 'Play'}</button>
    <button class="btn" onclick={showAll}>Show all of it</button>
    <a class="btn" href="/api/consoles/{replay.recording.id}/text" download>Text</a>
    <button class="btn" onclick={onclose}>Close</button>
  </div>
  <div bind:this={holder} class="bg-neutral h-72 overflow-hidden rounded p-2"></div>
</section>
