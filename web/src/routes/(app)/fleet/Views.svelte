<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import Menu from '$lib/parts/form/Menu.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { onMount } from 'svelte';
  import { api, need } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import { Submission } from '$lib/state/submission.svelte';
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

  async function load() {
    views = await need(api.GET('/api/fleet-views')).catch(() => views);
  }

  const keeping = new Submission(async () => {
    const params = { path: { name: name.trim() } };
    await need(api.PUT('/api/fleet-views/{name}', { params, body: { address: here } }));
    keeps = false;
    name = '';
    await load();
  });

  async function remove(view: string) {
    const params = { path: { name: view } };
    await regret
      .of(`Removed the view ${view}.`, need(api.DELETE('/api/fleet-views/{name}', { params })), load)
      .catch(() => {});
    await load();
  }

  onMount(load);
</script>

<Menu label="Columns">
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
</Menu>
<Menu label="Views" class="w-64">
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
  <button class="btn mt-1 h-7 w-full" onclick={() => (keeps = true)}>Save what is shown…</button>
</Menu>

{#if keeps}
  <Dialog title="Save this view" oncancel={() => (keeps = false)}>
    <form class="mt-2" onsubmit={keeping.submit}>
      <p class="text-quiet">Filter, order and columns, under a name of your own. Only you see it.</p>
      <Field label="Name" class="mt-2">
        <input
          class="input w-full"
          bind:value={name}
          maxlength="60"
          required
          pattern="[^\/\\%]+"
          title="no slashes and no percent sign"
        />
      </Field>
      <FormEnd submission={keeping} send="Save" oncancel={() => (keeps = false)} class="mt-3" />
    </form>
  </Dialog>
{/if}
