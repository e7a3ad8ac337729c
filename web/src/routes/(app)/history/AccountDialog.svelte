<script lang="ts">
  import type { HistoryRow } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    rows: readonly HistoryRow[];
    account: (rows: readonly HistoryRow[], note: string) => Promise<void>;
    onclose: () => void;
  }

  let { rows: wanted, account, onclose }: Props = $props();
  // What was chosen when it was asked: the list may move on behind the question.
  // svelte-ignore state_referenced_locally
  const rows = wanted;
  let note = $state('');
  const sending = new Submission(async () => {
    await account(rows, note);
    onclose();
  });
</script>

<Dialog title="Account for {count(rows.length, 'change')}" oncancel={onclose}>
  <form onsubmit={sending.submit}>
    <p class="text-quiet mt-1 line-clamp-3">{rows.map((row) => `${row.device} ${row.number}`).join(', ')}</p>
    <Field label="Note or ticket number" class="mt-3" error={sending.of('note')}>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input w-full" maxlength="500" bind:value={note} autofocus />
    </Field>
    <FormEnd submission={sending} send="Accounted for" oncancel={onclose} />
  </form>
</Dialog>
