<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type ConcernedDrift, type DriftRow } from '$lib/api/client';
  import LineCounts from '$lib/parts/change/LineCounts.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { concernedText } from '$lib/parts/standing/standingText';
  import { clock } from '$lib/state/clock.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { listKeys } from '$lib/keys/listKeys';
  import { live } from '$lib/state/live.svelte';
  import { count } from '$lib/text/time';
  import { session } from '$lib/state/session.svelte';
  import DriftDetail from './DriftDetail.svelte';
  import DriftMany from './DriftMany.svelte';
  import { among, chosenAfter } from './driftRows';

  let rows = $state.raw<DriftRow[] | undefined>();
  let filter: HTMLInputElement | undefined = $state();

  let concerned = $state.raw<ConcernedDrift[]>([]);
  const doing = new Doing(async () => {
    [rows, concerned] = await Promise.all([
      need(api.GET('/api/drift')),
      need(api.GET('/api/standing-rules/concerned'))
    ]);
  });
  const byItself = $derived(new Map(concerned.map((each) => [each.device, each])));
  const wanted = $derived(address.params.get('q') ?? '');
  const shown = $derived(among(rows ?? [], wanted));
  const chosen = $derived(shown.find((row) => row.device === address.params.get('device')) ?? shown[0]);

  const choose = (device: string) => address.change({ device });
  let marked = $state<readonly string[]>([]);
  const mark = (device: string) =>
    (marked = marked.includes(device) ? marked.filter((each) => each !== device) : [...marked, device]);
  /** What is not shown any more is not meant either. */
  const meant = $derived(shown.filter((row) => marked.includes(row.device)));
  const move = (by: number) => {
    const next = chosenAfter(shown, chosen?.device, by);
    if (next) choose(next.device);
  };

  onMount(() => {
    doing.load();
    const ends = [
      live.on('fleet', doing.load),
      keys.add([
        ...listKeys('device', move),
        { key: '/', says: 'filter', run: () => filter?.focus() },
        { key: 'x', says: 'mark the device', run: () => session.mayAct && chosen && mark(chosen.device) },
        { key: 'Escape', says: 'mark none', run: () => (marked = []) }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Drift · Chaperone</title></svelte:head>

<div class="flex items-start gap-4">
  <div class="grow">
    <h1>Drift</h1>
    <p class="text-quiet">
      {#if rows}{count(rows.filter((row) => row.since).length, 'device')} run something else than what was agreed.
        You say who is right.{/if}
    </p>
  </div>
  <a class="btn" href="/drift/rules">Standing rules</a>
  <label class="input w-64">
    <span class="text-quiet">Filter</span>
    <input
      bind:this={filter}
      value={wanted}
      maxlength="100"
      aria-label="Filter by device, site, role or part"
      oninput={(event) => address.change({ q: event.currentTarget.value })}
    />
  </label>
</div>

<ProblemNote problem={doing.problem} class="mt-3" />

{#if rows?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Every device runs what was agreed</h2>
    <p class="mt-1">
      The first whole copy of a device proposes what is agreed for it. When one runs something else, it stands
      here: adopt it, or put back what was agreed.
    </p>
  </div>
{:else if rows && shown.length === 0}
  <p class="panel mt-4 p-4">Nothing among them fits “{wanted}”.</p>
{:else if rows}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows">
      <thead>
        <tr
          >{#if session.mayAct}<th><span class="sr-only">Marked</span></th>{/if}<th>Device</th><th>Site</th
          ><th>Since</th><th>Lines</th><th>Parts of the configuration</th><th>Saved</th><th>By itself</th></tr
        >
      </thead>
      <tbody>
        {#each shown as row (row.device)}
          {@const rule = byItself.get(row.device)}
          <tr
            class={['cursor-pointer', row.device === chosen?.device && 'bg-chosen']}
            onclick={() => choose(row.device)}
          >
            {#if session.mayAct}
              <td>
                <input
                  class="checkbox"
                  type="checkbox"
                  aria-label="Mark {row.device}"
                  checked={marked.includes(row.device)}
                  onclick={(event) => event.stopPropagation()}
                  onchange={() => mark(row.device)}
                />
              </td>
            {/if}
            <td>
              <button
                class="cursor-pointer font-semibold"
                aria-pressed={row.device === chosen?.device}
                onclick={() => choose(row.device)}>{row.device}</button
              >
            </td>
            <td>{row.site || '—'}</td>
            <td class="whitespace-nowrap"
              >{#if row.since}<When at={row.since} ago />{:else}—{/if}</td
            >
            <td><LineCounts counts={row} /></td>
            <td class="mono max-w-[26rem] truncate">{row.parts.join(' · ') || '—'}</td>
            <td class={row.savedDiffers ? 'text-warning' : 'text-quiet'}
              >{row.savedDiffers ? 'differs' : 'as running'}</td
            >
            <td class="max-w-64 truncate text-quiet" title={rule?.hindrance || undefined}
              >{rule ? concernedText(rule, clock.now) : '—'}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if meant.length > 0}
    <DriftMany
      drifting={meant.filter((row) => row.since).map((row) => row.device)}
      unsaved={meant.filter((row) => row.savedDiffers).map((row) => row.device)}
      onsettled={doing.load}
    />
  {/if}
  {#if chosen}
    {#key chosen.device}<DriftDetail row={chosen} onsettled={doing.load} />{/key}
  {/if}
{/if}
