<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type PastPreview } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import PastFiles from './PastFiles.svelte';
  import PastSums from './PastSums.svelte';
  import { folderZip, othersOf } from './pastFiles';

  let files = $state<FileList | undefined>();
  let folder = $state<FileList | undefined>();
  let isFolder = $state(false);
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  let zone = $state(preferences.zone === 'UTC' ? 'UTC' : own);
  let names = $state('');
  const zones = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((each) => each !== 'UTC')];

  const others = $derived(othersOf(names));
  const file = $derived(isFolder ? undefined : files?.[0]);
  const inFolder = $derived(isFolder ? [...(folder ?? [])] : []);
  const name = $derived(
    (isFolder ? inFolder[0]?.webkitRelativePath.split('/')[0] : file?.name)?.slice(0, 200) ?? ''
  );

  /** Of the folder that was packed last: another name for a device packs nothing anew. */
  let packed: { files: File[]; zone: string; zip: Promise<Blob> } | undefined;

  function content(): Promise<Blob | undefined> {
    if (!isFolder) return Promise.resolve(file);
    if (inFolder.length === 0) return Promise.resolve(undefined);
    if (packed?.files !== inFolder || packed.zone !== zone)
      packed = { files: inFolder, zone, zip: folderZip(inFolder, zone) };
    return packed.zip;
  }

  const sent = (body: Blob) => ({
    headers: { 'Content-Type': 'application/octet-stream' },
    body: body as never,
    bodySerializer: (each: unknown) => each as never
  });

  const preview = new Latest<PastPreview>();
  whenever(
    () => [file, inFolder, zone, others] as const,
    ([one, many, inZone, { others: as, mistake }]) => {
      const isNothing = one === undefined && many.length === 0;
      if (isNothing || mistake !== undefined || !session.mayAct) return preview.forget();
      return preview.soon(() => preview.ask(asked(inZone, as)));
    }
  );

  async function asked(inZone: string, as: string[]) {
    const body = await content();
    if (body === undefined) throw new Error('There is no file in the folder.');
    const query = { zone: inZone, as };
    return need(api.POST('/api/past-configurations/preview', { params: { query }, ...sent(body) }));
  }

  const bringing = new Submission(async () => {
    const body = await content();
    if (body === undefined || !preview.value) return;
    const query = { name, zone, as: others.others, revisions: preview.value.revisions };
    const started = await need(api.POST('/api/past-configurations', { params: { query }, ...sent(body) }));
    await goto(`/jobs/${started.job}`);
  });

  const whyNot = $derived(
    !session.mayAct
      ? 'Your role may look at configurations, but not bring any in.'
      : others.mistake !== undefined
        ? `Line ${others.mistake} of the other names does not read "name = device".`
        : preview.value === undefined
          ? 'Choose a file or a folder first.'
          : preview.value.revisions === 0
            ? 'None of these files becomes a revision.'
            : preview.isStale
              ? 'It is being looked at.'
              : undefined
  );
</script>

<form class="mt-4 grid grid-cols-[minmax(0,1fr)_300px] items-start gap-4" onsubmit={bringing.submit}>
  <div class="panel p-4">
    <h2>Configurations that were kept elsewhere</h2>
    <p class="text-quiet mt-1">
      Each file says by its path whose it is and from when, such as
      <span class="mono">brkw-core-1/2026-10-01T0212.conf</span>; without a date its own time counts, or its
      commit's. With <span class="mono">saved</span> in its path it is the saved configuration. They are put before
      the first copy, and no revision there is changes its number.
    </p>
    <div class="mt-3 flex flex-wrap items-end gap-3">
      <div class="join" role="group" aria-label="What is sent">
        <button
          type="button"
          class="btn join-item"
          aria-pressed={!isFolder}
          onclick={() => (isFolder = false)}>ZIP or Git bundle</button
        >
        <button type="button" class="btn join-item" aria-pressed={isFolder} onclick={() => (isFolder = true)}
          >Folder</button
        >
      </div>
      {#if isFolder}
        <input
          class="file-input min-w-0 grow"
          type="file"
          aria-label="Folder"
          webkitdirectory
          bind:files={folder}
        />
      {:else}
        <input
          class="file-input min-w-0 grow"
          type="file"
          aria-label="ZIP archive or Git bundle"
          accept=".zip,.bundle"
          {@attach (field) => field.focus()}
          bind:files
        />
      {/if}
    </div>
    <ProblemNote problem={bringing.problem ?? preview.problem} class="mt-3" />
    {#if preview.value}
      <div class={['mt-4', preview.isStale && 'opacity-50']}><PastFiles preview={preview.value} /></div>
    {:else if preview.isAwaited}<p class="text-quiet mt-4">Looking at the files…</p>{/if}
  </div>
  <div class="panel p-4">
    <Field label="Moments without a zone are read in">
      <select class="select w-full" bind:value={zone}>
        {#each zones as each (each)}<option value={each}>{each}</option>{/each}
      </select>
    </Field>
    <Field
      label="Other names"
      hint="One a line: the name in the files, =, and the device."
      class="mt-3"
      error={others.mistake === undefined
        ? undefined
        : `Line ${others.mistake} does not read "name = device".`}
    >
      <textarea
        class="textarea mono h-24 w-full"
        spellcheck="false"
        maxlength="20000"
        placeholder="old-core = brkw-core-1"
        bind:value={names}></textarea>
    </Field>
    {#if preview.value}<PastSums preview={preview.value} isStale={preview.isStale} />{/if}
    <button
      class="btn btn-primary mt-4 w-full"
      disabled={bringing.isSending || whyNot !== undefined}
      title={whyNot}
      >{bringing.isSending
        ? 'Bringing in…'
        : preview.value && preview.value.revisions > 0
          ? `Bring in ${count(preview.value.revisions, 'revision')}`
          : 'Bring in'}</button
    >
    {#if whyNot && name !== ''}<p class="text-quiet mt-2">{whyNot}</p>{/if}
  </div>
</form>
