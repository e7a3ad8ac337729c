<script lang="ts">
  import type { Revision } from '$lib/api/client';
  import { clock } from '$lib/state/clock.svelte';
  import { saidExact, saidMoment } from '$lib/state/times.svelte';
  import { count } from '$lib/text/time';
  import { dotsOf, labelsOf, nearest, SPANS, spread, ticksOf, within } from './revisionScale';

  interface Props {
    revisions: readonly Revision[];
    /** Numbers of the two revisions that are compared. */
    a: number;
    b: number;
    onmove: (handle: 'a' | 'b', number: number) => void;
    /** The name of a span of the past; the empty text for all of it. */
    span: string;
    onspan: (name: string) => void;
  }

  let { revisions: all, a, b, onmove, span, onspan }: Props = $props();
  /** From so many rings on it is worth looking at a part of them. */
  const MANY = 6;
  /** Two rings and a little room between them, in pixels. */
  const RING = 17;
  const part = $derived(within(all, span, clock.now));
  const revisions = $derived(part.shown);
  const HEIGHT = 92;
  const LINE = 44;
  let width = $state(800);
  let svg: SVGSVGElement | undefined = $state();
  let dragging = $state<'a' | 'b' | undefined>();

  const dots = $derived(spread(dotsOf(revisions, clock.now, part.since), RING / Math.max(1, width - 56)));
  const labels = $derived(labelsOf(dots, Math.max(1, width - 56)));
  const ticks = $derived(ticksOf(revisions, clock.now, part.since));
  const x = (at: number) => 28 + at * Math.max(1, width - 56);
  const isShown = (number: number) => dots.some((dot) => dot.number === number);
  const place = (number: number) => x(dots.find((dot) => dot.number === number)?.at ?? 0);
  const said = (number: number) => {
    const revision = all.find((candidate) => candidate.number === number);
    return revision ? saidMoment(revision.firstCopyAt) : '';
  };
  /** A character beside a handle is about this wide, in pixels. */
  const LETTER = 7;
  /** Where the label of A must end so that it does not run into that of B, which stands on this side near the end. */
  const room = $derived.by(() => {
    const beside = place(b);
    const stands = a < b && beside > width - 150;
    return stands ? beside - 17 - (said(b).length + 4) * LETTER : Infinity;
  });
  /** A that stands before the span has its label at the very left, and that of B follows. */
  const begin = (handle: 'a' | 'b') =>
    handle === 'b' && a !== b && !isShown(a) ? place(a) + 19 + (said(a).length + 6) * LETTER : 0;
  const handles = $derived([
    { name: 'a' as const, letter: 'A', number: a },
    { name: 'b' as const, letter: 'B', number: b }
  ]);

  function drag(event: PointerEvent) {
    if (!dragging || !svg) return;
    const left = svg.getBoundingClientRect().left + 28;
    const dot = nearest(dots, (event.clientX - left) / Math.max(1, width - 56));
    if (dot && dot.number !== (dragging === 'a' ? a : b)) onmove(dragging, dot.number);
  }

  function step(event: KeyboardEvent, handle: 'a' | 'b', number: number) {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    const next = dots[dots.findIndex((dot) => dot.number === number) + (by ?? 0)];
    if (!by || !next) return;
    event.preventDefault();
    onmove(handle, next.number);
  }
</script>

<svelte:window onpointermove={drag} onpointerup={() => (dragging = undefined)} />

<div class="panel overflow-x-clip px-1" bind:clientWidth={width}>
  {#if all.length >= MANY || span !== ''}
    <div class="flex items-center gap-2 px-2 pt-1.5">
      <span class="text-quiet grow"
        >{count(all.length, 'revision')}{part.earlier > 0 ? `, ${part.earlier} before this span` : ''}</span
      >
      <div class="join" role="group" aria-label="How much of the past">
        {#each SPANS as each (each.name)}
          <button
            class="btn join-item h-6"
            aria-pressed={span === each.name}
            onclick={() => onspan(each.name)}>{each.word}</button
          >
        {/each}
      </div>
    </div>
  {/if}
  <svg bind:this={svg} {width} height={HEIGHT} aria-label="Revisions in time" role="group">
    <rect
      x={Math.min(place(a), place(b))}
      y="18"
      width={Math.abs(place(b) - place(a))}
      height={LINE - 4}
      class="between"
    />
    <line x1="20" x2={width - 20} y1={LINE} y2={LINE} class="line" />
    {#each ticks as tick (tick.at)}
      <line x1={x(tick.at)} x2={x(tick.at)} y1={LINE + 9} y2={LINE + 13} class="line" />
      <text x={x(tick.at)} y={HEIGHT - 8} text-anchor="middle" class="tick">{tick.label}</text>
    {/each}
    {#each labels as label (label.number)}
      <line x1={x(label.at)} x2={x(label.at)} y1={LINE + 6} y2={LINE + 17} class="line" />
      <text x={x(label.at)} y={LINE + 28} text-anchor={label.anchor} class="label">{label.text}</text>
    {/each}
    {#each dots.filter((dot) => dot.notes > 0) as dot (dot.number)}
      <rect x={x(dot.at) - 2} y={LINE - 25} width="4" height="4" class="note" />
    {/each}
    {#each handles as handle (handle.name)}
      {@const at = place(handle.number)}
      {@const left = handle.name === 'a' ? at > 150 : at > width - 150}
      <g
        class="handle"
        role="slider"
        tabindex="0"
        aria-label="Handle {handle.letter}"
        aria-valuemin={dots[0]?.number ?? 0}
        aria-valuemax={dots.at(-1)?.number ?? 0}
        aria-valuenow={handle.number}
        aria-valuetext="revision {handle.number}, {said(handle.number)}"
        onpointerdown={(event) => {
          event.preventDefault();
          dragging = handle.name;
        }}
        onkeydown={(event) => step(event, handle.name, handle.number)}
      >
        <rect x={at - 7} y="12" width="14" height={LINE + 4} fill="transparent" />
        <line x1={at} x2={at} y1="14" y2={LINE + 14} />
        <text
          x={handle.name === 'a' && left
            ? Math.min(at - 7, room)
            : left
              ? at - 7
              : Math.max(at + 7, begin(handle.name))}
          y="13"
          text-anchor={left ? 'end' : 'start'}
        >
          {handle.letter} · {said(handle.number)}{isShown(handle.number) ? '' : ' ‹'}
        </text>
      </g>
    {/each}
    {#each dots as dot, i (dot.number)}
      {@const beside = Math.min(dot.at - (dots[i - 1]?.at ?? -1), (dots[i + 1]?.at ?? 2) - dot.at)}
      {#if dot.lines > 0 && dot.number !== a && dot.number !== b && x(beside) - x(0) > 24}
        <text x={x(dot.at)} y={LINE - 10} text-anchor="middle" class="tick">{dot.lines}</text>
      {/if}
    {/each}
    {#each dots as dot (dot.number)}
      {@const isChosen = dot.number === a || dot.number === b}
      <circle
        cx={x(dot.at)}
        cy={LINE}
        r={isChosen ? 7 : dot.onlyNoise ? 3 : 5}
        class={[
          dot.first ? 'first' : dot.planned ? 'planned' : 'unplanned',
          isChosen && 'chosen',
          dot.onlyNoise && 'noise'
        ]}
        role="presentation"
        onpointerdown={(event) => {
          // A dot under a handle is where one takes hold of it.
          event.preventDefault();
          if (isChosen) dragging = dot.number === b ? 'b' : 'a';
        }}
        onclick={(event) => onmove(event.shiftKey ? 'a' : 'b', dot.number)}
      >
        <title
          >revision {dot.number}, {saidExact(
            revisions.find((r) => r.number === dot.number)?.firstCopyAt ?? ''
          )}, {dot.origin}{dot.who && `, ${dot.who}`}{dot.counts && `, ${dot.counts} lines`}{dot.onlyNoise
            ? ', differs from the one before in noise only'
            : ''}{dot.notes > 0 ? `, ${dot.notes} note(s)` : ''}</title
        >
      </circle>
    {/each}
  </svg>
</div>

<style>
  svg {
    display: block;
    user-select: none;
  }
  .line {
    stroke: color-mix(in oklab, var(--color-base-content) 40%, var(--color-base-300));
    stroke-width: 1.5;
  }
  .between {
    fill: var(--chosen);
  }
  .tick {
    font-size: 11.5px;
    fill: var(--quiet);
  }
  circle {
    cursor: pointer;
    stroke-width: 2;
  }
  .planned {
    fill: var(--color-success);
    stroke: var(--color-success);
  }
  .unplanned {
    fill: var(--card);
    stroke: var(--color-error);
  }
  .first {
    fill: var(--color-info);
    stroke: var(--color-info);
  }
  circle.noise {
    stroke: var(--quiet);
    stroke-width: 1;
  }
  .label {
    font-size: 11.5px;
    font-weight: 700;
    fill: var(--color-base-content);
  }
  .note {
    fill: var(--color-warning);
  }
  .chosen {
    stroke-width: 3;
  }
  .handle {
    cursor: ew-resize;
  }
  .handle line {
    stroke: var(--act-text);
    stroke-width: 2;
  }
  .handle text {
    fill: var(--act-text);
    font-size: 12px;
    font-weight: 700;
  }
</style>
