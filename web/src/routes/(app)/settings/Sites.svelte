<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { onMount } from 'svelte';
  import { api, need, type Site } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { valueText } from '$lib/parts/fleet/queryText';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import { once } from '$lib/state/once';
  import { nested } from './sites';

  let sites = $state<Site[]>([]);
  let code = $state('');
  let name = $state('');
  let parent = $state('');
  let edits = $state(false);
  const rows = $derived(nested(sites));

  const doing = new Doing(async () => {
    sites = await need(api.GET('/api/sites'));
  });

  function edit(site?: Site) {
    edits = true;
    code = site?.code ?? '';
    name = site?.name ?? '';
    parent = site?.parent ?? '';
  }

  const save = once(async () => {
    const body = { name, parent: parent === '' ? undefined : parent };
    const isSaved = await doing.act(() =>
      need(api.PUT('/api/sites/{code}', { params: { path: { code } }, body }))
    );
    edits = !isSaved;
  });

  const remove = (site: Site) =>
    doing.act(() =>
      regret.of(
        `Removed the site ${site.name}.`,
        need(api.DELETE('/api/sites/{code}', { params: { path: { code: site.code } } })),
        doing.load
      )
    );

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="sites">
  <div class="flex max-w-3xl items-start gap-2">
    <div class="grow">
      <h2 id="sites">Sites</h2>
      <p class="text-quiet">
        A site may lie in another one: a query for the outer site means the inner ones too. Devices find their
        site by the short word that their names begin with.
      </p>
    </div>
    {#if session.mayAct}<button class="btn" onclick={() => edit()}>Add a site…</button>{/if}
  </div>
  <ProblemNote problem={doing.problem} class="mt-2 max-w-3xl" />
  {#if edits}
    <form class="panel mt-2 flex max-w-3xl flex-wrap items-end gap-3 p-4" onsubmit={save}>
      <Field label="Short word">
        <input
          class="input mono w-32"
          {@attach (input) => input.focus()}
          bind:value={code}
          maxlength="40"
          required
          pattern="[a-z0-9]([a-z0-9\-]*[a-z0-9])?"
          title="small letters, digits and hyphens"
          disabled={sites.some((site) => site.code === code && site.name === name && name !== '')}
        />
      </Field>
      <Field label="Name" class="grow">
        <input class="input w-full" bind:value={name} maxlength="80" required />
      </Field>
      <Field label="Lies in">
        <select class="select w-44" bind:value={parent}>
          <option value="">no other site</option>
          {#each sites.filter((site) => site.code !== code) as site (site.code)}
            <option value={site.code}>{site.name}</option>
          {/each}
        </select>
      </Field>
      <button class="btn btn-primary">Save</button>
      <button class="btn" type="button" onclick={() => (edits = false)}>Cancel</button>
    </form>
  {/if}
  <div class="panel mt-2 max-w-3xl">
    <table class="rows">
      <thead><tr><th>Site</th><th>Short word</th><th>Devices</th><th></th></tr></thead>
      <tbody>
        {#each rows as { site, depth } (site.code)}
          <tr>
            <td class="font-semibold" style:padding-left="{0.6 + depth * 1.4}rem">{site.name}</td>
            <td class="mono">{site.code}</td>
            <td>
              <a class="underline" href="/fleet?query={encodeURIComponent(`site is ${valueText(site.name)}`)}"
                >{count(site.devices, 'device')}</a
              >
            </td>
            <td class="text-right whitespace-nowrap">
              {#if session.mayAct}
                <button class="btn" onclick={() => edit(site)} aria-label="Change {site.name}">Change…</button
                >
                <button class="btn" onclick={() => remove(site)} aria-label="Remove {site.name}"
                  >Remove</button
                >
              {/if}
            </td>
          </tr>
        {:else}<tr><td colspan="4">No site yet: a list may bring them with its devices.</td></tr>{/each}
      </tbody>
    </table>
  </div>
</section>
