<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import Preview from '$lib/parts/form/Preview.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { filledText, KIND, labelOf, portFields, sharedFields } from '$lib/parts/template/templateText';
  import { address } from '$lib/state/address.svelte';
  import { devicesSaid } from '$lib/state/devicesSaid';
  import { draft } from '$lib/state/draft.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import { FillPage } from './fillPage.svelte';
  import PortPicker from './PortPicker.svelte';

  interface Props {
    name: string;
  }

  let { name }: Props = $props();
  // svelte-ignore state_referenced_locally
  const opened = new FillPage(name);
  let said = $state('');

  const names = $derived((address.params.get('devices') ?? '').split(',').filter((each) => each !== ''));
  const wrong = $derived((opened.filled.value ?? []).filter((each) => each.problems.length > 0));
  const platforms = $derived(new Set((opened.filled.value ?? []).map((each) => each.platform)));

  const naming = new Submission(async () => {
    const found = await devicesSaid(said);
    await address.change({ devices: [...new Set([...names, ...found])].join(',') });
    said = '';
  });
  const takeOut = (device: string) =>
    address.change({ devices: names.filter((each) => each !== device).join(',') });

  /** Only when it was added: what was filled in stays for whoever must mend it. */
  async function add() {
    if ((await opened.adding.send()) && draft.row) await goto(`/changes/${draft.row.number}`);
  }

  whenever(
    () => names.join(),
    () => opened.take(names)
  );
  /** What is typed is filled in when it pauses. */
  whenever(
    () => JSON.stringify([opened.template?.number, opened.input]),
    () => {
      if (!session.mayAct) return;
      return opened.filled.soon(opened.fill);
    }
  );

  onMount(() => {
    opened.doing.load();
  });
</script>

<svelte:head><title>{name} · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>
      {name}
      {#if opened.template}<span class="chip text-base">version {opened.template.number}</span>{/if}
    </h1>
    <p class="text-quiet">
      {#if !session.mayAct}engineers fill it in; you may read it
      {:else if opened.devices.length > 0}
        for {count(opened.devices.length, 'device')}{platforms.size > 0
          ? ` of ${count(platforms.size, 'platform')}`
          : ''} · {wrong.length === 0 ? 'fits all of them' : `does not fit ${wrong.length} of them yet`}
      {:else}name the devices that it is for{/if}
      {#if draft.row}· edits join <b>C-{draft.row.number}</b>{/if}
    </p>
  </div>
  <a class="btn" href="/templates/{encodeURIComponent(name)}/write">{session.mayAct ? 'Write' : 'Read'} it</a>
  {#if session.mayAct}
    <button
      class="btn btn-primary"
      disabled={!opened.isReady || opened.adding.isSending}
      title={opened.isReady ? undefined : 'Every device needs its values first.'}
      onclick={add}>{draft.row ? `Add to C-${draft.row.number}` : 'Begin a change with it'}</button
    >
  {/if}
</div>
<ProblemNote problem={opened.doing.problem ?? opened.adding.problem ?? opened.filled.problem} class="mt-3" />

{#if opened.text && !session.mayAct}
  <section class="panel mt-3 max-w-xl p-4" aria-label="What it is for">
    <h2>Why this template</h2>
    <p class="mt-1">{opened.text.reason || 'Nobody said.'}</p>
    <h2 class="mt-3">What it asks for</h2>
    <ul class="mt-1 list-inside list-disc">
      {#each opened.text.fields as field (field.name)}<li>
          {labelOf(field)} · {KIND[field.kind]}{field.fallback ? `, or else ${field.fallback}` : ''}
        </li>{/each}
    </ul>
  </section>
{:else if opened.text}
  <div class="mt-3 grid grid-cols-[320px_minmax(0,1fr)] items-start gap-3">
    <section class="panel grid gap-3 p-4" aria-label="Values for all devices">
      {#each sharedFields(opened.text) as field (field.name)}
        <Field
          label="{labelOf(field)} · {KIND[field.kind]}"
          {...field.fallback ? { hint: `${field.fallback} if it is left empty` } : {}}
        >
          <input
            class="input w-full"
            maxlength="500"
            placeholder={field.fallback}
            bind:value={() => opened.shared[field.name] ?? '', (value) => (opened.shared[field.name] = value)}
          />
        </Field>
      {/each}
      <form onsubmit={naming.submit}>
        <Field
          label="Devices"
          hint="Names, or a query such as site is Brackwater and platform is corvane."
          error={naming.problem?.meaning}
        >
          <input class="input w-full" maxlength="1000" required bind:value={said} />
        </Field>
        <button class="btn btn-sm mt-1" disabled={naming.isSending}>Add them</button>
      </form>
      {#if opened.devices.length > 0}
        <ul aria-label="Devices">
          {#each opened.devices as own (own.device)}
            {@const result = opened.filled.value?.find((each) => each.device === own.device)}
            {@const picked = Object.values(own.ports).flat().length}
            <li
              class={[
                'border-base-300 flex items-center gap-2 border-t py-1',
                own.device === opened.chosen && 'bg-base-200'
              ]}
            >
              <button
                class="grow cursor-pointer px-2 text-left"
                aria-pressed={own.device === opened.chosen}
                onclick={() => (opened.chosen = own.device)}
              >
                <b>{own.device}</b>
                <span class={result && result.problems.length > 0 ? 'text-error' : 'text-quiet'}>
                  {result === undefined
                    ? ''
                    : result.problems.length > 0
                      ? 'not yet'
                      : opened.text &&
                          portFields(opened.text).some((field) => result.asked.includes(field.name))
                        ? count(picked, 'port')
                        : 'no ports asked'}
                </span>
              </button>
              <button
                class="btn btn-ghost btn-sm"
                aria-label="Take {own.device} out"
                onclick={() => takeOut(own.device)}>×</button
              >
            </li>
          {/each}
        </ul>
      {/if}
      {#if opened.text.reason}
        <div>
          <p class="font-semibold">Why this template</p>
          <p class="text-quiet">{opened.text.reason}</p>
        </div>
      {/if}
    </section>

    <section class="panel min-w-0 p-4" aria-label="On the device">
      {#if opened.of}
        {@const own = opened.of}
        {#each opened.asked.own as field (field.name)}
          <Field label="{labelOf(field)} of {own.device} · {KIND[field.kind]}" class="mb-3 max-w-sm">
            <input
              class="input w-full"
              maxlength="500"
              placeholder={field.fallback}
              bind:value={() => own.values[field.name] ?? '', (value) => (own.values[field.name] = value)}
            />
          </Field>
        {/each}
        {#each opened.asked.ports as field (field.name)}
          {#key own.device}<PortPicker {opened} {own} {field} />{/key}
        {/each}
        <Preview of={opened.filled}>
          {#if opened.result}
            <p class="mt-3">
              <b>{own.device}</b>
              {#if opened.result.problems.length === 0}{filledText(opened.result)}{/if}
            </p>
            {#if opened.result.problems.length > 0}
              <div role="alert" class="bg-removed mt-1 rounded px-3 py-2">
                <ul>
                  {#each opened.result.problems as problem, i (i)}<li>{problem}</li>{/each}
                </ul>
              </div>
            {/if}
            {#if opened.result.commands.length > 0}
              <ScrolledText label="Commands" text={opened.result.commands.join('\n')} class="mt-1 max-h-80" />
            {/if}
          {/if}
        </Preview>
      {:else}
        <p class="text-quiet">
          Name devices on the left: for each you see here which ports it has, and what it would be told.
        </p>
      {/if}
    </section>
  </div>
{/if}
