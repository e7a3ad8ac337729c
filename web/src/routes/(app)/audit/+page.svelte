<script lang="ts">
  import { api, need, type AuditPage } from '$lib/api/client';
  import ListMenu from '$lib/parts/form/ListMenu.svelte';
  import Pager from '$lib/parts/form/Pager.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { count } from '$lib/text/time';
  import { onMount } from 'svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { Latest } from '$lib/state/latest.svelte';

  const SIZE = 100;
  const log = new Latest<AuditPage>();
  const found = $derived(log.value);
  let check = $state<{ entries: number; broken?: number; newest: string } | undefined>();
  let filter = $state<HTMLInputElement | undefined>();

  const sought = $derived({
    who: address.params.get('who') ?? '',
    act: address.params.get('act') ?? '',
    text: address.params.get('text') ?? ''
  });
  const page = $derived(Math.max(0, Number(address.params.get('page') ?? '0') || 0));
  const OUTCOME = { BEGUN: 'begun', DONE: 'done', REFUSED: 'refused', FAILED: 'failed' };

  whenever(
    () => ({ ...sought, page, size: SIZE }),
    (query) => log.ask(need(api.GET('/api/audit', { params: { query } })))
  );

  const seek = (changes: Record<string, string>) => address.change({ page: '', ...changes });

  const checking = new Submission(async () => {
    check = await need(api.GET('/api/audit/check'));
  });

  onMount(() => keys.add([{ key: '/', says: 'filter', run: () => filter?.focus() }]));
</script>

<svelte:head><title>Audit log · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Audit log</h1>
    <p class="text-quiet">
      Who did what, when and from where. It only grows; each entry carries the hash of the one before.
    </p>
  </div>
  <button class="btn" onclick={checking.send}>Check the log</button>
  <ListMenu path="/api/audit" query={new URLSearchParams(sought).toString()} />
</div>

{#if check}
  <p role="status" class={['rounded-field mt-3 px-3 py-2', check.broken ? 'bg-removed' : 'bg-added']}>
    {#if check.broken}
      <strong>Entry {check.broken} does not follow from the one before:</strong> it was altered, put in, or something
      before it was taken out. What stands before it is whole.
    {:else}
      <strong>{count(check.entries, 'entry', 'entries')}, all whole.</strong> Newest hash
      <code class="select-all">{check.newest.slice(0, 16)}…{check.newest.slice(-8)}</code>; note it elsewhere
      to prove later that nothing was rewritten.
    {/if}
  </p>
{/if}
<ProblemNote problem={checking.problem ?? log.problem} class="mt-3" />

<div class="mt-3 flex flex-wrap gap-2">
  <input
    bind:this={filter}
    class="input grow"
    type="search"
    placeholder="Device, address, words of the entry…"
    aria-label="Filter"
    value={sought.text}
    maxlength="200"
    onchange={(event) => seek({ text: event.currentTarget.value })}
  />
  <select
    class="select w-44"
    aria-label="Who"
    value={sought.who}
    onchange={(event) => seek({ who: event.currentTarget.value })}
  >
    <option value="">everybody</option>
    {#each found?.people ?? [] as who (who)}<option value={who}>{who}</option>{/each}
  </select>
  <select
    class="select w-64"
    aria-label="Act"
    value={sought.act}
    onchange={(event) => seek({ act: event.currentTarget.value })}
  >
    <option value="">everything</option>
    {#each found?.acts ?? [] as act (act)}<option value={act}>{act}</option>{/each}
  </select>
</div>

{#if found?.entries.length === 0}
  <div class="panel mt-3 max-w-xl p-6">
    <h2>No entry {sought.text || sought.who || sought.act ? 'fits' : 'yet'}</h2>
    <p class="mt-1">Every log-in and every deed of people and programs appears here.</p>
  </div>
{:else if found}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows">
      <thead><tr><th>No.</th><th>When</th><th>Who</th><th>From</th><th>Did</th><th>To what</th></tr></thead>
      <tbody>
        {#each found.entries as entry (entry.number)}
          <tr class="align-top">
            <td class="text-quiet mono">{entry.number}</td>
            <td class="whitespace-nowrap"><When at={entry.at} full /></td>
            <td class="whitespace-nowrap"
              >{entry.who || 'nobody'}{#if entry.token}<span class="tag">token {entry.token}</span>{/if}</td
            >
            <td class="mono">{entry.from}</td>
            <td
              >{entry.act}{#if entry.outcome !== 'DONE'}<span
                  class={['font-semibold', entry.outcome === 'BEGUN' ? 'text-quiet' : 'text-error']}
                  >, {OUTCOME[entry.outcome]}</span
                >{/if}</td
            >
            <td class="break-words">
              {#if entry.object}<span class="font-semibold">{entry.object}</span>{/if}
              <span class="text-quiet line-clamp-2" title={entry.detail}>{entry.detail}</span>
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <Pager {page} size={SIZE} matching={found.matching} one="entry" many="entries" />
{:else if !log.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
