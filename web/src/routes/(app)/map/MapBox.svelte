<script lang="ts">
  import { countsInWords, worstOf, type Box } from './drawing';

  interface Props {
    box: Box;
    /** Where its middle is. */
    x: number;
    y: number;
    /** Units of the drawing to one of the box. */
    size: number;
    /** Whether clicks on it mean something else at the moment. */
    isStill: boolean;
    onpress: (event: PointerEvent) => void;
    onopen: () => void;
    /** Pins a note to it, by key. */
    onpin: () => void;
  }

  let { box, x, y, size, isStill, onpress, onopen, onpin }: Props = $props();
  const WIDTH = 132;
  const HEIGHT = 44;
  const worst = $derived(worstOf(box.counts));
  const name = $derived(box.name.length > 16 ? `${box.name.slice(0, 15)}…` : box.name);
  const isOwnSite = $derived(box.kind === 'SITE' && box.says !== 'another site');
  const trouble = $derived(
    isOwnSite && worst !== 'YES' && worst !== 'NOT_KNOWN'
      ? `, ${box.counts[worst]} ${worst === 'NO' ? 'no' : 'attention'}`
      : ''
  );
</script>

<g
  class="box {worst.toLowerCase()}"
  role="button"
  tabindex="0"
  aria-label="{box.name}, {box.says}: {countsInWords(box.counts)}"
  transform="translate({x} {y}) scale({size}) translate({-WIDTH / 2} {-HEIGHT / 2})"
  onpointerdown={(event) => {
    event.stopPropagation();
    onpress(event);
  }}
  onclick={() => {
    if (!isStill) onopen();
  }}
  onkeydown={(event) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    event.stopPropagation();
    if (isStill) onpin();
    else onopen();
  }}
>
  <title>{box.name}: {countsInWords(box.counts)}</title>
  <rect class="ground" width={WIDTH} height={HEIGHT} rx={box.kind === 'SITE' ? 10 : 3} />
  <rect class="mark" x="8" y="8" width="12" height="12" rx="2" />
  {#if worst === 'ATTENTION'}<rect class="half" x="8" y="15" width="12" height="5" rx="1" />{/if}
  <text class="name" x="26" y="18">{name}</text>
  <text class="says" x="9" y="36">{box.says}{trouble}</text>
</g>

<style>
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
</style>
