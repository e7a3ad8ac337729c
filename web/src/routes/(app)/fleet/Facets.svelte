<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import type { DevicePage, Group } from '$lib/api/client';
  import { address } from '$lib/state/address.svelte';
  import { groupQuery, shownOf, toggled } from './fleetView';

  interface Props {
    fleet: DevicePage;
    groups: readonly Group[];
    /** The group that is meant by the query. */
    group: Group | undefined;
    onchange: (changes: Record<string, string | string[]>) => void;
  }

  let { fleet, groups, group, onchange }: Props = $props();

  /** Of a long list of values the first ones are shown, and whatever is chosen. */
  const MANY = 5;
  /** Facets that everybody sees; the others come when they are asked for, or when something of them is chosen. */
  const FIRST = 2;
  const opened = new SvelteSet<string>();
  let showsAll = $state(false);
  const facets = $derived(
    [
      { name: 'Site', key: 'site', values: fleet.sites },
      { name: 'Role', key: 'role', values: fleet.roles },
      { name: 'Platform', key: 'platform', values: fleet.platforms },
      { name: 'Release', key: 'release', values: fleet.releases },
      { name: 'Tag', key: 'tag', values: fleet.tags }
    ].filter((facet) => facet.values.length > 0)
  );
  const chosen = (key: string) => address.params.getAll(key);
  const shown = $derived(
    facets.filter(({ key }, index) => showsAll || index < FIRST || chosen(key).length > 0)
  );
  const others = $derived(facets.filter((facet) => !shown.includes(facet)));
</script>

{#each shown as { name, key, values } (key)}
  {@const more = values.filter((each) => each.devices > 0).length - MANY}
  <span class="flex flex-wrap items-center gap-1.5" role="group" aria-label={name}>
    <span class="text-quiet text-[0.9rem] font-semibold">{name}</span>
    {#each shownOf(values, chosen(key), opened.has(key) ? values.length : MANY) as { value, devices } (value)}
      <button
        class="chip"
        aria-pressed={chosen(key).includes(value)}
        onclick={() => onchange({ [key]: toggled(chosen(key), value) })}
        >{value || 'none'} <span class="text-quiet">{devices}</span></button
      >
    {/each}
    {#if more > 0}
      <button class="btn btn-ghost h-6 px-1.5" onclick={() => opened.delete(key) || opened.add(key)}
        >{opened.has(key) ? 'fewer' : `${more} more`}</button
      >
    {/if}
  </span>
{/each}
{#if groups.length > 0}
  <span class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Group">
    <span class="text-quiet text-[0.9rem] font-semibold">Group</span>
    {#each groups as each (each.name)}
      <button
        class="chip"
        aria-pressed={each === group}
        title={each.query}
        onclick={() => onchange({ query: each === group ? '' : groupQuery(each.name) })}
        >{each.name} <span class="text-quiet">{each.devices}</span></button
      >
    {/each}
  </span>
{/if}
{#if others.length > 0}
  <button class="btn btn-ghost h-6 px-1.5" onclick={() => (showsAll = true)}
    >more: {others.map(({ name }) => name.toLowerCase()).join(', ')}</button
  >
{:else if showsAll}
  <button class="btn btn-ghost h-6 px-1.5" onclick={() => (showsAll = false)}>fewer</button>
{/if}
