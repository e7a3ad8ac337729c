<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type DriftPart } from '$lib/api/client';
  import PartChoice from '$lib/parts/change/PartChoice.svelte';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    device: string;
    /** Of the running configuration. */
    revision: number;
    onclose: () => void;
  }

  let { device, revision, onclose }: Props = $props();
  const parts = new Latest<DriftPart[]>();
  let left = $state<string[]>([]);
  let note = $state('');

  const chosen = $derived((parts.value ?? []).map((part) => part.key).filter((key) => !left.includes(key)));
  const restoring = new Submission(async () => {
    await draft.add({ device, kind: 'RESTORE', revision, parts: chosen, note: note || undefined });
    onclose();
  });

  onMount(() => {
    const params = { path: { name: device, number: revision } };
    parts.ask(need(api.GET('/api/devices/{name}/revisions/{number}/parts', { params })));
  });
</script>

<Dialog title="Restore revision {revision} of {device}" oncancel={onclose}>
  <ProblemNote problem={parts.problem} class="mt-2" />
  {#if parts.value?.length === 0}
    <p class="mt-2">It means what runs now: there is nothing to restore.</p>
    <button class="btn mt-3" onclick={onclose}>Close</button>
  {:else if parts.value}
    <form onsubmit={restoring.submit}>
      <p class="text-quiet mt-1">
        What you choose becomes an edit in your draft change; nothing is sent before it is previewed and
        approved.
      </p>
      <PartChoice parts={parts.value} bind:left />
      <Field label="Why" class="mt-3" error={restoring.of('note')}>
        <input class="input w-full" maxlength="2000" bind:value={note} />
      </Field>
      <FormEnd
        submission={restoring}
        send="Add to the draft"
        oncancel={onclose}
        why={chosen.length === 0 ? 'No part is chosen.' : undefined}
      />
    </form>
  {/if}
</Dialog>
