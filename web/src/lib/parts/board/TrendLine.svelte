<script lang="ts">
  import type { TrendPoint } from '$lib/api/client';
  import { saidMoment } from '$lib/state/times.svelte';
  import { trendPath } from './trend';

  interface Props {
    points: readonly TrendPoint[];
  }

  let { points }: Props = $props();
  const HEIGHT = 120;
  let width = $state(400);
  const most = $derived(Math.max(1, ...points.map(({ failing }) => failing)));
  const first = $derived(points[0]);
  const last = $derived(points.at(-1));
</script>

<div bind:clientWidth={width}>
  {#if first && last}
    <svg
      {width}
      height={HEIGHT + 20}
      role="img"
      aria-label="From {first.failing} on {saidMoment(first.at)} to {last.failing} now, at most {most}"
    >
      <line x1="0" x2={width} y1={HEIGHT} y2={HEIGHT} class="ground" />
      <path d={trendPath(points, width, HEIGHT, most)} class="line" />
      <text x="0" y="12" class="text">{most}</text>
      <text x="0" y={HEIGHT + 15} class="text">{saidMoment(first.at)}</text>
      <text x={width} y={HEIGHT + 15} text-anchor="end" class="text">now: {last.failing}</text>
    </svg>
  {/if}
</div>

<style>
  .ground {
    stroke: var(--color-base-300);
  }
  .line {
    fill: none;
    stroke: var(--color-error);
    stroke-width: 2;
  }
  .text {
    fill: var(--quiet);
    font-size: 12px;
  }
</style>
