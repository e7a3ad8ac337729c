<script lang="ts">
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import {
    api,
    asProblem,
    need,
    type CredentialSet,
    type CredentialUse,
    type Device,
    type Problem
  } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { valueText } from '$lib/parts/fleet/queryText';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { accountsOf, FILE_CHOICES, titlesOf } from '$lib/text/logIns';
  import PossibleList from '../PossibleList.svelte';
  import { count } from '$lib/text/time';
  import { once } from '$lib/state/once';

  const id = $derived(Number(page.params.id));
  let set = $state<CredentialSet | undefined>();
  let others = $state<CredentialSet[]>([]);
  let users = $state<Device[]>([]);
  let matching = $state(0);
  let uses = $state<CredentialUse[] | undefined>();
  let tryOn = $state('');
  let instead = $state<number | undefined>();
  let asks = $state(false);
  let problem = $state<Problem | undefined>();
  const query = $derived(set ? `credentials is ${valueText(set.name)}` : '');

  async function load() {
    try {
      const all = await need(api.GET('/api/credential-sets'));
      set = all.find((each) => each.id === id);
      others = all.filter((each) => each.id !== id);
      const found = await need(
        api.GET('/api/devices', { params: { query: { query, size: 500, sort: 'name' } } })
      );
      users = found.devices;
      matching = found.matching;
      uses = await need(api.GET('/api/credential-sets/{id}/uses', { params: { path: { id } } }));
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const attempt = once(async () => {
    try {
      const found = await need(
        api.GET('/api/devices', { params: { query: { query: tryOn, size: 500, sort: 'name' } } })
      );
      const body = { devices: found.devices.map((device) => device.name) };
      const started = await need(
        api.POST('/api/credential-sets/{id}/try', { params: { path: { id } }, body })
      );
      await goto(`/jobs/${started.job}`);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });

  async function replace() {
    if (instead === undefined) return;
    try {
      const body = {
        devices: users.map((device) => device.name),
        credentialSet: instead,
        addTags: [],
        removeTags: []
      };
      await need(api.POST('/api/devices/edit', { body }));
      asks = false;
      await load();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(load);
</script>

<svelte:head><title>{set?.name ?? 'Credential set'} · Chaperone</title></svelte:head>

<ProblemNote {problem} class="mb-3" />
{#if set}
  <h1>{set.name}</h1>
  <p class="text-quiet">
    <a class="underline" href="/credentials">Credential set</a> · account
    <span class="mono">{accountsOf(set.logIns)}</span>
    by {titlesOf(set.logIns.flatMap((logIn) => logIn.protocols))}
    {#if set.note}· {set.note}{/if} · changed <When at={set.changedAt} />
  </p>
  <div class="mt-4 grid grid-cols-2 items-start gap-4">
    <section class="panel p-4" aria-labelledby="try">
      <h2 id="try">Try it</h2>
      <p class="text-quiet">
        Logs in to each device, reads the configuration, stores nothing. Each gets an answer, and says what
        the log-in makes possible.
      </p>
      <form class="mt-2 flex gap-2" onsubmit={attempt}>
        <input
          class="input mono grow"
          bind:value={tryOn}
          aria-label="Query for the devices to try it on"
          placeholder={query}
          required
          maxlength="2000"
          disabled={!session.mayAct}
        />
        <button class="btn btn-primary" disabled={!session.mayAct}>Try on these</button>
      </form>
      <p class="mt-1">
        <button class="btn btn-ghost h-7" type="button" onclick={() => (tryOn = query)}
          >the {count(matching, 'device')} that use it</button
        >
      </p>
    </section>
    <section class="panel p-4" aria-labelledby="where">
      <h2 id="where">
        Used by <a class="underline" href="/fleet?query={encodeURIComponent(query)}"
          >{count(matching, 'device')}</a
        >
      </h2>
      {#if users.length === 0}<p class="text-quiet">No device logs in with it.</p>
      {:else}
        <p class="line-clamp-3">{users.map((device) => device.name).join(', ')}</p>
        {#if session.mayAct && others.length > 0}
          <div class="mt-2 flex items-center gap-2">
            <select class="select w-52" bind:value={instead} aria-label="Credential set to use instead">
              <option value={undefined}>another set instead…</option>
              {#each others as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
            </select>
            <button
              class="btn"
              disabled={instead === undefined}
              title={instead === undefined ? 'Choose the other set first.' : undefined}
              onclick={() => (asks = true)}>Replace…</button
            >
          </div>
          {#if asks}
            <Confirm
              title="Let {count(users.length, 'device')} log in with “{others.find(
                (each) => each.id === instead
              )?.name}”?"
              yes="Replace on {users.length}"
              onyes={replace}
              onno={() => (asks = false)}
            >
              It takes the place of “{set.name}”. Nothing is altered on the devices themselves.
            </Confirm>
          {/if}
        {/if}
      {/if}
    </section>
  </div>
  <div class="mt-4 grid grid-cols-2 items-start gap-4">
    <section class="panel p-4" aria-labelledby="possible">
      <h2 id="possible">What it makes possible</h2>
      <PossibleList protocols={set.logIns.flatMap((logIn) => logIn.protocols)} files={set.files} />
    </section>
    <section class="panel p-4" aria-labelledby="details">
      <h2 id="details">Log-ins</h2>
      <dl>
        {#each set.logIns as logIn (logIn.protocols.join())}
          <dt class="mt-1 font-semibold">{titlesOf(logIn.protocols)}</dt>
          <dd>
            <span class="mono">{logIn.account}</span>
            {[logIn.publicKey && 'by key', logIn.hasPassword && 'by password']
              .filter(Boolean)
              .join(', else ')}
            {#if logIn.publicKey}<code class="mono text-quiet block break-all">{logIn.publicKey}</code>{/if}
          </dd>
        {/each}
        <dt class="mt-1 font-semibold">Where it may be used</dt>
        <dd>
          {#if set.ranges}<span class="mono whitespace-pre-line">{set.ranges}</span>{:else}<span
              class="text-error">nowhere: nobody has said where</span
            >{/if}
          {#if set.sites.length > 0}<span class="text-quiet block">only at {set.sites.join(', ')}</span>{/if}
        </dd>
        <dt class="mt-1 font-semibold">Files go by</dt>
        <dd>{FILE_CHOICES.find((choice) => choice.name === set?.files)?.title}</dd>
        <dt class="mt-1 font-semibold">This server's address as the devices see it</dt>
        <dd class={set.serverAddress ? 'mono' : ''}>{set.serverAddress || 'the one it has'}</dd>
      </dl>
    </section>
  </div>
  <section class="mt-4" aria-labelledby="uses">
    <h2 id="uses">Uses, day by day</h2>
    {#if uses?.length === 0}<p class="text-quiet">It was not used yet.</p>
    {:else if uses}
      <div class="panel mt-2 max-h-[420px] overflow-y-auto">
        <table class="rows">
          <thead
            ><tr
              ><th>Day (UTC)</th><th>Device</th><th>Address</th><th class="text-right">Uses</th><th>Latest</th
              ></tr
            ></thead
          >
          <tbody>
            {#each uses as use (`${use.day} ${use.host} ${use.port}`)}
              <tr>
                <td class="whitespace-nowrap">{use.day}</td>
                <td>
                  {#if use.device}<a class="hover:underline" href="/devices/{encodeURIComponent(use.device)}"
                      >{use.device}</a
                    >{:else}<span class="text-quiet">not in the fleet</span>{/if}
                </td>
                <td class="mono">{use.host}:{use.port}</td>
                <td class="text-right">{use.uses}</td>
                <td class="whitespace-nowrap"><When at={use.lastAt} /></td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {/if}
  </section>
{:else if !problem}<p class="text-quiet">Loading…</p>{/if}
