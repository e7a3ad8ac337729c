<script lang="ts">
  import { api, need } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    /** The devices that are marked and drift, and those of them that have not saved what they run. */
    drifting: readonly string[];
    unsaved: readonly string[];
    onsettled: () => void;
  }

  let { drifting, unsaved, onsettled }: Props = $props();
  let adopts = $state(false);
  let note = $state('');
  let done = $state('');

  /** One after the other: what was done before a refusal stays done, and is said. */
  const adopting = new Submission(async () => {
    let adopted = 0;
    try {
      for (const name of drifting) {
        const params = { path: { name } };
        await need(api.POST('/api/devices/{name}/agreed', { params, body: { note: note || undefined } }));
        adopted++;
      }
      adopts = false;
    } finally {
      done = `Adopted what ${count(adopted, 'device')} run.`;
      onsettled();
    }
  });

  const puttingBack = new Submission(async () => {
    let change = draft.row?.number;
    for (const device of drifting)
      change = (await draft.add({ device, kind: 'PUT_BACK', ...(change ? { change } : {}) })).number;
    done = `C-${change} puts ${count(drifting.length, 'device')} back once it has run.`;
  });

  const saving = new Submission(async () => {
    await need(api.POST('/api/saves', { body: { devices: [...unsaved] } }));
    done = `${count(unsaved.length, 'device')} save what they run.`;
  });
</script>

<div class="panel mt-3 flex flex-wrap items-center gap-2 px-4 py-2" role="group" aria-label="Marked devices">
  <strong>{count(new Set([...drifting, ...unsaved]).size, 'device')} marked</strong>
  {#if drifting.length > 0}
    <button class="btn btn-sm" onclick={() => (adopts = true)}>Adopt {drifting.length}…</button>
    <button class="btn btn-sm" disabled={puttingBack.isSending} onclick={puttingBack.send}
      >Put back {drifting.length}</button
    >
  {/if}
  {#if unsaved.length > 0}
    <button class="btn btn-sm" disabled={saving.isSending} onclick={saving.send}
      >Save on {unsaved.length}</button
    >
  {/if}
  {#if done}<span role="status">{done}</span>{/if}
</div>
<ProblemNote problem={puttingBack.problem ?? saving.problem} class="mt-2" />

{#if adopts}
  <Dialog title="Adopt what {count(drifting.length, 'device')} run?" oncancel={() => (adopts = false)}>
    <form class="mt-2 grid gap-3" onsubmit={adopting.submit}>
      <p>
        From then on this is agreed: {drifting.slice(0, 8).join(', ')}{drifting.length > 8
          ? ` and ${drifting.length - 8} more`
          : ''}. What was agreed before stays among the revisions.
      </p>
      <Field label="Why" hint="Kept with what you decide." error={adopting.of('note')}>
        <!-- svelte-ignore a11y_autofocus -->
        <input class="input w-full" maxlength="2000" bind:value={note} autofocus />
      </Field>
      <FormEnd
        submission={adopting}
        send="Adopt {drifting.length}"
        oncancel={() => (adopts = false)}
        class=""
      />
    </form>
  </Dialog>
{/if}
