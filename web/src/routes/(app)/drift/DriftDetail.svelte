<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Agreed, type DriftRow } from '$lib/api/client';
  import PartChoice from '$lib/parts/change/PartChoice.svelte';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import CompareTable from '$lib/parts/compare/CompareTable.svelte';
  import { linesOf, oneColumn, type Line } from '$lib/parts/compare/compareRows';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    row: DriftRow;
    onsettled: () => void;
  }

  let { row, onsettled }: Props = $props();
  const agreed = new Latest<Agreed>();
  const lines = new Latest<Line[]>();
  let note = $state('');
  let left = $state<string[]>([]);
  let done = $state('');

  const chosen = $derived(
    (agreed.value?.parts ?? []).filter((part) => !left.includes(part.key)).map((part) => part.key)
  );
  const isWhole = $derived(chosen.length === agreed.value?.parts.length);
  const whyNot = $derived(chosen.length === 0 ? 'No part is chosen.' : undefined);
  const what = $derived(isWhole ? 'all of it' : count(chosen.length, 'part'));

  // svelte-ignore state_referenced_locally
  const path = { path: { name: row.device } };
  const end = (kind: 'AGREED' | 'RUNNING') => ({ device: row.device, kind });

  async function load() {
    await agreed.ask(need(api.GET('/api/devices/{name}/agreed', { params: path })));
    if ((agreed.value?.parts.length ?? 0) === 0) return lines.forget();
    await lines.ask(
      need(api.POST('/api/compare', { body: { before: end('AGREED'), after: end('RUNNING') } })).then(
        (compare) => oneColumn(linesOf(compare))
      )
    );
  }

  const adopting = new Submission(async () => {
    await need(
      api.POST('/api/devices/{name}/agreed', {
        params: path,
        body: {
          revision: agreed.value?.running,
          note: note || undefined,
          parts: isWhole ? undefined : chosen
        }
      })
    );
    done = `What ${row.device} runs is agreed now.`;
    onsettled();
    await load();
  });

  const puttingBack = new Submission(async () => {
    const change = await draft.add({
      device: row.device,
      kind: 'PUT_BACK',
      note: note || undefined,
      parts: isWhole ? undefined : chosen
    });
    done = `C-${change.number} puts it back once it has run.`;
  });

  let job = $state<number | undefined>();
  const saving = new Submission(async () => {
    job = (await need(api.POST('/api/saves', { body: { devices: [row.device] } }))).job;
  });

  onMount(() => {
    load();
  });
</script>

<section class="mt-4 grid grid-cols-[minmax(0,1fr)_19rem] gap-4" aria-label="Drift of {row.device}">
  <div>
    <h2>
      <a class="hover:underline" href="/devices/{encodeURIComponent(row.device)}">{row.device}</a>: agreed
      against running
    </h2>
    <CaseButton class="btn btn-sm float-right" items={[{ kind: 'DRIFT', device: row.device }]} />
    {#if agreed.value?.agreedAt}
      <p class="text-quiet">
        Agreed {agreed.value.how === 'PROPOSED' ? 'by its first copy' : `by ${agreed.value.agreedBy}`},
        <When at={agreed.value.agreedAt} />{agreed.value.note ? `: ${agreed.value.note}` : ''}
      </p>
    {/if}
    <ProblemNote problem={agreed.problem ?? lines.problem} class="mt-2" />
    {#if row.savedDiffers && session.mayAct}
      <p class="mt-2 flex flex-wrap items-center gap-2">
        <button class="btn btn-sm" disabled={saving.isSending} onclick={saving.send}
          >Save on the device</button
        >
        {#if job}<a class="underline" href="/jobs/{job}">It is being saved</a>
        {:else}<span class="text-quiet">Unless it runs something else by then.</span>{/if}
      </p>
      <ProblemNote problem={saving.problem} class="mt-2" />
    {/if}
    {#if lines.value}
      <div class="mt-2">
        <CompareTable
          lines={lines.value}
          layout="one"
          beforeTitle="agreed"
          afterTitle="running"
          onunfold={() => {}}
        />
      </div>
    {:else if agreed.value && agreed.value.parts.length === 0}
      <p class="panel mt-2 p-4">
        It runs what was agreed, but a restart would bring back what is saved.
        <a
          class="underline"
          href="/compare?bd={encodeURIComponent(row.device)}&bk=SAVED&ad={encodeURIComponent(row.device)}"
          >Compare saved with running</a
        >
      </p>
    {:else if agreed.value && !lines.problem}
      <p class="text-quiet mt-2">Loading…</p>
    {/if}
  </div>
  {#if agreed.value && agreed.value.parts.length > 0}
    <div class="panel self-start p-4">
      <h2>Who is right?</h2>
      <PartChoice parts={agreed.value.parts} bind:left />
      {#if session.mayAct}
        <Field label="Why" hint="Kept with what you decide." class="mt-3">
          <input class="input w-full" maxlength="2000" bind:value={note} />
        </Field>
        <div class="mt-3 grid gap-1">
          <button
            class="btn"
            disabled={chosen.length === 0 || adopting.isSending}
            title={whyNot}
            onclick={adopting.send}>Adopt {what}</button
          >
          <p class="text-quiet">The device is right: this is agreed from now on.</p>
          <button
            class="btn btn-primary mt-2"
            disabled={chosen.length === 0 || puttingBack.isSending}
            title={whyNot}
            onclick={puttingBack.send}>Put back {what}</button
          >
          <p class="text-quiet">What was agreed is right: an edit in your draft change.</p>
        </div>
        <ProblemNote problem={adopting.problem ?? puttingBack.problem} class="mt-3" />
        {#if done}<p role="status" class="mt-3">{done}</p>{/if}
      {/if}
    </div>
  {/if}
</section>
