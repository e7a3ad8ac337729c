<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need, type TemplateRow } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  let rows = $state.raw<TemplateRow[] | undefined>();
  let begins = $state(false);
  let title = $state('');

  /** Devices that were chosen in Fleet go with it. */
  const devices = $derived(address.params.get('devices') ?? '');
  const linkTo = (name: string) =>
    `/templates/${encodeURIComponent(name)}${devices ? `?devices=${encodeURIComponent(devices)}` : ''}`;

  const doing = new Doing(async () => (rows = await need(api.GET('/api/templates'))));
  const beginning = new Submission(async () => {
    await need(
      api.PUT('/api/templates/{name}', {
        params: { path: { name: title.trim() } },
        body: { reason: '', fields: [], variants: {} }
      })
    );
    await goto(`/templates/${encodeURIComponent(title.trim())}/write`);
  });

  onMount(() => {
    doing.load();
    return keys.add([{ key: 'a', says: 'a new template', run: () => session.mayAct && (begins = true) }]);
  });
</script>

<svelte:head><title>Templates · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Templates</h1>
    <p class="text-quiet">
      Text with fields, one for each platform; filled in, it joins a change.
      {#if devices}Choose the one for {count(devices.split(',').length, 'device')}.{/if}
    </p>
  </div>
  {#if session.mayAct}
    <button class="btn btn-primary" onclick={() => (begins = true)}>New template… <kbd>a</kbd></button>
  {/if}
</div>

<ProblemNote problem={doing.problem} class="mt-3" />

{#if rows?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No template yet</h2>
    <p class="mt-1">
      Write once what is typed again and again: a text for each platform, with fields such as a VLAN, a name
      or the ports of a device. You fill it in for many devices at once and see what each will be told.
    </p>
  </div>
{:else if rows}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('template')}>
      <thead>
        <tr><th>Template</th><th>Platforms</th><th>Fields</th><th>Version</th><th>By</th><th>Written</th></tr>
      </thead>
      <tbody>
        {#each rows as row (row.name)}
          <tr>
            <td>
              <a class="font-semibold hover:underline" href={linkTo(row.name)}>{row.name}</a>
              <p class="text-quiet max-w-[36rem]">{row.reason}</p>
            </td>
            <td class="min-w-40">{row.platforms.join(', ') || '—'}</td>
            <td>{row.fields}</td>
            <td>{row.number}</td>
            <td>{row.madeBy}</td>
            <td class="whitespace-nowrap"><When at={row.madeAt} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if begins}
  <Dialog title="A new template" oncancel={() => (begins = false)}>
    <form class="mt-2" onsubmit={beginning.submit}>
      <Field label="Name" hint="Such as segment on access ports." error={beginning.of('name')}>
        <!-- svelte-ignore a11y_autofocus -->
        <input class="input w-full" maxlength="60" required pattern="[^\/]+" bind:value={title} autofocus />
      </Field>
      <FormEnd submission={beginning} send="Begin" oncancel={() => (begins = false)} />
    </form>
  </Dialog>
{/if}
