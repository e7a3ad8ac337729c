<script lang="ts">
  import type { CredentialSet, Platform } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import { accountsOf, onlyOne } from '$lib/text/logIns';
  import { needsMeanings } from './headings';
  import Headings from './Headings.svelte';
  import { ImportList, LARGEST } from './importList.svelte';
  import { leadTo } from './listPlaces';
  import ListPlaces from './ListPlaces.svelte';
  import ListSummary from './ListSummary.svelte';

  interface Props {
    sets: CredentialSet[] | undefined;
    platforms: Platform[];
  }

  let { sets, platforms }: Props = $props();
  const list = new ImportList((address.params.get('address') ?? '').slice(0, 253));
  const EXAMPLE = 'address,port,site,role\n127.20.4.11,2022,Eastholm,core\n127.20.4.12,2022,Eastholm,core';
  let isOver = $state(false);
  let field: HTMLTextAreaElement | undefined = $state();
  const why = $derived.by(() => {
    if (!session.mayAct) return 'Your role may look at the fleet, but not add to it.';
    if (list.csv.trim() === '') return 'There is no address in the list yet.';
    if (list.set === undefined) return 'Choose the credential set first: it logs in to every address.';
    if (list.mistakes.length > 0) return 'The list has a mistake: it is refused as a whole.';
    return list.preview?.calls === 0 ? 'There is nothing to call.' : undefined;
  });

  // The only set there is needs no choice.
  whenever(
    () => sets && onlyOne(sets),
    (only) => (list.set ??= only)
  );

  const goTo = (line: number) => field && leadTo(field, line);
</script>

<form class="mt-4 grid grid-cols-[minmax(0,1fr)_300px] items-start gap-4" onsubmit={list.bringIn}>
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
      list.take(event.dataTransfer?.files[0]);
    }}
  >
    <div class="flex items-center gap-3">
      <h2 class="grow">{list.listName || 'List of addresses'}</h2>
      <label class="btn focus-within:outline-2">
        Choose a CSV file…
        <input
          class="sr-only"
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          onchange={(event) => list.take(event.currentTarget.files?.[0])}
        />
      </label>
    </div>
    <p class="text-quiet mt-1">Drop a CSV file here, or type or paste the lines.</p>
    <textarea
      class="textarea mono mt-2 h-72 w-full"
      aria-label="Addresses"
      bind:this={field}
      {@attach (area) => area.focus()}
      bind:value={list.csv}
      maxlength={LARGEST}
      spellcheck="false"
      wrap="off"
      required
      placeholder={EXAMPLE}></textarea>
    {#if needsMeanings(list.guess)}<Headings guess={list.guess} bind:meanings={list.meanings} />{/if}
    <ProblemNote problem={list.problem} class="mt-3" lists={false} />
    {#if list.told}
      <div class={list.isStale ? 'opacity-50' : ''}>
        {#if list.mistakes.length > 0}
          <div role="alert" class="mt-3">
            <h3 class="text-error font-semibold">
              {count(list.mistakes.length, 'mistake')}: nothing can be brought in yet
            </h3>
            <ListPlaces csv={list.told.csv} places={list.mistakes} says="What is wrong" ongo={goTo} />
          </div>
        {:else if list.preview}
          <ListPlaces
            csv={list.told.csv}
            places={list.preview.conflicts}
            says="What to look at"
            ongo={goTo}
          />
          {#if list.preview.conflicts.length < list.preview.conflicting}
            <p class="text-quiet mt-1">
              The first {list.preview.conflicts.length} of {list.preview.conflicting} lines.
            </p>
          {/if}
        {/if}
      </div>
    {/if}
  </div>

  <div class="panel p-4">
    <label class="block">
      <span class="font-semibold">Credential set</span>
      <select class="select mt-1 w-full" bind:value={list.set} required>
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
      <input class="input mt-1 w-full" type="number" min="1" max="65535" bind:value={list.port} required />
    </label>
    <label class="mt-3 block">
      <span class="font-semibold">Platform</span>
      <select class="select mt-1 w-full" bind:value={list.platform}>
        <option value="">recognised by what each device says</option>
        {#each platforms as each (each.name)}<option value={each.name}>{each.title}</option>{/each}
      </select>
    </label>
    <label class="mt-3 flex items-start gap-2">
      <input type="checkbox" class="checkbox checkbox-xs mt-1" bind:checked={list.allowTelnet} />
      <span
        >Allow Telnet where nothing better answers <span class="text-warning font-semibold">(unsafe)</span>:
        passwords go in the clear</span
      >
    </label>
    <ListSummary preview={list.preview} isStale={list.isStale} />
    <button class="btn btn-primary mt-4 w-full" disabled={list.isBusy || why !== undefined} title={why}
      >Bring in</button
    >
    {#if why && list.csv.trim() !== ''}<p class="text-quiet mt-2">{why}</p>{/if}
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
