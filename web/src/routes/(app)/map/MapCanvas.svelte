<script lang="ts">
  import { untrack } from 'svelte';
  import type { MapView } from '$lib/api/client';
  import { countsInWords, frameOf, worstOf, type Box, type Drawing } from './drawing';

  interface Props {
    drawing: Drawing;
    notes: MapView['notes'];
    /** The next click says where a note is pinned. */
    pins: boolean;
    mayArrange: boolean;
    onopen: (box: Box) => void;
    onplace: (box: Box, x: number, y: number) => void;
    onpin: (x: number, y: number) => void;
  }

  let { drawing, notes, pins, mayArrange, onopen, onplace, onpin }: Props = $props();
  const WIDTH = 132;
  const HEIGHT = 44;
  /** A pointer that moved less has clicked. In the drawing's units. */
  const STILL = 4;
  let svg: SVGSVGElement | undefined = $state();
  let frame = $state(untrack(() => frameOf(drawing.boxes)));
  let held = $state.raw<{ box?: Box; fromX: number; fromY: number; x: number; y: number } | undefined>();

  /** A drag ends with a click, which then opens nothing. */
  let dragged = false;

  const at = (box: Box) =>
    held?.box?.name === box.name
      ? { x: box.x + held.x - held.fromX, y: box.y + held.y - held.fromY }
      : { x: box.x, y: box.y };
  const byName = $derived(new Map(drawing.boxes.map((box) => [box.name, box])));

  function point(event: PointerEvent | WheelEvent) {
    const matrix = svg?.getScreenCTM()?.inverse();
    const spot = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { x: spot.x, y: spot.y };
  }

  function zoom(by: number, x = frame.x + frame.width / 2, y = frame.y + frame.height / 2) {
    const width = Math.min(20_000, Math.max(200, frame.width * by));
    const scale = width / frame.width;
    frame = {
      x: x - (x - frame.x) * scale,
      y: y - (y - frame.y) * scale,
      width,
      height: frame.height * scale
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
    const moved = Math.hypot(x - held.fromX, y - held.fromY);
    dragged = moved > STILL;
    if (held.box && moved > STILL)
      onplace(held.box, held.box.x + x - held.fromX, held.box.y + y - held.fromY);
    else if (pins && !held.box) onpin(x, y);
    held = undefined;
  }

  function key(event: KeyboardEvent) {
    const step = frame.width / 12;
    const moves: Record<string, () => void> = {
      '+': () => zoom(0.8),
      '-': () => zoom(1.25),
      '0': () => (frame = frameOf(drawing.boxes)),
      ArrowLeft: () => (frame = { ...frame, x: frame.x - step }),
      ArrowRight: () => (frame = { ...frame, x: frame.x + step }),
      ArrowUp: () => (frame = { ...frame, y: frame.y - step }),
      ArrowDown: () => (frame = { ...frame, y: frame.y + step })
    };
    if (pins && event.key === 'Enter') onpin(frame.x + frame.width / 2, frame.y + frame.height / 2);
    else if (moves[event.key]) moves[event.key]?.();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<div class="panel relative">
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <svg
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
      {@const spot = at(box)}
      {@const worst = worstOf(box.counts)}
      <g
        class="box {worst.toLowerCase()}"
        role="button"
        tabindex="0"
        aria-label="{box.name}, {box.says}: {countsInWords(box.counts)}"
        transform="translate({spot.x - WIDTH / 2} {spot.y - HEIGHT / 2})"
        onpointerdown={(event) => {
          event.stopPropagation();
          press(event, box);
        }}
        onclick={() => {
          if (!pins && !dragged) onopen(box);
        }}
        onkeydown={(event) => {
          if (event.key !== 'Enter' || pins) return;
          event.stopPropagation();
          onopen(box);
        }}
      >
        <title>{box.name}: {countsInWords(box.counts)}</title>
        <rect class="ground" width={WIDTH} height={HEIGHT} rx={box.kind === 'SITE' ? 10 : 3} />
        <rect class="mark" x="8" y="8" width="12" height="12" rx="2" />
        {#if worst === 'ATTENTION'}<rect class="half" x="8" y="15" width="12" height="5" rx="1" />{/if}
        <text class="name" x="26" y="18">{box.name.length > 16 ? `${box.name.slice(0, 15)}…` : box.name}</text
        >
        <text class="says" x="9" y="36"
          >{box.says}{box.kind === 'SITE' &&
          box.says !== 'another site' &&
          worst !== 'YES' &&
          worst !== 'NOT_KNOWN'
            ? `, ${box.counts[worst]} ${worst === 'NO' ? 'no' : 'attention'}`
            : ''}</text
        >
      </g>
    {/each}
    {#each notes as note, i (note.id)}
      <g transform="translate({note.x} {note.y})" role="img" aria-label="Note {i + 1}: {note.text}">
        <title>{note.text}</title>
        <circle r="11" class={['pin', note.isNew && 'new']} />
        <text class="number" text-anchor="middle" y="4">{i + 1}</text>
      </g>
    {/each}
  </svg>
  <div class="absolute right-2 bottom-2 flex gap-1">
    <button class="btn" aria-label="Closer" onclick={() => zoom(0.8)}>+</button>
    <button class="btn" aria-label="Farther" onclick={() => zoom(1.25)}>−</button>
    <button class="btn" onclick={() => (frame = frameOf(drawing.boxes))}>Show all</button>
  </div>
</div>

<style>
  .canvas {
    display: block;
    width: 100%;
    height: calc(100vh - 150px);
    min-height: 420px;
    touch-action: none;
  }
  .pair {
    stroke: var(--color-base-content);
    stroke-opacity: 0.16;
    stroke-width: 30;
  }
  .link {
    stroke: var(--color-info);
    stroke-opacity: 0.55;
  }
  .box {
    cursor: pointer;
  }
  .ground {
    fill: var(--card);
    stroke: var(--color-base-300);
    stroke-width: 1.5;
  }
  .box:hover .ground,
  .box:focus-visible .ground {
    stroke: var(--act-text);
    stroke-width: 2.5;
  }
  .box:focus-visible {
    outline: none;
  }
  .name {
    font: 700 13px var(--font-sans);
    fill: var(--color-base-content);
  }
  .says {
    font: 12px var(--font-sans);
    fill: var(--quiet);
  }
  .yes .mark {
    fill: var(--color-success);
  }
  .attention .mark {
    fill: var(--modified);
    stroke: var(--color-warning);
  }
  .half {
    fill: var(--underline);
  }
  .attention .ground {
    stroke: var(--color-warning);
  }
  .no .mark {
    fill: none;
    stroke: var(--color-error);
    stroke-width: 2;
  }
  .no .ground {
    stroke: var(--color-error);
  }
  .not_known .mark {
    fill: url(#unknown);
    stroke: var(--color-base-300);
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
