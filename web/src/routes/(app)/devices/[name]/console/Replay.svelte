<script lang="ts">
  import type { Terminal } from '@xterm/xterm';
  import { onMount } from 'svelte';
  import type { ConsoleReplay } from '$lib/api/client';
  import { terminalIn } from '$lib/parts/console/terminal';
  import { saidExact, saidIso } from '$lib/state/times.svelte';
  import { bytesOf, moments } from './replay';

  interface Props {
    replay: ConsoleReplay;
    onclose: () => void;
  }

  let { replay, onclose }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let terminal: Terminal | undefined;
  let playing = $state(false);
  /** How many pieces are shown. */
  let place = $state(0);
  let speed = $state(1);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const times = $derived(moments(replay.pieces));
  const last = $derived(replay.pieces.length);
  const at = $derived(
    new Date(Date.parse(replay.recording.beganAt) + (replay.pieces[place - 1]?.atMillis ?? 0)).toISOString()
  );

  /** Everything up to a piece; a terminal has no way back but from the beginning. */
  function show(to: number) {
    terminal?.reset();
    terminal?.write(bytesOf(replay.pieces, 0, to));
    place = to;
  }

  function stop() {
    clearTimeout(timer);
    playing = false;
  }

  function jump(to: number) {
    stop();
    show(to);
  }

  function play() {
    if (place >= last) show(0);
    playing = true;
    step();
  }

  function step() {
    terminal?.write(bytesOf(replay.pieces, place, place + 1));
    place++;
    if (place >= last) return stop();
    timer = setTimeout(step, ((times[place] ?? 0) - (times[place - 1] ?? 0)) / speed);
  }

  onMount(() => {
    if (!holder) return;
    terminal = terminalIn(holder);
    show(last);
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
    <span class="mono" title={saidExact(at)}>{saidIso(at)}</span>
    <input
      type="range"
      class="range range-xs w-48"
      min="0"
      max={last}
      value={place}
      aria-label="Place in the recording"
      oninput={(event) => jump(Number(event.currentTarget.value))}
    />
    <select class="select w-28" bind:value={speed} aria-label="Speed">
      {#each [1, 2, 5, 20] as each (each)}<option value={each}
          >{each === 1 ? 'as it was' : `${each} times`}</option
        >{/each}
    </select>
    <button class="btn" onclick={playing ? stop : play}>{playing ? 'Stop' : 'Play'}</button>
    <a class="btn" href="/api/consoles/{replay.recording.id}/text" download>Text</a>
    <button class="btn" onclick={onclose}>Close</button>
  </div>
  <div bind:this={holder} class="bg-neutral h-72 overflow-hidden rounded p-2"></div>
</section>
