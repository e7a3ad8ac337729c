<script lang="ts">
  import { api, need, type DevicePage } from '$lib/api/client';
  import LinesEditor from '$lib/parts/change/LinesEditor.svelte';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    change: number;
    /** The one that was looked at. */
    device: string;
    /** An edit whose lines are altered; a new one if there is none. */
    edit?: { id: number; lines: readonly string[] } | undefined;
    /** With a device's name if lines were added. */
    onclose: (device?: string) => void;
  }

  let { change, device, edit, onclose }: Props = $props();
  // svelte-ignore state_referenced_locally
  let query = $state(device && `name is ${device}`);
  // svelte-ignore state_referenced_locally
  let text = $state((edit?.lines ?? []).join('\n'));
  let note = $state('');
  const meant = new Latest<DevicePage>();
  const first = $derived(edit ? device : meant.problem ? undefined : meant.value?.devices[0]?.name);

  whenever(
    () => query.trim(),
    (wanted) => {
      if (edit) return;
      if (wanted === '') return meant.forget();
      const params = { query: { query: wanted, size: 1, sort: 'name' } };
      return meant.soon(() => meant.ask(need(api.GET('/api/devices', { params }))));
    }
  );

  const adding = new Submission(async () => {
    const lines = text.split('\n').map((line) => line.trimEnd());
    if (edit) {
      const params = { path: { number: change, id: edit.id } };
      await need(api.PUT('/api/changes/{number}/edits/{id}', { params, body: { lines } }));
      return onclose(device);
    }
    const body = { change, query: query.trim(), lines, note: note || undefined };
    const now = await need(api.POST('/api/change-edits/of-query', { body }));
    await draft.load();
    onclose(now.edits.at(-1)?.device);
  });
</script>

<Dialog title={edit ? `Lines for ${device}` : 'Type lines for devices'} wide oncancel={() => onclose()}>
  <form class="mt-2 grid gap-3" onsubmit={adding.submit}>
    {#if !edit}
      <Field
        label="Devices"
        error={adding.of('query')}
        hint={meant.value && query.trim() !== ''
          ? `${count(meant.value.matching, 'device')}${first && meant.value.matching > 1 ? `; words are suggested for ${first}` : ''}`
          : 'A name, or such as: site is Quay and role is access'}
      >
        <QueryBar
          value={query}
          label="Devices"
          hint="which devices"
          problem={meant.problem?.span ? meant.problem : undefined}
          onchange={(said) => {
            query = said;
            adding.forget();
          }}
        />
      </Field>
    {/if}
    <Field
      label="Lines"
      hint="As you would type them on the device while editing; nothing is sent before the preview is approved. Ctrl Space suggests what may follow."
      error={adding.of('lines')}
    >
      <LinesEditor
        value={text}
        label="Lines"
        device={first}
        {change}
        edit={edit?.id}
        onchange={(said) => (text = said)}
      />
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
