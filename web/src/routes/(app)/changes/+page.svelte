<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need, type ChangeRow } from '$lib/api/client';
  import { STATE } from '$lib/parts/change/changeText';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  const OPEN: ChangeRow['state'][] = ['DRAFT', 'PROPOSED', 'APPROVED', 'RUNNING', 'STUCK'];

  let rows = $state.raw<ChangeRow[] | undefined>();
  let begins = $state(false);
  let title = $state('');

  const showsAll = $derived(address.params.get('show') === 'all');
  const shown = $derived((rows ?? []).filter((row) => showsAll || OPEN.includes(row.state)));
  const doing = new Doing(async () => (rows = await need(api.GET('/api/changes'))));
  const beginning = new Submission(async () => {
    const change = await need(api.POST('/api/changes', { body: { title } }));
    await goto(`/changes/${change.number}`);
  });

  const tone: Partial<Record<ChangeRow['state'], string>> = {
    KEPT: 'text-success',
    STUCK: 'text-error font-semibold',
    PROPOSED: 'text-warning font-semibold'
  };

  onMount(() => {
    doing.load();
    if (address.params.has('new') && session.mayAct) begins = true;
    const ends = [
      live.on('change', doing.load),
      keys.add([{ key: 'a', says: 'a new change', run: () => session.mayAct && (begins = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Changes · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Changes</h1>
    <p class="text-quiet">The one way in which anything is written to a device.</p>
  </div>
  <div class="join" role="group" aria-label="Which changes">
    <button class="btn join-item" aria-pressed={!showsAll} onclick={() => address.change({ show: '' })}
      >Open</button
    >
    <button class="btn join-item" aria-pressed={showsAll} onclick={() => address.change({ show: 'all' })}
      >All</button
    >
  </div>
  <a class="btn" href="/freezes">Freezes</a>
  {#if session.mayAct}
    <button class="btn btn-primary" onclick={() => (begins = true)}>New change… <kbd>a</kbd></button>
  {/if}
</div>

<ProblemNote problem={doing.problem} class="mt-3" />

{#if rows?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No change yet</h2>
    <p class="mt-1">
      A change holds edits for one or more devices. Put something back from <a class="underline" href="/drift"
        >Drift</a
      >, or begin one here and type lines for a device: you see what each device will be told before anything
      is sent.
    </p>
  </div>
{:else if rows && shown.length === 0}
  <p class="panel mt-4 p-4">
    None is open. <button class="cursor-pointer underline" onclick={() => address.change({ show: 'all' })}
      >Show those that have ended</button
    >
  </p>
{:else if rows}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('change')}>
      <thead>
        <tr><th>Change</th><th>State</th><th>Devices</th><th>Edits</th><th>By</th><th>Begun</th></tr>
      </thead>
      <tbody>
        {#each shown as row (row.number)}
          <tr>
            <td>
              <a class="font-semibold hover:underline" href="/changes/{row.number}">C-{row.number}</a>
              <span>{row.title}</span>
              {#if row.undoes}<a class="text-quiet underline" href="/changes/{row.undoes}"
                  >of C-{row.undoes}</a
                >{/if}
            </td>
            <td class={tone[row.state]}>
              {STATE[row.state]}
              {#if row.dueAt}<span class="block">runs <When at={row.dueAt} /></span>
              {:else if row.notRun}<span class="text-error block" title={row.notRun}
                  >was due, did not run</span
                >{/if}
            </td>
            <td class="max-w-[24rem] truncate">{row.devices.join(', ') || '—'}</td>
            <td>{row.edits}</td>
            <td>{row.madeBy}</td>
            <td class="whitespace-nowrap"><When at={row.madeAt} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if begins}
  <Dialog title="A new change" oncancel={() => (begins = false)}>
    <form class="mt-2" onsubmit={beginning.submit}>
      <Field
        label="What it is for"
        hint="A few words; they may be altered later."
        error={beginning.of('title')}
      >
        <!-- svelte-ignore a11y_autofocus -->
        <input class="input w-full" maxlength="120" bind:value={title} autofocus />
      </Field>
      <FormEnd submission={beginning} send="Begin" oncancel={() => (begins = false)} />
    </form>
  </Dialog>
{/if}
