<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { api, need, type Board } from '$lib/api/client';
  import { KINDS } from '$lib/parts/board/boardText';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  const rows = new Latest<Board[]>();
  let begins = $state(false);
  let name = $state('');
  const load = () => rows.ask(need(api.GET('/api/boards')));

  const making = new Submission(async () => {
    const made = await need(api.POST('/api/boards', { body: { name, parts: [] } }));
    await goto(`/boards/${made.id}?compose=1`);
  });

  onMount(() => {
    void load();
    const ends = [
      live.on('fleet', load),
      keys.add([{ key: 'a', says: 'a new board', run: () => session.mayAccount && (begins = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Boards · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Boards</h1>
    <p class="text-quiet">Pages that people compose from parts, for themselves or for a wall.</p>
  </div>
  {#if session.mayAccount}
    <button class="btn btn-primary" onclick={() => (begins = true)}>New board… <kbd>a</kbd></button>
  {/if}
</div>
<ProblemNote problem={rows.problem} class="mt-3" />

{#if rows.value?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No board yet</h2>
    <p class="mt-1">
      A board shows the state of standards and of the fleet in large letters, and keeps itself up to date.
      Whoever has its address sees it.
    </p>
  </div>
{:else if rows.value}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows" {@attach rowKeys('board')}>
      <thead><tr><th>Board</th><th>Parts</th><th>Made</th></tr></thead>
      <tbody>
        {#each rows.value as row (row.id)}
          <tr>
            <th scope="row" class="whitespace-nowrap"
              ><a class="hover:underline" href="/boards/{row.id}">{row.name}</a></th
            >
            <td class="w-full"
              >{[...new Set(row.parts.map(({ kind }) => KINDS[kind]))].join(', ') || 'none yet'}</td
            >
            <td class="whitespace-nowrap">{row.madeBy}, <When at={row.madeAt} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else if !rows.problem}<p class="text-quiet mt-3">Loading…</p>{/if}

{#if begins}
  <Dialog title="A new board" oncancel={() => (begins = false)}>
    <form class="mt-2" onsubmit={making.submit}>
      <Field label="Name" hint="Such as watch desk." error={making.of('name')}>
        <!-- svelte-ignore a11y_autofocus -->
        <input class="input w-full" maxlength="80" required bind:value={name} autofocus />
      </Field>
      <FormEnd submission={making} send="Begin" oncancel={() => (begins = false)} />
    </form>
  </Dialog>
{/if}
