<script lang="ts">
  import type { HistorySummary } from '$lib/api/client';
  import { saidMoment } from '$lib/state/times.svelte';
  import { count } from '$lib/text/time';
  import { barsOf, ticksOf } from './chart';

  interface Props {
    summary: HistorySummary;
    /** Somebody chose the time of one bar. */
    onchoose: (since: string, until: string) => void;
  }

  let { summary, onchoose }: Props = $props();
  const HEIGHT = 64;
  let width = $state(800);
  const bars = $derived(barsOf(summary));
  const ticks = $derived(ticksOf(summary, Math.max(2, Math.floor(width / 160))));
  const x = (at: number) => at * width;
  /** The last bar does not stick out. */
  const left = (at: number) => Math.min(x(at), width - thick);
  const thick = $derived(Math.max(3, Math.min(14, x(bars[0]?.wide ?? 0) - 2)));
  const most = $derived(Math.max(4, ...bars.map((bar) => bar.planned + bar.notPlanned)));
  const high = (changes: number) => (changes / most) * (HEIGHT - 6);

  /** One stop of Tab for all bars; arrows go from one to the next. */
  function take(event: KeyboardEvent, bar: { since: string; until: string }) {
    const here = event.currentTarget as Element;
    const next = { ArrowLeft: here.previousElementSibling, ArrowRight: here.nextElementSibling }[event.key];
    if (event.key === 'Enter' || event.key === ' ') onchoose(bar.since, bar.until);
    else if (next instanceof SVGElement && next.matches('.bar')) next.focus();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<div class="panel min-w-0 overflow-hidden px-3 pt-2 pb-1">
  <div class="flex items-baseline gap-4">
    <h2 class="grow">Changes in time</h2>
    <span class="text-quiet flex items-center gap-1"><span class="mark planned"></span> planned here</span>
    <span class="text-quiet flex items-center gap-1"><span class="mark"></span> not planned</span>
  </div>
  <div bind:clientWidth={width}>
    <svg {width} height={HEIGHT + 20} role="group" aria-label="Changes in time">
      <line x1="0" x2={width} y1={HEIGHT} y2={HEIGHT} class="line" />
      {#each ticks as tick (tick.at)}
        <text
          x={x(tick.at)}
          y={HEIGHT + 15}
          class="tick"
          text-anchor={tick.at === 0 ? 'start' : tick.at === 1 ? 'end' : 'middle'}
          >{saidMoment(tick.moment)}</text
        >
      {/each}
      {#each bars as bar, i (bar.since)}
        {@const says = `${saidMoment(bar.since)}: ${count(bar.planned, 'change')} planned here, ${bar.notPlanned} not planned`}
        <g
          class="bar"
          role="button"
          tabindex={i === 0 ? 0 : -1}
          aria-label={says}
          onclick={() => onchoose(bar.since, bar.until)}
          onkeydown={(event) => take(event, bar)}
        >
          <title>{says}</title>
          <rect
            x={left(bar.at)}
            y="0"
            width={Math.max(thick, x(bar.wide))}
            height={HEIGHT}
            fill="transparent"
          />
          <rect
            x={left(bar.at)}
            y={HEIGHT - high(bar.planned)}
            width={thick}
            height={high(bar.planned)}
            class="planned"
          />
          {#if bar.notPlanned > 0}
            <rect
              x={left(bar.at) + 0.75}
              y={HEIGHT - high(bar.planned + bar.notPlanned) - 1}
              width={thick - 1.5}
              height={Math.max(3, high(bar.notPlanned) - 0.5)}
              class="elsewhere"
            />
          {/if}
        </g>
      {/each}
    </svg>
  </div>
</div>

<style>
  svg {
    display: block;
    overflow: visible;
  }
  .line {
    stroke: var(--color-base-300);
  }
  .tick {
    font-size: 11.5px;
    fill: var(--quiet);
  }
  .bar {
    cursor: pointer;
  }
  .bar:hover .planned,
  .bar:hover .elsewhere {
    opacity: 0.75;
  }
  rect.planned {
    fill: var(--color-success);
  }
  rect.elsewhere {
    fill: var(--card);
    stroke: var(--color-error);
    stroke-width: 1.5;
  }
  .mark {
    display: inline-block;
    width: 9px;
    height: 9px;
    border: 1.5px solid var(--color-error);
  }
  .mark.planned {
    border-color: var(--color-success);
    background: var(--color-success);
  }
</style>
