<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { api, need, type Clause, type ConfigKind } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { clauseDraft } from '$lib/parts/standard/clauseDraft.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    device: string;
    kind?: ConfigKind;
    revision: number;
    /** From 0. */
    line: number;
    onclose: () => void;
  }

  let { device, kind = 'RUNNING', revision, line, onclose }: Props = $props();
  let standards = $state.raw<readonly string[]>([]);
  let chosen = $state('');
  let title = $state('');
  let stands = $state(true);
  const clause = new Latest<Clause>();

  whenever(
    () => stands,
    () => {
      const params = { path: { name: device, number: revision, line }, query: { kind, stands } };
      void clause.ask(
        need(api.GET('/api/devices/{name}/revisions/{number}/lines/{line}/clause', { params }))
      );
    }
  );
  onMount(() => {
    need(api.GET('/api/standards')).then((all) => {
      standards = all.map(({ name }) => name);
      chosen = standards[0] ?? '';
    });
  });

  const sending = new Submission(async () => {
    if (!clause.value) return;
    const name = chosen || title.trim();
    if (!chosen) {
      const params = { path: { name } };
      await need(api.PUT('/api/standards/{name}', { params, body: { clauses: [], values: {} } }));
    }
    clauseDraft.bring(name, clause.value, device);
    await goto(`/standards/${encodeURIComponent(name)}`);
  });
</script>

<Dialog title="Make a clause of this" oncancel={onclose}>
  <form class="mt-2 grid gap-3" onsubmit={sending.submit}>
    <div class="join" role="group" aria-label="What it says">
      <button class="btn join-item" type="button" aria-pressed={stands} onclick={() => (stands = true)}
        >Must stand</button
      >
      <button class="btn join-item" type="button" aria-pressed={!stands} onclick={() => (stands = false)}
        >Must not stand</button
      >
    </div>
    {#if clause.value}
      <ScrolledText
        label="What the clause says"
        text={clause.value.text ?? [clause.value.within, clause.value.pattern].filter(Boolean).join('\n  ')}
        class="max-h-60"
      />
    {/if}
    <ProblemNote problem={clause.problem} />
    <Field label="In which standard" hint="It is kept and published there, not yet here.">
      <select class="select w-full" bind:value={chosen}>
        {#each standards as each (each)}<option value={each}>{each}</option>{/each}
        <option value="">a new one</option>
      </select>
    </Field>
    {#if chosen === ''}
      <Field label="Its name" error={sending.of('name')}>
        <input class="input w-full" maxlength="60" required pattern="[^\/]+" bind:value={title} />
      </Field>
    {/if}
    <FormEnd
      submission={sending}
      send="Go on writing it"
      why={clause.value && !clause.problem ? undefined : 'There is nothing to make it of.'}
      oncancel={onclose}
    />
  </form>
</Dialog>
