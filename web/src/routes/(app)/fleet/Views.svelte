<script lang="ts">
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Problem } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { once } from '$lib/state/once';
  import { COLUMNS, columnsOf, withColumn } from './columns';

  interface Props {
    /** The columns as the address names them. */
    columns: string | null;
    /** The parameters of the page as it is now. */
    here: string;
    oncolumns: (columns: string) => void;
    onview: (address: string) => void;
  }

  let { columns, here, oncolumns, onview }: Props = $props();
  let views = $state<{ name: string; address: string }[]>([]);
  let name = $state('');
  let keeps = $state(false);
  let problem = $state<Problem | undefined>();

  async function load() {
    views = await need(api.GET('/api/fleet-views')).catch(() => views);
  }

  const keep = once(async () => {
    try {
      const params = { path: { name: name.trim() } };
      await need(api.PUT('/api/fleet-views/{name}', { params, body: { address: here } }));
      keeps = false;
      name = '';
      problem = undefined;
      await load();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });

  async function remove(view: string) {
    await need(api.DELETE('/api/fleet-views/{name}', { params: { path: { name: view } } })).catch(() => {});
    await load();
  }

  onMount(load);
</script>

<details class="dropdown dropdown-end">
  <summary class="btn btn-ghost h-7">Columns</summary>
  <div class="dropdown-content panel z-20 w-44 p-2" role="group" aria-label="Columns">
    {#each COLUMNS as column (column.key)}
      <label class="flex items-center gap-2 py-1">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={columnsOf(columns).includes(column)}
          onchange={() => oncolumns(withColumn(columns, column.key))}
        />
        {column.title}
      </label>
    {/each}
  </div>
</details>
<details class="dropdown dropdown-end">
  <summary class="btn btn-ghost h-7">Views</summary>
  <div class="dropdown-content panel z-20 w-64 p-2">
    {#each views as view (view.name)}
      <div class="flex items-center">
        <button class="btn btn-ghost h-7 grow justify-start" onclick={() => onview(view.address)}
          >{view.name}</button
        >
        <button
          class="btn btn-ghost h-7 px-1.5"
          aria-label="Remove the view {view.name}"
          onclick={() => remove(view.name)}>×</button
        >
      </div>
    {:else}<p class="text-quiet p-1">None kept yet.</p>{/each}
    <button class="btn mt-1 h-7 w-full" onclick={() => (keeps = true)}>Keep what is shown…</button>
  </div>
</details>

{#if keeps}
  <Dialog title="Keep this view" oncancel={() => (keeps = false)}>
    <form class="mt-2" onsubmit={keep}>
      <p class="text-quiet">Filter, order and columns, under a name of your own. Only you see it.</p>
      <label class="mt-2 block">
        <span class="font-semibold">Name</span>
        <input
          class="input mt-1 w-full"
          bind:value={name}
          maxlength="60"
          required
          pattern="[^\/\\%]+"
          title="no slashes and no percent sign"
        />
      </label>
      {#if problem}<div class="mt-2"><ProblemNote {problem} /></div>{/if}
      <div class="mt-3 flex gap-2">
        <button class="btn btn-primary">Keep</button>
        <button class="btn" type="button" onclick={() => (keeps = false)}>Cancel</button>
      </div>
    </form>
  </Dialog>
{/if}
