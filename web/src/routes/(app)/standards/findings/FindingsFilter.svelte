<script lang="ts">
  import type { Problem } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import { saidMoment } from '$lib/state/times.svelte';
  import { SEVERITY } from '$lib/parts/standard/clauseText';

  interface Props {
    asked: Record<string, string>;
    standards: readonly string[];
    problem: Problem | undefined;
    onseek: (changes: Record<string, string>) => void;
  }

  let { asked, standards, problem, onseek }: Props = $props();
  let bar: ReturnType<typeof QueryBar> | undefined = $state();
  const STATES = [
    { state: '', word: 'Open' },
    { state: 'EXCEPTED', word: 'Excepted' },
    { state: 'CLOSED', word: 'Ended' }
  ];
  const ORDERS = [
    { order: '', word: 'newest first' },
    { order: 'SEVERITY', word: 'by severity' },
    { order: 'CLAUSE', word: 'by clause' },
    { order: 'DEVICE', word: 'by device' },
    { order: 'SITE', word: 'by site' }
  ];
  const PLACES = ['tag', 'site', 'device', 'since'] as const;
  const CHIP = { tag: 'clause', site: 'site', device: 'device', since: 'since' };

  export const focus = () => bar?.focus();
</script>

<div class="mt-3 flex flex-wrap items-start gap-2">
  <div class="join" role="group" aria-label="State">
    {#each STATES as { state, word } (word)}
      <button
        class="btn join-item"
        aria-pressed={(asked.state ?? '') === state}
        onclick={() => onseek({ state })}>{word}</button
      >
    {/each}
  </div>
  <div class="min-w-52 flex-1">
    <QueryBar
      bind:this={bar}
      value={asked.query ?? ''}
      label="Which devices"
      hint="devices, such as site is Dunsay"
      {problem}
      onchange={(query) => onseek({ query })}
    />
  </div>
  <select
    class="select w-40"
    aria-label="Standard"
    value={asked.standard ?? ''}
    onchange={(event) => onseek({ standard: event.currentTarget.value, tag: '' })}
  >
    <option value="">all standards</option>
    {#each standards as each (each)}<option value={each}>{each}</option>{/each}
  </select>
  <select
    class="select w-36"
    aria-label="Severity"
    value={asked.severity ?? ''}
    onchange={(event) => onseek({ severity: event.currentTarget.value })}
  >
    <option value="">any severity</option>
    {#each Object.entries(SEVERITY).slice(1) as [severity, word] (severity)}
      <option value={severity}>{severity === 'CRITICAL' ? word : `${word} or more`}</option>
    {/each}
  </select>
  <input
    class="input w-36"
    aria-label="Brought by"
    placeholder="brought by"
    maxlength="100"
    value={asked.person ?? ''}
    onchange={(event) => onseek({ person: event.currentTarget.value.trim() })}
  />
  <select
    class="select w-36"
    aria-label="Order"
    value={asked.order ?? ''}
    onchange={(event) => onseek({ order: event.currentTarget.value })}
  >
    {#each ORDERS as { order, word } (word)}<option value={order}>{word}</option>{/each}
  </select>
</div>
{#if PLACES.some((each) => asked[each])}
  <div class="mt-2 flex gap-2">
    {#each PLACES.filter((each) => asked[each]) as each (each)}
      <button class="chip h-8 cursor-pointer" title="Take it away" onclick={() => onseek({ [each]: '' })}
        >{CHIP[each]} {each === 'since' ? saidMoment(asked.since ?? '') : asked[each]} ×</button
      >
    {/each}
  </div>
{/if}
