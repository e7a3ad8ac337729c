<script lang="ts">
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import { onMount } from 'svelte';
  import { api, need, type Integrity, type Retention, type RetentionDue } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';
  import { bytes } from '$lib/text/bytes';
  import { count } from '$lib/text/time';
  import { dueByDevice, pageOf, whatGoes, wordOf } from './keepingText';

  /** In milliseconds. */
  const LOOKS_EVERY = 500;
  let rule = $state<Retention>({ keepCount: 200, keepDays: 730, on: false });
  let due = $state.raw<RetentionDue | undefined>();
  let integrity = $state.raw<Integrity | undefined>();
  let said = $state('');
  let asks = $state(false);
  let isChecking = $state(false);

  const goes = $derived(due ? due.revisions + due.readings : 0);

  const isWhole = $derived(
    [rule.keepCount, rule.keepDays].every((each) => Number.isInteger(each) && each > 0)
  );

  /** Whether somebody is writing another rule: then what is kept does not take its place. */
  let isWritten = $state(false);

  const doing = new Doing(async () => {
    const [kept, checked] = await Promise.all([
      need(api.GET('/api/retention')),
      need(api.GET('/api/integrity'))
    ]);
    integrity = checked;
    if (!isWritten) rule = kept;
    await look();
  });

  let asked = 0;

  async function look() {
    if (!isWhole) return;
    const mine = ++asked;
    const query = { keepCount: rule.keepCount, keepDays: rule.keepDays };
    const found = await need(api.GET('/api/retention/due', { params: { query } }));
    // Answers may overtake each other: only the latest question counts.
    if (mine === asked) due = found;
  }

  const keep = () =>
    doing.act(async () => {
      await need(api.PUT('/api/retention', { body: rule }));
      isWritten = false;
    });

  async function thin() {
    asks = false;
    await doing.act(async () => {
      const gone = await need(api.POST('/api/retention/thin', { body: rule }));
      said = `${whatGoes(gone)} are gone, with ${count(gone.copies, 'copy', 'copies')}.`;
    });
  }

  async function check() {
    // One that is under way already is waited for.
    const former = integrity?.latest?.endedAt ? integrity.latest.startedAt : undefined;
    isChecking = await doing.act(() => need(api.POST('/api/integrity')));
    // A pass of thousands of texts takes a while; whoever leaves the page finds its end here later.
    while (isChecking && (integrity?.latest?.startedAt === former || !integrity?.latest?.endedAt)) {
      await new Promise((resolve) => setTimeout(resolve, LOOKS_EVERY));
      await doing.load();
    }
    isChecking = false;
  }

  onMount(() => {
    doing.load();
    return () => (isChecking = false);
  });
</script>

<section class="mt-6" aria-labelledby="keeping">
  <h2 id="keeping">How long revisions are kept</h2>
  <p class="text-quiet max-w-3xl">
    A revision goes only when it is neither among the newest of its configuration nor was seen in that time.
    One with a label or a note stays, and so does the newest whole one. What tables showed goes by the same
    rule.
  </p>
  <ProblemNote problem={doing.problem} class="mt-2" />
  <div class="panel mt-2 max-w-3xl px-4 py-3">
    <div class="flex flex-wrap items-center gap-2">
      Keep the newest
      <input
        class="input w-24"
        type="number"
        min="1"
        max="100000"
        bind:value={rule.keepCount}
        oninput={() => (isWritten = true)}
        onchange={look}
        disabled={!session.mayManage}
        aria-label="Revisions of each configuration that are kept"
      />
      and all seen within
      <input
        class="input w-24"
        type="number"
        min="1"
        max="36500"
        bind:value={rule.keepDays}
        oninput={() => (isWritten = true)}
        onchange={look}
        disabled={!session.mayManage}
        aria-label="Days for which revisions are kept"
      />
      days.
      <label class="ml-3 flex items-center gap-2"
        ><input
          type="checkbox"
          class="checkbox"
          bind:checked={rule.on}
          oninput={() => (isWritten = true)}
          disabled={!session.mayManage}
        /> thin out every night</label
      >
      {#if session.mayManage}<button class="btn ml-auto" disabled={!isWhole} onclick={keep}>Save</button>{/if}
    </div>
    {#if due}
      <div class="mt-3 flex items-center gap-3">
        <p class="grow">
          {#if goes === 0}Nothing would go now.
          {:else}<b>{whatGoes(due)}</b> of {count(due.devices, 'device')} would go now.{/if}
          {#if said}<span class="text-success">{said}</span>{/if}
        </p>
        {#if session.mayManage && goes > 0}
          <button class="btn" onclick={() => (asks = true)}>Thin out now…</button>
        {/if}
      </div>
      {#if goes > 0}
        <details class="mt-1">
          <summary class="cursor-pointer">Which ones</summary>
          <ul class="mt-1 max-h-44 overflow-y-auto">
            {#each dueByDevice(due.named) as each (each.title)}
              <li><a class="underline" href={each.path}>{each.title}</a>: {each.numbers}</li>
            {/each}
          </ul>
          {#if due.named.length < goes}<p class="text-quiet">
              and {goes - due.named.length} more
            </p>{/if}
        </details>
      {/if}
    {/if}
  </div>
</section>

<section class="mt-6" aria-labelledby="integrity">
  <h2 id="integrity">Whether what is stored is sound</h2>
  <p class="text-quiet max-w-3xl">
    Every night all contents are read again and their digests (SHA-256) checked. A revision whose bytes are
    not what they were is named here.
  </p>
  {#if integrity}
    <div class="panel mt-2 max-w-3xl px-4 py-3">
      <div class="flex items-center gap-3">
        <p class="grow">
          {count(integrity.revisions, 'revision')}, {count(integrity.contents, 'text')}, {bytes(
            integrity.bytes
          )} stored.
          {#if !integrity.latest}Not checked yet.
          {:else if !integrity.latest.endedAt}Being checked since <When at={integrity.latest.startedAt} />…
          {:else}
            Checked <When at={integrity.latest.endedAt} ago />:
            {#if integrity.latest.damaged === 0}<b class="text-success">all sound</b>.
            {:else}<b class="text-error">{count(integrity.latest.damaged, 'text')} damaged</b>.{/if}
          {/if}
        </p>
        {#if session.mayAct}<button class="btn" disabled={isChecking} onclick={check}>Check now</button>{/if}
      </div>
      {#if integrity.damaged.length > 0}
        <ul class="mt-2 max-h-44 overflow-y-auto">
          {#each integrity.damaged as each (each.device + each.kind + each.number)}
            <li class="text-error">
              <a class="underline" href="{pageOf(each)}&b={each.number}"
                >{each.device}, {wordOf(each.kind)}, {each.number}</a
              >
              {each.how}
            </li>
          {/each}
        </ul>
        <p class="text-quiet mt-1">
          Bring the database back from a copy of it made before, and copy these devices anew.
        </p>
      {/if}
    </div>
  {/if}
</section>

{#if asks && due}
  <Confirm title="Thin out {whatGoes(due)}?" yes="Thin out" isFinal onyes={thin} onno={() => (asks = false)}>
    {whatGoes(due)} of {count(due.devices, 'device')} go for good, with the copies that found them. What has a label
    or a note stays.
  </Confirm>
{/if}
