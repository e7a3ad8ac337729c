<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type StandardMatrix, type StandardRow } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import FindingCell from './FindingCell.svelte';
  import { OUTCOME } from '$lib/parts/standard/clauseText';
  import StandardTabs from '$lib/parts/standard/StandardTabs.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';

  let rows = $state.raw<readonly StandardRow[]>([]);
  let bar: ReturnType<typeof QueryBar> | undefined = $state();
  const inForce = $derived(rows.filter(({ isPublished }) => isPublished));
  const name = $derived(
    inForce.find((row) => row.name === address.params.get('standard'))?.name ?? inForce[0]?.name
  );
  const query = $derived(address.params.get('query') ?? '');
  const open = $derived(address.params.get('open') ?? '');
  const matrix = new Latest<StandardMatrix>();
  const shown = $derived(matrix.value);

  const load = async () => {
    if (name)
      await matrix.ask(
        need(
          api.GET('/api/standards/{name}/matrix', {
            params: { path: { name }, query: query ? { query } : {} }
          })
        )
      );
  };
  whenever(() => `${name} ${query}`, load);

  onMount(() => {
    need(api.GET('/api/standards')).then((all) => (rows = all));
    const ends = [
      live.on('fleet', load),
      keys.add([
        { key: '/', says: 'filter', run: () => bar?.focus() },
        { key: 'Escape', says: 'close what is open', run: () => address.change({ open: '' }) }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Matrix · Chaperone</title></svelte:head>

<h1>Standards</h1>
<p class="text-quiet">
  {#if shown}{count(shown.matching, 'device')} with something that does not hold, and {count(
      shown.tags.length,
      'clause'
    )}.{/if}
</p>
<StandardTabs />

<div class="mt-3 flex flex-wrap items-start gap-2">
  <div class="flex flex-wrap gap-2" role="group" aria-label="Which standard">
    {#each inForce as row (row.name)}
      <button
        class="btn"
        aria-pressed={row.name === name}
        onclick={() => address.change({ standard: row.name, open: '' })}>{row.name}</button
      >
    {/each}
  </div>
  <div class="min-w-52 flex-1">
    <QueryBar
      bind:this={bar}
      value={query}
      label="Which devices"
      hint="devices, such as site is Dunsay"
      problem={matrix.problem}
      onchange={(words) => address.change({ query: words })}
    />
  </div>
</div>
{#if !matrix.problem?.span}<ProblemNote problem={matrix.problem} class="mt-3" />{/if}

{#if shown && shown.rows.length === 0}
  <p class="panel mt-3 p-4">Every device that is asked keeps to all of it.</p>
{:else if shown}
  <div class={['panel mt-3 overflow-x-auto', matrix.problem && 'opacity-60']}>
    <table class="rows matrix" {@attach rowKeys('device')}>
      <thead>
        <tr>
          <th>Device</th><th>Site</th>
          {#each shown.tags as tag (tag)}<th class="whitespace-nowrap"
              ><a
                class="hover:underline"
                href="/standards/findings?standard={encodeURIComponent(name ?? '')}&tag={encodeURIComponent(
                  tag
                )}">{tag}</a
              ></th
            >{/each}
        </tr>
      </thead>
      <tbody>
        {#each shown.rows as row (row.device)}
          <tr>
            <th scope="row" class="font-semibold"
              ><a href="/devices/{encodeURIComponent(row.device)}/standards">{row.device}</a></th
            >
            <td class="text-quiet">{row.site || '—'}</td>
            {#each shown.tags as tag (tag)}
              {@const outcome = row.outcomes[tag]}
              {@const key = `${row.device} ${tag}`}
              <td class={outcome === 'FAIL' ? 'bg-removed' : ''}>
                {#if outcome}
                  <button
                    class={['cursor-pointer', outcome === 'FAIL' ? 'font-semibold' : 'text-quiet']}
                    aria-expanded={open === key}
                    aria-label="{row.device} {tag}: {OUTCOME[outcome]}"
                    onclick={() => address.change({ open: open === key ? '' : key })}
                    >{OUTCOME[outcome]}</button
                  >
                {/if}
              </td>
            {/each}
          </tr>
          {#each shown.tags.filter((tag) => open === `${row.device} ${tag}` && row.outcomes[tag]) as tag (tag)}
            <tr
              ><td></td><td colspan={shown.tags.length + 1} class="py-3"
                ><FindingCell standard={name ?? ''} device={row.device} {tag} /></td
              ></tr
            >
          {/each}
        {/each}
      </tbody>
    </table>
    {#if shown.rows.length < shown.matching}
      <p class="text-quiet p-3">
        The first {shown.rows.length.toLocaleString('en-GB')} of {shown.matching.toLocaleString('en-GB')}: ask
        for fewer devices.
      </p>
    {/if}
  </div>
{:else if name && !matrix.problem}
  <p class="text-quiet mt-3">Loading…</p>
{/if}
