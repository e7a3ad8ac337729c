<script lang="ts">
  import { api, need } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    change: number;
    /** The one that was looked at. */
    device: string;
    /** An edit whose lines are altered; a new one if there is none. */
    edit?: { id: number; lines: readonly string[] } | undefined;
    /** With the device's name if lines were added. */
    onclose: (device?: string) => void;
  }

  let { change, device, edit, onclose }: Props = $props();
  // svelte-ignore state_referenced_locally
  let name = $state(device);
  // svelte-ignore state_referenced_locally
  let text = $state((edit?.lines ?? []).join('\n'));
  let note = $state('');

  const adding = new Submission(async () => {
    const lines = text.split('\n').map((line) => line.trimEnd());
    if (edit) {
      const params = { path: { number: change, id: edit.id } };
      await need(api.PUT('/api/changes/{number}/edits/{id}', { params, body: { lines } }));
    } else await draft.add({ change, device: name.trim(), kind: 'LINES', lines, note: note || undefined });
    onclose(name.trim());
  });
</script>

<Dialog title={edit ? `Lines for ${device}` : 'Type lines for a device'} oncancel={() => onclose()}>
  <form class="mt-2 grid w-[36rem] max-w-full gap-3" onsubmit={adding.submit}>
    {#if !edit}
      <Field label="Device" error={adding.of('device')}>
        <input class="input w-full" maxlength="253" required bind:value={name} />
      </Field>
    {/if}
    <Field
      label="Lines"
      hint="As you would type them on the device while editing. They are read by its platform's rules, and shown in the preview, before anything is sent."
      error={adding.of('lines')}
    >
      <!-- svelte-ignore a11y_autofocus -->
      <textarea class="textarea mono h-48 w-full" required spellcheck="false" autofocus bind:value={text}
      ></textarea>
    </Field>
    {#if !edit}
      <Field label="Why" error={adding.of('note')}>
        <input class="input w-full" maxlength="2000" bind:value={note} />
      </Field>
    {/if}
    <FormEnd
      submission={adding}
      send={edit ? 'Save' : `Add to C-${change}`}
      oncancel={() => onclose()}
      class=""
    />
  </form>
</Dialog>
