<script lang="ts">
  import { api, need } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    /** The one that was looked at. */
    model: string | undefined;
    /** With the image's model if one was brought in. */
    onclose: (model?: string) => void;
  }

  let { model, onclose }: Props = $props();
  let files = $state<FileList | undefined>();
  let lists = $state<FileList | undefined>();
  // svelte-ignore state_referenced_locally
  let isMeant = $state(model !== undefined && model !== '');
  let kept = $state.raw<{ id: number; model: string } | undefined>();

  /** An image that is here already is not sent once more when only its list was wrong. */
  const bringing = new Submission(async () => {
    const file = files?.[0];
    if (!file) return;
    kept ??= await need(
      api.POST('/api/images', {
        params: { query: { name: file.name, ...(isMeant && model ? { model } : {}) } },
        headers: { 'Content-Type': 'application/octet-stream' },
        body: file as never,
        bodySerializer: (body) => body
      })
    );
    const list = await lists?.[0]?.text();
    if (list !== undefined)
      await need(
        api.POST('/api/images/{id}/digest-list', { params: { path: { id: kept.id } }, body: { list } })
      );
    onclose(kept.model);
  });
</script>

<Dialog title="Bring an image in" oncancel={() => onclose(kept?.model)}>
  <form class="mt-2 grid w-[34rem] max-w-full gap-3" onsubmit={bringing.submit}>
    <Field label="Image" hint="Family, model and release are read from the file." error={bringing.of('name')}>
      <input
        class="file-input w-full"
        type="file"
        required
        disabled={kept !== undefined}
        bind:files
        onchange={bringing.forget}
      />
    </Field>
    <Field
      label="List of digests"
      hint="The file that lies beside it, such as SHA256SUMS. Without it the image stays unchecked, and its release cannot be made the standard."
    >
      <input class="file-input w-full" type="file" bind:files={lists} onchange={bringing.forget} />
    </Field>
    {#if model}
      <label class="flex items-center gap-2">
        <input type="checkbox" class="checkbox checkbox-sm" bind:checked={isMeant} />
        Only if it is for {model}
      </label>
    {/if}
    <FormEnd
      submission={bringing}
      send={bringing.isSending ? 'Bringing in…' : 'Bring in'}
      oncancel={() => onclose(kept?.model)}
      class=""
    />
  </form>
</Dialog>
