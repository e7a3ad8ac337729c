<script lang="ts">
  import { fillsRest } from '$lib/parts/form/fillsRest';
  import { untrack } from 'svelte';
  import type { MapView } from '$lib/api/client';
  import { boxSize, frameOf, MARGIN, type Box, type Drawing } from './drawing';
  import { whenever } from '$lib/state/whenever.svelte';
  import MapBox from './MapBox.svelte';
  import { drawnNotes, spotAt, type Spot } from './noteSpots';

  interface Props {
    drawing: Drawing;
    notes: MapView['notes'];
    /** The next click says where a note is pinned. */
    pins: boolean;
    mayArrange: boolean;
    onopen: (box: Box) => void;
    onplace: (box: Box, x: number, y: number) => void;
    onpin: (spot: Spot) => void;
  }

  let { drawing, notes, pins, mayArrange, onopen, onplace, onpin }: Props = $props();
  /** A pointer that moved less has clicked. In pixels. */
  const STILL = 4;
  let svg: SVGSVGElement | undefined = $state();
  let frame = $state(untrack(() => frameOf(drawing.boxes)));
  let held = $state.raw<{ box?: Box; fromX: number; fromY: number; x: number; y: number } | undefined>();

  /** Of the screen, in pixels. */
  let width = $state(0);
  let height = $state(0);
  const scaleOf = (seen: { width: number; height: number }) =>
    Math.min(width / seen.width, height / seen.height);
  const scale = $derived(scaleOf(frame));
  const size = $derived(boxSize(scale));

  /** A drag ends with a click, which then opens nothing. */
  let dragged = false;

  const at = (box: Box) =>
    held?.box?.name === box.name
      ? { x: box.x + held.x - held.fromX, y: box.y + held.y - held.fromY }
      : { x: box.x, y: box.y };
  const byName = $derived(new Map(drawing.boxes.map((box) => [box.name, box])));
  const drawn = $derived(
    drawnNotes(
      notes,
      (kind, name) => {
        const box = byName.get(name);
        return box?.kind === kind ? at(box) : undefined;
      },
      size
    )
  );

  /** Boxes that are larger than the drawing's units need more room at its edges. */
  function showAll() {
    const margin = MARGIN * Math.max(1, boxSize(scaleOf(frameOf(drawing.boxes))));
    frame = frameOf(drawing.boxes, margin);
  }

  whenever(() => `${width > 0 && height > 0}`, showAll);

  function point(event: PointerEvent | WheelEvent) {
    const matrix = svg?.getScreenCTM()?.inverse();
    const spot = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { x: spot.x, y: spot.y };
  }

  function zoom(by: number, x = frame.x + frame.width / 2, y = frame.y + frame.height / 2) {
    const wide = Math.min(20_000, Math.max(200, frame.width * by));
    const times = wide / frame.width;
    frame = {
      x: x - (x - frame.x) * times,
      y: y - (y - frame.y) * times,
      width: wide,
      height: frame.height * times
    };
  }

  function press(event: PointerEvent, box?: Box) {
    if (event.button !== 0) return;
    const { x, y } = point(event);
    dragged = false;
    held = { box: mayArrange ? box : undefined, fromX: x, fromY: y, x, y };
    if (!box) svg?.setPointerCapture(event.pointerId);
  }

  function move(event: PointerEvent) {
    if (!held) return;
    const { x, y } = point(event);
    if (held.box) held = { ...held, x, y };
    // The drawing moves under the pointer: the spot that was taken stays under it.
    else frame = { ...frame, x: frame.x + held.fromX - x, y: frame.y + held.fromY - y };
  }

  function release(event: PointerEvent) {
    if (!held) return;
    const { x, y } = point(event);
    const moved = Math.hypot(x - held.fromX, y - held.fromY) * scale;
    dragged = moved > STILL;
    if (held.box && moved > STILL)
      onplace(held.box, held.box.x + x - held.fromX, held.box.y + y - held.fromY);
    else if (pins) {
      // The click that follows finds pinning at its end, and would open what was clicked.
      dragged = true;
      onpin(spotAt(drawing.boxes, x, y, size));
    }
    held = undefined;
  }

  const pinInTheMiddle = () =>
    onpin(spotAt(drawing.boxes, frame.x + frame.width / 2, frame.y + frame.height / 2, size));

  /** At the upper right corner of a box, where it hides no word. */
  const pinTo = (box: Box) => onpin({ x: 58, y: -20, pinnedTo: { kind: box.kind, name: box.name } });

  function key(event: KeyboardEvent) {
    const step = frame.width / 12;
    const moves: Record<string, () => void> = {
      '+': () => zoom(0.8),
      '-': () => zoom(1.25),
      '0': showAll,
      ArrowLeft: () => (frame = { ...frame, x: frame.x - step }),
      ArrowRight: () => (frame = { ...frame, x: frame.x + step }),
      ArrowUp: () => (frame = { ...frame, y: frame.y - step }),
      ArrowDown: () => (frame = { ...frame, y: frame.y + step })
    };
    if (pins && event.key === 'Enter') pinInTheMiddle();
    else if (moves[event.key]) moves[event.key]?.();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<div class="panel relative" bind:clientWidth={width} bind:clientHeight={height}>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <svg
    use:fillsRest={420}
    bind:this={svg}
    class={['canvas', pins && 'cursor-crosshair']}
    viewBox="{frame.x} {frame.y} {frame.width} {frame.height}"
    role="group"
    aria-label="Map; plus, minus and arrows move it, 0 shows all"
    tabindex="0"
    onpointerdown={(event) => press(event)}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={() => (held = undefined)}
    onclick={() => (dragged = false)}
    onkeydown={key}
    onwheel={(event) => {
      event.preventDefault();
      const { x, y } = point(event);
      zoom(event.deltaY > 0 ? 1.15 : 0.87, x, y);
    }}
  >
    <defs>
      <pattern id="unknown" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="5" height="5" fill="var(--color-base-200)" />
        <rect width="2" height="5" fill="var(--color-base-300)" />
      </pattern>
    </defs>
    {#each drawing.pairs as pair (`${pair.first} ${pair.second}`)}
      {@const first = byName.get(pair.first)}
      {@const second = byName.get(pair.second)}
      {#if first && second}
        {@const a = at(first)}
        {@const b = at(second)}
        <g role="img" aria-label="{pair.first} and {pair.second} back each other up">
          <title>{pair.first} and {pair.second} back each other up</title>
          <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class="pair" />
        </g>
      {/if}
    {/each}
    {#each drawing.lines as line (`${line.from} ${line.to}`)}
      {@const from = byName.get(line.from)}
      {@const to = byName.get(line.to)}
      {#if from && to}
        {@const a = at(from)}
        {@const b = at(to)}
        <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class="link" stroke-width={1 + Math.min(3, line.links)}>
          <title>{line.from} – {line.to}: {line.says}</title>
        </line>
      {/if}
    {/each}
    {#each drawing.boxes as box (`${box.kind} ${box.name}`)}
      <MapBox
        {box}
        {...at(box)}
        {size}
        onpress={(event) => press(event, box)}
        onopen={() => !dragged && onopen(box)}
        onpin={() => pinTo(box)}
        isStill={pins}
      />
    {/each}
    {#each drawn as { note, number, x, y } (note.id)}
      <g transform="translate({x} {y}) scale({size})" role="img" aria-label="Note {number}: {note.text}">
        <title>{note.text}</title>
        <circle r="11" class={['pin', note.isNew && 'new']} />
        <text class="number" text-anchor="middle" y="4">{number}</text>
      </g>
    {/each}
  </svg>
  <div class="absolute right-2 bottom-2 flex gap-1">
    <button class="btn" aria-label="Closer" onclick={() => zoom(0.8)}>+</button>
    <button class="btn" aria-label="Farther" onclick={() => zoom(1.25)}>−</button>
    <button class="btn" onclick={showAll}>Show all</button>
  </div>
</div>

<style>
  .canvas {
    display: block;
    width: 100%;
    touch-action: none;
  }
  .pair {
    stroke: var(--color-base-content);
    stroke-opacity: 0.16;
    stroke-width: 30;
    vector-effect: non-scaling-stroke;
  }
  .link {
    stroke: var(--color-info);
    stroke-opacity: 0.55;
    vector-effect: non-scaling-stroke;
  }
  .pin {
    fill: var(--color-accent);
    stroke: var(--color-accent-content);
  }
  .pin.new {
    stroke-width: 3;
    stroke: var(--act-text);
  }
  .number {
    font: 700 11px var(--font-sans);
    fill: var(--color-accent-content);
  }
</style>
