<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import {
    api,
    need,
    type ClauseException,
    type FindingPage,
    type Heat,
    type StandardResults,
    type StandardRow
  } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import HeatTable from '$lib/parts/standard/HeatTable.svelte';
  import StandardTabs from '$lib/parts/standard/StandardTabs.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import Exceptions from './Exceptions.svelte';
  import Findings from './Findings.svelte';
  import ReportMenu from './ReportMenu.svelte';
  import ResultsSaid from './ResultsSaid.svelte';

  let rows = $state.raw<StandardRow[] | undefined>();
  let begins = $state(false);
  let title = $state('');

  const inForce = $derived((rows ?? []).filter((row) => row.isPublished));
  const name = $derived(
    rows?.find((row) => row.name === address.params.get('standard'))?.name ??
      inForce[0]?.name ??
      rows?.[0]?.name
  );
  const tag = $derived(address.params.get('tag') ?? undefined);
  const site = $derived(address.params.get('site') ?? undefined);

  const STANDING = { state: 'STANDING', order: 'CLAUSE', size: 500 } as const;

  /** Answers to what was asked before do not count: a repair must be of the device that is shown. */
  const heat = new Latest<Heat>();
  const findings = new Latest<FindingPage>();
  const exceptions = new Latest<ClauseException[]>();
  const results = new Latest<StandardResults>();
  const isInForce = $derived(inForce.some((row) => row.name === name));
  const doing = new Doing(async () => {
    rows = await need(api.GET('/api/standards'));
    await ask();
  });

  async function ask() {
    if (!name) return;
    if (!isInForce) {
      [heat, findings, results, exceptions].forEach((each) => each.forget());
      return;
    }
    const path = { name };
    const query = { ...(tag ? { tag } : {}), ...(site ? { site } : {}), ...STANDING };
    await Promise.all([
      heat.ask(need(api.GET('/api/standards/{name}/heat', { params: { path } }))),
      findings.ask(need(api.GET('/api/findings', { params: { query: { standard: name, ...query } } }))),
      results.ask(need(api.GET('/api/standards/{name}/results', { params: { path } }))),
      exceptions.ask(need(api.GET('/api/standards/{name}/exceptions', { params: { path } })))
    ]);
  }

  const judging = new Submission(async () => {
    await need(api.POST('/api/judging'));
    regret.tell('All devices are being judged.');
  });

  const beginning = new Submission(async () => {
    await need(
      api.PUT('/api/standards/{name}', {
        params: { path: { name: title.trim() } },
        body: { clauses: [], values: {} }
      })
    );
    await goto(`/standards/${encodeURIComponent(title.trim())}`);
  });

  whenever(
    () => `${name} ${isInForce} ${tag} ${site}`,
    () => {
      findings.forget();
      ask();
    }
  );

  onMount(() => {
    doing.load();
    const ends = [
      live.on('fleet', doing.load),
      keys.add([{ key: 'a', says: 'a new standard', run: () => session.mayAct && (begins = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Standards · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Standards</h1>
    <p class="text-quiet">
      {#if rows}{count(inForce.length, 'standard')} in force. Devices are judged as they change.{/if}
    </p>
  </div>
  {#if name && isInForce}<ReportMenu {name} />{/if}
  {#if name}<a class="btn" href="/standards/{encodeURIComponent(name)}"
      >{session.mayAct ? 'Write' : 'Read'} {name}</a
    >{/if}
  {#if session.mayAct}
    {#if isInForce}<button
        class="btn"
        title="All devices, by what is in force"
        disabled={judging.isSending}
        onclick={judging.send}>Judge now</button
      >{/if}
    <button class="btn btn-primary" onclick={() => (begins = true)}>New standard… <kbd>a</kbd></button>
  {/if}
</div>

<StandardTabs />

<ProblemNote
  problem={judging.problem ?? doing.problem ?? heat.problem ?? findings.problem ?? exceptions.problem}
  class="mt-3"
/>

{#if rows?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No standard yet</h2>
    <p class="mt-1">
      A standard is a set of clauses: what must stand, what must not, and what holds for each block of a kind.
      You see how it would judge a device while you write, and the fleet before anybody is judged by it.
    </p>
  </div>
{:else if rows}
  <div class="mt-3 flex flex-wrap gap-2" role="group" aria-label="Which standard">
    {#each rows as row (row.name)}
      <button
        class="btn"
        aria-pressed={row.name === name}
        onclick={() => address.change({ standard: row.name, tag: '', site: '' })}
        >{row.name} <b>{row.failing || ''}</b>{row.isPublished ? '' : ' (draft)'}</button
      >
    {/each}
  </div>
  {#if results.value}<ResultsSaid results={results.value} />{/if}
  {#if heat.value && heat.value.rows.length > 0}
    <div class="mt-3">
      <HeatTable
        heat={heat.value}
        {tag}
        {site}
        onchoose={(clause, place) => address.change({ tag: clause, site: place ?? '' })}
      />
    </div>
    {#if name && findings.value}<Findings
        standard={name}
        page={findings.value}
        {tag}
        {site}
        onexcepted={ask}
      />{/if}
    <Exceptions exceptions={exceptions.value ?? []} onended={ask} />
  {:else if !isInForce}
    <p class="panel mt-3 p-4">Nothing of it is in force yet: write its clauses, try them, and publish.</p>
  {/if}
{/if}

{#if begins}
  <Dialog title="A new standard" oncancel={() => (begins = false)}>
    <form class="mt-2" onsubmit={beginning.submit}>
      <Field label="Name" hint="Such as access and logging." error={beginning.of('name')}>
        <!-- svelte-ignore a11y_autofocus -->
        <input class="input w-full" maxlength="60" required pattern="[^\/]+" bind:value={title} autofocus />
      </Field>
      <FormEnd submission={beginning} send="Begin" oncancel={() => (begins = false)} />
    </form>
  </Dialog>
{/if}
