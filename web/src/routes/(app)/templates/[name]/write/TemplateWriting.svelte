<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need, type Template, type TemplateField, type TemplateText } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { freeName } from '$lib/parts/template/templateText';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import FieldRows from './FieldRows.svelte';

  interface Props {
    name: string;
  }

  let { name }: Props = $props();
  let kept = $state.raw<Template | undefined>();
  let reason = $state('');
  let fields = $state<TemplateField[]>([]);
  let variants = $state<Record<string, string>>({});
  let platforms = $state<string[]>([]);
  let platform = $state('');

  // svelte-ignore state_referenced_locally
  const path = { params: { path: { name } } };
  const text: TemplateText = $derived({
    reason,
    fields,
    variants: Object.fromEntries(Object.entries(variants).filter(([, each]) => each.trim() !== ''))
  });
  const isKept = $derived(kept !== undefined && JSON.stringify(text) === JSON.stringify(kept.text));

  const doing = new Doing(async () => {
    kept = await need(api.GET('/api/templates/{name}', path));
    ({ reason, fields } = kept.text);
    variants = kept.text.variants as Record<string, string>;
    platforms = (await need(api.GET('/api/platforms'))).map((each) => each.name);
    platform ||= platforms.find((each) => variants[each]) ?? platforms[0] ?? '';
  });
  /** What is refused stays on the page. */
  const keeping = new Submission(async () => {
    kept = await need(api.PUT('/api/templates/{name}', { ...path, body: text }));
  });
  const removing = new Submission(async () => {
    await regret.of(`Removed the template ${name}.`, need(api.DELETE('/api/templates/{name}', path)), () =>
      goto(`/templates/${encodeURIComponent(name)}`)
    );
    await goto('/templates');
  });
  const add = () =>
    fields.push({ name: freeName(fields), kind: 'TEXT', label: '', fallback: '', isPerDevice: false });

  onMount(() => {
    doing.load();
    return keys.add([
      { key: 'ctrl+s', says: 'save', run: () => session.mayAct && keeping.send() },
      { key: 'a', says: 'a new field', run: () => session.mayAct && add() }
    ]);
  });
</script>

<svelte:head><title>{name} · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>{name}</h1>
    <p class="text-quiet">
      {#if kept}version {kept.number}, by {kept.madeBy}{isKept ? '' : ' · not saved yet'}{/if}
    </p>
  </div>
  <a class="btn" href="/templates/{encodeURIComponent(name)}">Fill it in</a>
  {#if session.mayAct}
    <button class="btn" onclick={removing.send}>Remove</button>
    <button class="btn btn-primary" disabled={isKept || keeping.isSending} onclick={keeping.send}
      >Save <kbd>Ctrl S</kbd></button
    >
  {/if}
</div>
<ProblemNote problem={doing.problem ?? keeping.problem ?? removing.problem} class="mt-3" />

{#if kept}
  <fieldset
    class="mt-3 grid items-start gap-3 xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]"
    disabled={!session.mayAct}
  >
    <div class="panel grid min-w-0 gap-3 p-4">
      <div class="flex items-center gap-2">
        <h2 class="grow">Fields</h2>
        {#if session.mayAct}<button class="btn btn-sm" onclick={add}>New field <kbd>a</kbd></button>{/if}
      </div>
      <FieldRows bind:fields />
      <Field label="Why">
        <textarea class="textarea h-20 w-full" maxlength="2000" bind:value={reason}></textarea>
      </Field>
    </div>
    <div class="panel min-w-0 p-4">
      <div class="flex flex-wrap gap-1" role="group" aria-label="Platforms">
        {#each platforms as each (each)}
          <button
            class="btn btn-sm"
            type="button"
            aria-pressed={each === platform}
            onclick={() => (platform = each)}>{each}{variants[each]?.trim() ? ' ●' : ''}</button
          >
        {/each}
      </div>
      <Field
        label="Text for {platform}"
        hint={'As one types it on the device. {{ vlan }} is a field, {% for port in ports %} … {% endfor %} repeats lines, {{ device.name }}, .site and .model say where it is filled in.'}
        class="mt-3"
      >
        <textarea
          class="textarea mono h-[52vh] w-full"
          spellcheck="false"
          maxlength="50000"
          bind:value={() => variants[platform] ?? '', (value) => (variants[platform] = value)}></textarea>
      </Field>
    </div>
  </fieldset>
{/if}
