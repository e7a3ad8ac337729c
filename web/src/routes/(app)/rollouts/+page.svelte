<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need, type RolloutRow } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { STATE } from '$lib/parts/rollout/rolloutText';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import PlanForm from './PlanForm.svelte';

  let rows = $state.raw<RolloutRow[] | undefined>();
  // A model's page asks for a rollout over those that are behind.
  const wanted = $derived(address.params.get('devices') ?? undefined);
  let plans = $state(false);

  const doing = new Doing(async () => (rows = await need(api.GET('/api/rollouts'))));

  onMount(() => {
    doing.load();
    const ends = [
      live.on('rollout', doing.load),
      keys.add([{ key: 'a', says: 'a new rollout', run: () => session.mayAct && (plans = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Rollouts · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Rollouts</h1>
    <p class="text-quiet">Devices are given the standard release of their model, wave by wave.</p>
  </div>
  {#if session.mayAct}
    <button class="btn btn-primary" onclick={() => (plans = true)}>New rollout… <kbd>a</kbd></button>
  {/if}
</div>
<ProblemNote problem={doing.problem} class="mt-3" />

{#if rows?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No rollout yet</h2>
    <p class="mt-1">
      Choose a standard release at <a class="underline" href="/releases">Releases</a>, then plan here which
      devices are given it. Images are copied ahead; no wave takes both devices of a pair; each is waited for
      and verified before the next wave begins.
    </p>
  </div>
{:else if rows}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('rollout')}>
      <thead>
        <tr><th>Rollout</th><th>State</th><th>Devices</th><th>Settled</th><th>By</th><th>Planned</th></tr>
      </thead>
      <tbody>
        {#each rows as row (row.number)}
          <tr>
            <td>
              <a class="font-semibold hover:underline" href="/rollouts/{row.number}">R-{row.number}</a>
              {row.title}
            </td>
            <td class={row.state === 'STOPPED' ? 'text-error font-semibold' : ''}
              >{STATE[row.state]}{row.needDecision > 0 ? `, ${row.needDecision} need a decision` : ''}</td
            >
            <td>{row.devices}</td>
            <td>{row.settled}</td>
            <td>{row.madeBy}</td>
            <td class="whitespace-nowrap"><When at={row.madeAt} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if plans || wanted !== undefined}
  <PlanForm
    devices={wanted ?? ''}
    onclose={async (number) => {
      plans = false;
      if (number) await goto(`/rollouts/${number}`);
      else await address.change({ devices: '' });
    }}
  />
{/if}
