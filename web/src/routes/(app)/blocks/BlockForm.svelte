<script lang="ts">
  import { api, need, type BlockVersion } from '$lib/api/client';
  import { devicesText } from '$lib/parts/change/blockText';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    at: readonly string[];
    version: BlockVersion;
    /** What most have. */
    standard: string;
    onclose: () => void;
  }

  let { at, version, standard, onclose }: Props = $props();
  let deed = $state<'PUT' | 'REMOVE'>('PUT');
  // svelte-ignore state_referenced_locally
  let text = $state(version.text ?? standard);
  let note = $state('');

  const adding = new Submission(async () => {
    const edit = deed === 'PUT' ? { deed, text } : { deed };
    const body = {
      devices: version.devices,
      at: [...at],
      edit,
      change: draft.row?.number,
      note: note || undefined
    };
    await need(api.POST('/api/blocks/edits', { body }));
    await draft.load();
    onclose();
  });
</script>

<Dialog title="{at.join(' / ')} on {count(version.devices.length, 'device')}" wide oncancel={onclose}>
  <form class="mt-2 grid gap-3" onsubmit={adding.submit}>
    <p class="text-quiet">{devicesText(version, 12)}</p>
    <div class="join" role="group" aria-label="What becomes of it">
      <button class="btn join-item" type="button" aria-pressed={deed === 'PUT'} onclick={() => (deed = 'PUT')}
        >Put</button
      >
      {#if version.text !== undefined}
        <button
          class="btn join-item"
          type="button"
          aria-pressed={deed === 'REMOVE'}
          onclick={() => (deed = 'REMOVE')}>Take away</button
        >
      {/if}
      {#if version.text !== standard && standard !== ''}
        <button
          class="btn join-item"
          type="button"
          onclick={() => {
            deed = 'PUT';
            text = standard;
          }}>As most have it</button
        >
      {/if}
    </div>
    {#if deed === 'PUT'}
      <Field
        label="What shall stand there"
        hint="As its family writes it. Secrets that you leave masked stay as they are."
        error={adding.of('text')}
      >
        <!-- svelte-ignore a11y_autofocus -->
        <textarea
          class="textarea mono h-56 w-full"
          spellcheck="false"
          maxlength="400000"
          autofocus
          bind:value={text}></textarea>
      </Field>
    {/if}
    <Field label="Why" error={adding.of('note')}>
      <input class="input w-full" maxlength="2000" bind:value={note} />
    </Field>
    <FormEnd
      submission={adding}
      send={draft.row ? `Add to C-${draft.row.number}` : 'Add to a new draft'}
      oncancel={onclose}
      class=""
    />
  </form>
</Dialog>
