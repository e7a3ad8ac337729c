<script lang="ts">
  import { onMount } from 'svelte';
  import type { BoardPart } from '$lib/api/client';
  import SiteAnswers from '$lib/parts/fleet/SiteAnswers.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import BoardBars from './BoardBars.svelte';
  import BoardCounts from './BoardCounts.svelte';
  import { readPart, type PartData } from './boardData';
  import { KINDS } from './boardText';
  import TrendLine from './TrendLine.svelte';

  interface Props {
    part: BoardPart;
  }

  let { part }: Props = $props();
  /** Time alone moves ages and trends. */
  const AGAIN = 60_000;
  const data = new Latest<PartData>();
  const load = () => data.ask(readPart(part));
  whenever(() => JSON.stringify(part), load);
  onMount(() => {
    const end = live.on('fleet', load);
    const timer = setInterval(load, AGAIN);
    return () => {
      end();
      clearInterval(timer);
    };
  });
  const title = $derived(KINDS[part.kind]);
</script>

{#if data.value?.is === 'answers'}
  <SiteAnswers answers={data.value.answers} devices={data.value.devices} />
{:else}
  <section class="panel min-w-0 px-4 py-3" aria-label={title} aria-busy={data.isAwaited}>
    <h2>
      {title}
      {#if part.standard || part.query}<span class="text-quiet font-normal"
          >{[part.standard, part.query].filter(Boolean).join(' · ')}</span
        >{/if}
    </h2>
    <ProblemNote problem={data.problem} class="mt-2" />
    {#if data.value}
      <div class="mt-2">
        {#if data.value.is === 'counts'}
          {#if data.value.rows.length === 0}<p class="text-quiet">Nothing was judged yet.</p>
          {:else}<BoardCounts rows={data.value.rows} label={title} />{/if}
        {:else if data.value.is === 'bars'}
          {#if data.value.bars.every(({ value }) => value === 0)}<p class="text-quiet">None.</p>
          {:else}<BoardBars bars={data.value.bars} label={title} />{/if}
        {:else if data.value.is === 'trend'}<TrendLine points={data.value.points} />{/if}
      </div>
    {:else if !data.problem}<p class="text-quiet">Loading…</p>{/if}
  </section>
{/if}
