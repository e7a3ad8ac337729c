<script lang="ts">
  import { accountsOf, onlyOne } from '$lib/text/logIns';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type CredentialSet, type Platform, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { session } from '$lib/state/session.svelte';
  import { once } from '$lib/state/once';
  import FirstContact from './FirstContact.svelte';
  import Headings from './Headings.svelte';
  import { needsMeanings, type Guess } from './headings';
  import LookThrough from './LookThrough.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  let sets = $state<CredentialSet[] | undefined>();
  let set = $state<number | undefined>();
  let port = $state(22);
  let platforms = $state<Platform[]>([]);
  let platform = $state('');
  let allowTelnet = $state(false);
  let csv = $state((address.params.get('address') ?? '').slice(0, 253));
  let listName = $state('');
  let isOver = $state(false);
  let isBusy = $state(false);
  let problem = $state<Problem | undefined>();
  const LARGEST = 2_000_000;
  const EXAMPLE = 'address,port,site,role\n127.20.4.11,2022,Eastholm,core\n127.20.4.12,2022,Eastholm,core';
  const shown = $derived(csv.split('\n'));
  const looks = $derived(address.params.get('by') === 'ranges');
  const isNew = $derived(address.params.get('by') === 'new');
  let guess = $state<Guess | undefined>();
  let meanings = $state<Record<string, string>>({});

  // Only the first line decides: not every key stroke further down asks the server.
  const head = $derived(csv.slice(0, 2000).split('\n').slice(0, 6).join('\n'));
  whenever(
    () => head,
    (wanted) => {
      const timer = setTimeout(() => understand(wanted), 300);
      return () => clearTimeout(timer);
    }
  );

  async function understand(wanted: string) {
    if (wanted.trim() === '') guess = undefined;
    else {
      const found = await need(api.POST('/api/imports/columns', { body: { csv: wanted } })).catch(
        () => undefined
      );
      if (wanted !== head) return;
      guess = found;
      meanings = { ...(found?.meanings ?? {}) };
    }
  }

  onMount(async () => {
    try {
      sets = await need(api.GET('/api/credential-sets'));
      set = onlyOne(sets);
      platforms = await need(api.GET('/api/platforms'));
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });

  async function take(file: File | undefined) {
    if (!file) return;
    csv = (await file.text()).slice(0, LARGEST);
    listName = file.name.slice(0, 100);
    problem = undefined;
  }

  const bringIn = once(async () => {
    if (set === undefined) return;
    isBusy = true;
    problem = undefined;
    try {
      const started = await need(
        api.POST('/api/imports', {
          body: {
            csv,
            credentialSet: set,
            port,
            listName,
            platform: platform || undefined,
            allowTelnet,
            columns: needsMeanings(guess) ? meanings : undefined
          }
        })
      );
      await goto(`/jobs/${started.job}`);
    } catch (thrown) {
      problem = asProblem(thrown);
    } finally {
      isBusy = false;
    }
  });
</script>

<svelte:head><title>Bring devices in · Chaperone</title></svelte:head>

<h1>Bring devices in</h1>
<p class="text-quiet">
  {isNew
    ? 'A device that was just unpacked listens on its cable only. It has to be told a few things before it can be called.'
    : 'Each address is called at once with the log-in of one credential set; every line gets its own outcome.'}
</p>

<div class="join mt-3" role="group" aria-label="How">
  <button class="btn join-item" aria-pressed={!looks && !isNew} onclick={() => address.change({ by: '' })}
    >From a list</button
  >
  <button class="btn join-item" aria-pressed={looks} onclick={() => address.change({ by: 'ranges' })}
    >By looking through ranges</button
  >
  <button class="btn join-item" aria-pressed={isNew} onclick={() => address.change({ by: 'new' })}
    >A factory-new device first</button
  >
</div>

{#if looks}
  <LookThrough sets={sets ?? []} />
{:else if isNew}
  <FirstContact {platforms} />
{:else}
  <form class="mt-4 grid grid-cols-[minmax(0,1fr)_300px] items-start gap-4" onsubmit={bringIn}>
    <div
      class={['panel p-4', isOver && 'border-act-text bg-chosen']}
      role="group"
      aria-label="List of addresses"
      ondragover={(event) => {
        event.preventDefault();
        isOver = true;
      }}
      ondragleave={() => (isOver = false)}
      ondrop={(event) => {
        event.preventDefault();
        isOver = false;
        take(event.dataTransfer?.files[0]);
      }}
    >
      <div class="flex items-center gap-3">
        <h2 class="grow">{listName || 'List of addresses'}</h2>
        <label class="btn focus-within:outline-2">
          Choose a CSV file…
          <input
            class="sr-only"
            type="file"
            accept=".csv,.txt,text/csv,text/plain"
            onchange={(event) => take(event.currentTarget.files?.[0])}
          />
        </label>
      </div>
      <p class="text-quiet mt-1">Drop a CSV file here, or type or paste the lines.</p>
      <textarea
        class="textarea mono mt-2 h-72 w-full"
        aria-label="Addresses"
        bind:value={csv}
        maxlength={LARGEST}
        spellcheck="false"
        wrap="off"
        required
        placeholder={EXAMPLE}></textarea>
      {#if needsMeanings(guess)}<Headings {guess} bind:meanings />{/if}
      {#if problem}
        <ProblemNote {problem} class="mt-3" lists={false} />
        {#if problem.places.length > 0}
          <table class="rows mt-2" aria-label="Mistakes in the list">
            <thead><tr><th>Line</th><th>Column</th><th>What is wrong</th><th>It reads</th></tr></thead>
            <tbody>
              {#each problem.places as place, i (i)}
                <tr>
                  <td>{place.line + 1}</td><td>{place.column + 1}</td><td>{place.message}</td>
                  <td class="mono max-w-60 truncate">{shown[place.line] ?? ''}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      {/if}
    </div>

    <div class="panel p-4">
      <label class="block">
        <span class="font-semibold">Credential set</span>
        <select class="select mt-1 w-full" bind:value={set} required>
          <option value={undefined} disabled>choose one…</option>
          {#each sets ?? [] as each (each.id)}<option value={each.id}
              >{each.name} ({accountsOf(each.logIns)})</option
            >{/each}
        </select>
      </label>
      {#if sets?.length === 0}
        <p class="mt-2">
          There is no credential set yet.
          {#if session.mayManage}<a class="underline" href="/credentials">Add one under Credentials.</a
            >{:else}An administrator has to add one.{/if}
        </p>
      {/if}
      <label class="mt-3 block">
        <span class="font-semibold">Port, where a line names none</span>
        <input class="input mt-1 w-full" type="number" min="1" max="65535" bind:value={port} required />
      </label>
      <label class="mt-3 block">
        <span class="font-semibold">Platform</span>
        <select class="select mt-1 w-full" bind:value={platform}>
          <option value="">recognised by what each device says</option>
          {#each platforms as each (each.name)}<option value={each.name}>{each.title}</option>{/each}
        </select>
      </label>
      <label class="mt-3 flex items-start gap-2">
        <input type="checkbox" class="checkbox checkbox-xs mt-1" bind:checked={allowTelnet} />
        <span
          >Allow Telnet where nothing better answers <span class="text-warning font-semibold">(unsafe)</span>:
          passwords go in the clear</span
        >
      </label>
      <button
        class="btn btn-primary mt-4 w-full"
        disabled={isBusy || !session.mayAct || set === undefined}
        title={set === undefined
          ? 'Choose the credential set first: it logs in to every address.'
          : undefined}>Bring in</button
      >
      {#if !session.mayAct}<p class="mt-2">Your role may look at the fleet, but not add to it.</p>{/if}
      <h2 class="mt-5">How the list is read</h2>
      <ul class="mt-1 list-disc space-y-1 pl-4">
        <li>
          One address or host name in each line, or columns with a head: <code>address</code>, and if wanted
          <code>port</code>, <code>site</code>, <code>role</code>, <code>credentials</code>,
          <code>platform</code>, <code>tags</code>. Other heads can be given a meaning.
        </li>
        <li>Without a site, a name such as <code>brkw-core-1</code> tells it.</li>
        <li>A mistake anywhere refuses the whole list and names its line; nothing is added then.</li>
      </ul>
    </div>
  </form>
{/if}
