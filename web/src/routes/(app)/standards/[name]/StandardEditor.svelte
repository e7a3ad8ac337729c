<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { clauseDraft } from '$lib/parts/standard/clauseDraft.svelte';
  import { freeTag } from '$lib/parts/standard/clauseText';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import LibraryDialog from './LibraryDialog.svelte';
  import ClauseForm from './ClauseForm.svelte';
  import { StandardPage } from './standardPage.svelte';
  import ChangeTrialPanel from './ChangeTrialPanel.svelte';
  import PastTrialPanel from './PastTrialPanel.svelte';
  import TrialPanel from './TrialPanel.svelte';
  import ValuesTable from './ValuesTable.svelte';
  import VersionsDialog from './VersionsDialog.svelte';
  import YamlDialog from './YamlDialog.svelte';

  interface Props {
    name: string;
  }

  let { name }: Props = $props();
  // svelte-ignore state_referenced_locally
  const opened = new StandardPage(name);
  let platforms = $state<string[]>([]);
  let sites = $state<string[]>([]);
  let open = $state<'library' | 'yaml' | 'versions' | undefined>();

  /** Typing is judged when it pauses. */
  whenever(
    () => JSON.stringify([opened.device, opened.text]),
    () => opened.trial.soon(opened.tryOnDevice)
  );

  // What the whole fleet said is asked for by hand.
  whenever(
    () => JSON.stringify(opened.text),
    () => {
      opened.fleet.outdate();
      opened.past.outdate();
      opened.change.outdate();
    }
  );

  const removing = new Submission(async () => {
    await regret.of(`Removed the standard ${name}: no device is judged by it.`, opened.remove(), () =>
      goto(`/standards/${encodeURIComponent(name)}`)
    );
    await goto('/standards');
  });

  onMount(() => {
    opened.doing.load().then(() => {
      const brought = clauseDraft.take(name);
      if (!brought) return;
      opened.take([{ ...brought.clause, tag: freeTag(opened.clauses) }]);
      opened.device = brought.device;
    });
    need(api.GET('/api/platforms')).then((all) => (platforms = all.map((each) => each.name)));
    need(api.GET('/api/sites')).then((all) => (sites = all.map((each) => each.name)));
    return keys.add([
      { key: 'ctrl+s', says: 'keep the draft', run: () => session.mayAct && opened.keeping.send() },
      { key: 'l', says: 'clauses of the library', run: () => session.mayAct && (open = 'library') },
      { key: 'a', says: 'a new clause', run: () => session.mayAct && opened.add(platforms[0] ?? '') }
    ]);
  });
</script>

<svelte:head><title>{name} · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>{name}</h1>
    <p class="text-quiet">
      {#if opened.standard}
        {opened.standard.publishedAt
          ? `in force, published by ${opened.standard.publishedBy}`
          : 'a draft'}{opened.isKept ? '' : ' · not kept yet'}{opened.isKept &&
        opened.standard.publishedAt &&
        !opened.standard.isPublishedAsWritten
          ? ' · the draft differs from what is in force'
          : ''}
      {/if}
    </p>
  </div>
  <a class="btn" href="/standards?standard={encodeURIComponent(name)}">Findings</a>
  <button class="btn" onclick={() => (open = 'versions')}>Earlier texts…</button>
  <button class="btn" onclick={() => (open = 'yaml')}>YAML…</button>
  {#if session.mayAct}
    <button class="btn" onclick={removing.send}>Remove</button>
    <button class="btn" disabled={opened.isKept || opened.keeping.isSending} onclick={opened.keeping.send}
      >Save the draft <kbd>Ctrl S</kbd></button
    >
    <button
      class="btn btn-primary"
      disabled={opened.clauses.length === 0 || opened.publishing.isSending}
      onclick={opened.publishing.send}>Publish</button
    >
  {/if}
</div>
<ProblemNote
  problem={opened.doing.problem ?? opened.keeping.problem ?? opened.publishing.problem ?? removing.problem}
  class="mt-3"
/>

{#if opened.standard}
  <div class="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.5fr)] items-start gap-3">
    <div>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Clauses">
        {#each opened.clauses as clause, i (i)}
          <button class="btn btn-sm" aria-pressed={i === opened.chosen} onclick={() => (opened.chosen = i)}
            >{clause.tag}</button
          >
        {/each}
        {#if session.mayAct}
          <button class="btn btn-sm" onclick={() => opened.add(platforms[0] ?? '')}
            >New clause <kbd>a</kbd></button
          >
          <button class="btn btn-sm" onclick={() => (open = 'library')}>Of the library… <kbd>l</kbd></button>
        {/if}
      </div>
      {#if opened.clause}
        <ClauseForm
          bind:clause={opened.clauses[opened.chosen]!}
          {platforms}
          device={opened.device}
          ontakeout={() => opened.takeOut(opened.chosen)}
          onasked={opened.tryOnDevice}
        />
      {:else}
        <p class="panel mt-2 p-4">No clause yet: begin with what must stand.</p>
      {/if}
      {#if opened.fields.length > 0}
        <ValuesTable
          fields={opened.fields}
          {sites}
          values={opened.values}
          onfill={opened.fill}
          onread={opened.read}
          text={opened.text}
        />
      {/if}
    </div>
    <div class="grid min-w-0 grid-cols-1 gap-3">
      <TrialPanel {opened} />
      <ChangeTrialPanel {opened} />
      <PastTrialPanel {opened} />
    </div>
  </div>
{/if}

{#if open === 'library'}
  <LibraryDialog
    platform={opened.clause?.platform ?? platforms[0] ?? ''}
    ontake={(clauses) => {
      opened.take(clauses);
      open = undefined;
    }}
    oncancel={() => (open = undefined)}
  />
{:else if open === 'versions'}
  <VersionsDialog
    {name}
    onkept={(standard) => {
      opened.show(standard);
      open = undefined;
    }}
    oncancel={() => (open = undefined)}
  />
{:else if open === 'yaml'}
  <YamlDialog
    {name}
    isKept={opened.isKept}
    onkept={(standard) => {
      opened.show(standard);
      open = undefined;
    }}
    oncancel={() => (open = undefined)}
  />
{/if}
