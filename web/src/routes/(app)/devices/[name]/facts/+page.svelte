<script lang="ts">
  import { page } from '$app/state';
  import { api, asProblem, need, type CredentialSet, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { bytes } from '$lib/text/bytes';
  import { onMount } from 'svelte';
  import { opened } from '../opened.svelte';

  const name = $derived(page.params.name ?? '');
  let sets = $state<CredentialSet[]>([]);
  let problem = $state<Problem | undefined>();

  async function use(credentialSet: number) {
    try {
      const body = { devices: [name], credentialSet, addTags: [], removeTags: [] };
      await need(api.POST('/api/devices/edit', { body }));
      await opened.load(name);
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(() => {
    need(api.GET('/api/credential-sets')).then(
      (all) => (sets = all),
      (thrown) => (problem = asProblem(thrown))
    );
  });
</script>

<ProblemNote {problem} class="mt-3" />
{#if opened.detail}
  {@const { device, facts, hostKey, credentialSet } = opened.detail}
  <div class="mt-3 grid grid-cols-2 items-start gap-4">
    <section class="panel p-4" aria-labelledby="told">
      <h2 id="told">What the device tells</h2>
      <dl class="facts">
        <dt>Model</dt>
        <dd>{device.model || 'not told'}</dd>
        <dt>Serial</dt>
        <dd class="mono">{device.serial || 'not told'}</dd>
        <dt>Release</dt>
        <dd>{device.release || 'not told'}{facts.installMode ? `, installed ${facts.installMode}` : ''}</dd>
        <dt>MAC base</dt>
        <dd class="mono">{facts.macBase || 'not told'}</dd>
        <dt>Up since</dt>
        <dd>
          {#if facts.startedAt}<When at={facts.startedAt} /> (<When at={facts.startedAt} ago />){:else}not
            told{/if}
        </dd>
        <dt>Storage</dt>
        <dd>
          {#if facts.storageFree !== undefined}
            {bytes(facts.storageFree)} free{facts.storageTotal ? ` of ${bytes(facts.storageTotal)}` : ''}
            {#if facts.storageTotal}
              <progress
                class="progress ml-2 w-28 align-middle"
                value={facts.storageTotal - facts.storageFree}
                max={facts.storageTotal}
                aria-label="Storage in use"
              ></progress>
            {/if}
          {:else}not told{/if}
        </dd>
      </dl>
    </section>
    <section class="panel p-4" aria-labelledby="reached">
      <h2 id="reached">How it is reached</h2>
      <dl class="facts">
        <dt>Address</dt>
        <dd class="mono">{device.host}:{device.port}</dd>
        <dt>Platform</dt>
        <dd><a class="underline" href="/platforms/{device.platform}">{device.platform}</a></dd>
        <dt>Log-in</dt>
        <dd>
          {#if session.mayAct && sets.length > 0}
            <select
              class="select w-56"
              aria-label="Credential set"
              value={sets.find((set) => set.name === credentialSet)?.id}
              onchange={(event) => use(Number(event.currentTarget.value))}
            >
              {#each sets as set (set.id)}<option value={set.id}>{set.name}</option>{/each}
            </select>
          {:else}{credentialSet}{/if}
        </dd>
        <dt>Key</dt>
        <dd class="mono break-all">
          {#if hostKey}{hostKey.fingerprint}{:else}none: it is reached by Telnet{/if}
        </dd>
        {#if hostKey}
          <dt>Pinned</dt>
          <dd><When at={hostKey.pinnedAt} /></dd>
        {/if}
        <dt>Tags</dt>
        <dd class="-ml-2">
          {#each device.tags as tag (tag)}<span class="tag">{tag}</span>{:else}<span class="ml-2">none</span
            >{/each}
        </dd>
        <dt>In the fleet</dt>
        <dd>since <When at={device.addedAt} /></dd>
      </dl>
    </section>
    <section class="panel col-span-2 p-4" aria-labelledby="modules">
      <h2 id="modules">Modules</h2>
      {#if facts.modules.length > 0}
        <table class="rows mt-1">
          <thead><tr><th class="w-24">Slot</th><th>Module</th><th>Serial</th></tr></thead>
          <tbody>
            {#each facts.modules as module (module.slot)}
              <tr
                ><td>{module.slot}</td><td>{module.name}</td><td class="mono"
                  >{module.serial || 'not told'}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
      {:else}<p class="text-quiet mt-1">The device tells of no modules.</p>{/if}
    </section>
  </div>
{/if}

<style>
  .facts {
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr);
    margin-top: 0.35rem;
  }
  .facts dt {
    color: var(--quiet);
    padding-block: 0.22rem;
  }
  .facts dd {
    padding-block: 0.22rem;
  }
</style>
