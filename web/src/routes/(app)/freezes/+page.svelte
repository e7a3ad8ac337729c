<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Freeze } from '$lib/api/client';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { LIFTER, PHASE, scopeOf } from '$lib/parts/freeze/freezeText';
  import { keys } from '$lib/keys/keys.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { Doing } from '$lib/state/doing.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import FreezeForm from './FreezeForm.svelte';

  let all = $state.raw<Freeze[] | undefined>();
  let declares = $state(false);
  let lifting = $state<Freeze | undefined>();
  const mayDeclare = $derived(session.mayAct || session.mayApprove);
  const mayLift = (freeze: Freeze) =>
    session.who?.role === 'ADMINISTRATOR' || session.who?.role === freeze.lifter;

  const doing = new Doing(async () => (all = await need(api.GET('/api/freezes'))));

  async function lift(freeze: Freeze) {
    lifting = undefined;
    await doing.act(() => need(api.POST('/api/freezes/{id}/lift', { params: { path: { id: freeze.id } } })));
  }

  onMount(() => {
    doing.load();
    const ends = [
      live.on('freeze', doing.load),
      keys.add([{ key: 'a', says: 'a new freeze', run: () => mayDeclare && (declares = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Freezes · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Freezes</h1>
    <p class="text-quiet">
      While one holds a device no change and no rollout begins on it; what has begun is brought to its end.
    </p>
  </div>
  {#if mayDeclare}
    <button class="btn btn-primary" onclick={() => (declares = true)}>New freeze… <kbd>a</kbd></button>
  {/if}
</div>

<ProblemNote problem={doing.problem} class="mt-3" />

{#if all?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No freeze yet</h2>
    <p class="mt-1">
      Declare one for days on which nothing may go wrong, such as a holiday with full ships. Say until when,
      why, and who may lift it.
    </p>
  </div>
{:else if all}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('freeze')}>
      <thead>
        <tr>
          <th>Why</th><th>State</th><th>Holds</th><th>From</th><th>Until</th><th>By</th><th
            >May be lifted by</th
          ><th><span class="sr-only">Deeds</span></th>
        </tr>
      </thead>
      <tbody>
        {#each all as freeze (freeze.id)}
          {@const isOpen = freeze.phase === 'NOW' || freeze.phase === 'COMING'}
          <tr class={isOpen ? '' : 'text-quiet'}>
            <td class="max-w-80 truncate" title={freeze.reason}>{freeze.reason}</td>
            <td class={freeze.phase === 'NOW' ? 'text-warning font-semibold' : ''}>
              {PHASE[freeze.phase]}
              {#if freeze.liftedAt}<span>by {freeze.liftedBy}, <When at={freeze.liftedAt} /></span>{/if}
            </td>
            <td>
              {scopeOf(freeze)}
              {#if freeze.reaches === undefined}<span class="text-error"
                  >names what is not there any more</span
                >
              {:else if freeze.query}<span class="text-quiet">{count(freeze.reaches, 'device')}</span>{/if}
            </td>
            <td class="whitespace-nowrap"><When at={freeze.startsAt} /></td>
            <td class="whitespace-nowrap"><When at={freeze.endsAt} /></td>
            <td>{freeze.madeBy}</td>
            <td>{LIFTER[freeze.lifter]}</td>
            <td>
              {#if isOpen && mayLift(freeze)}
                <button class="btn btn-sm" onclick={() => (lifting = freeze)}>Lift…</button>
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if declares}
  <FreezeForm
    onclose={(kept) => {
      declares = false;
      if (kept) doing.load();
    }}
  />
{/if}
{#if lifting}
  {@const freeze = lifting}
  <Confirm
    title="Lift this freeze?"
    yes="Lift"
    isFinal
    onyes={() => lift(freeze)}
    onno={() => (lifting = undefined)}
  >
    “{freeze.reason}” ends now for {scopeOf(freeze)}. Changes and rollouts may begin there again.
  </Confirm>
{/if}
