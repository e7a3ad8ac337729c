<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import { api, need, type ConfigurationPart, type PathEditInput, type TriedEdit } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import PathBar from './PathBar.svelte';

  interface Props {
    device: string;
    /** At which one looked, from 0. */
    line: number;
    onclose: () => void;
  }

  let { device, line, onclose }: Props = $props();
  type Deed = PathEditInput['edit']['deed'];
  const part = new Latest<ConfigurationPart>();
  const beside = new Latest<ConfigurationPart>();
  const tried = new Latest<TriedEdit>();
  let deed = $state<Deed>('PUT');
  let text = $state('');
  let where = $state('LAST');
  let note = $state('');
  let area: HTMLTextAreaElement | undefined = $state();

  const at = $derived(part.value?.at ?? []);
  const others = $derived((beside.value?.below ?? []).filter((name) => name !== at.at(-1)));
  const says = $derived(deed === 'PUT' || deed === 'ADD');
  // svelte-ignore state_referenced_locally
  const path = { path: { name: device } };
  const get = (query: { at?: string; line?: number }) =>
    need(api.GET('/api/devices/{name}/configuration', { params: { ...path, query } }));

  async function open(query: { at?: string; line?: number }) {
    await part.ask(get(query));
    deed = 'PUT';
    text = part.value?.text ?? '';
    if (at.length > 0) await beside.ask(get({ at: at.slice(0, -1).join('\n') }));
  }

  const input = $derived.by((): PathEditInput => {
    const place =
      where === 'FIRST' || where === 'LAST'
        ? { where: where as 'FIRST' | 'LAST' }
        : { where: 'BEFORE' as const, beside: where };
    return {
      at: [...at],
      change: draft.row?.number,
      edit: { deed, ...(says ? { text } : {}), ...(deed === 'MOVE' ? place : {}) },
      ...(note ? { note } : {})
    };
  });

  whenever(
    () => input,
    (wanted) => {
      if (!part.value || part.problem) return;
      return tried.soon(() =>
        tried.ask(need(api.POST('/api/devices/{name}/configuration/trial', { params: path, body: wanted })))
      );
    }
  );

  const whyNot = $derived(
    part.problem || tried.problem
      ? 'It cannot be read so.'
      : (tried.value?.misfits[0] ??
          (tried.value && !tried.isStale && tried.value.commands.length === 0
            ? 'This alters nothing.'
            : undefined))
  );

  const adding = new Submission(async () => {
    await need(api.POST('/api/devices/{name}/configuration/edits', { params: path, body: input }));
    await draft.load();
    onclose();
  });

  const choose = (next: Deed) => {
    deed = next;
    text = next === 'ADD' ? '' : (part.value?.text ?? '');
  };

  onMount(() => {
    open({ line }).then(() => area?.focus());
  });
</script>

<Dialog title="Edit a statement of {device}" wide oncancel={onclose}>
  <form class="mt-2 grid gap-3" onsubmit={adding.submit}>
    <PathBar {at} below={part.value?.below ?? []} onchange={(next) => open({ at: next.join('\n') })} />
    <ProblemNote problem={part.problem} />
    <div class="join" role="group" aria-label="What becomes of it">
      <button class="btn join-item" type="button" aria-pressed={deed === 'PUT'} onclick={() => choose('PUT')}
        >Alter</button
      >
      <button class="btn join-item" type="button" aria-pressed={deed === 'ADD'} onclick={() => choose('ADD')}
        >Add below</button
      >
      {#if at.length > 0}
        <button
          class="btn join-item"
          type="button"
          aria-pressed={deed === 'REMOVE'}
          onclick={() => choose('REMOVE')}>Take away</button
        >
      {/if}
      {#if part.value?.isOrdered}
        <button
          class="btn join-item"
          type="button"
          aria-pressed={deed === 'MOVE'}
          onclick={() => choose('MOVE')}>Move</button
        >
      {/if}
    </div>
    {#if says}
      <Field
        label={deed === 'ADD' ? 'What stands there, too' : 'What shall stand there'}
        hint="As its family writes it. Secrets that you leave masked stay as they are."
        error={adding.of('text')}
      >
        <textarea
          bind:this={area}
          class="textarea mono h-48 w-full"
          spellcheck="false"
          maxlength="400000"
          bind:value={text}></textarea>
      </Field>
    {:else if deed === 'MOVE'}
      <Field label="Where to" error={adding.of('where')}>
        <select class="select mono w-full" bind:value={where}>
          <option value="FIRST">first</option>
          {#each others as name (name)}<option value={name}>before {name}</option>{/each}
          <option value="LAST">last</option>
        </select>
      </Field>
    {:else}
      <ScrolledText label="What stands there" text={part.value?.text ?? ''} class="max-h-48" />
    {/if}
    <section aria-label="What the device would be told" aria-live="polite">
      <h3 class="font-semibold">What the device would be told</h3>
      <ProblemNote problem={tried.problem} />
      {#each tried.value?.misfits ?? [] as misfit (misfit)}<p class="text-error">{misfit}</p>{/each}
      <ScrolledText
        label="Commands"
        text={tried.value?.commands.join('\n') ?? ''}
        wraps
        class={['mt-1 max-h-32 min-h-8', tried.isStale && 'opacity-60']}
      />
    </section>
    <Field label="Why" error={adding.of('note')}>
      <input class="input w-full" maxlength="2000" bind:value={note} />
    </Field>
    <FormEnd
      submission={adding}
      send={draft.row ? `Add to C-${draft.row.number}` : 'Add to a new draft'}
      why={whyNot}
      oncancel={onclose}
      class=""
    />
    <p>
      <a class="underline" href="/blocks?{new URLSearchParams({ at: at.join('\n') })}"
        >The same statement across the fleet</a
      >
    </p>
  </form>
</Dialog>
