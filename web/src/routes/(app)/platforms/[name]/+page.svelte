<script lang="ts">
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import { beforeNavigate, goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import {
    api,
    asProblem,
    need,
    type PlatformDetail,
    type PlatformKeys,
    type Problem
  } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys as bindings } from '$lib/keys/keys.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import { renamed, SOURCE } from '../platformText';
  import ReadText from './ReadText.svelte';
  import TryOn from './TryOn.svelte';
  import YamlEditor from './YamlEditor.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  const name = $derived(page.params.name ?? '');
  /** The platform whose text a new one begins with. */
  const from = $derived(address.params.get('from') ?? '');
  const tab = $derived(address.params.get('tab') ?? (session.mayManage ? 'try' : 'read'));
  const tabs = [
    ['try', 'Try on a device'],
    ['read', 'Read a text'],
    ['texts', 'Earlier texts']
  ] as const;
  let detail = $state<PlatformDetail | undefined>();
  let text = $state('');
  let saved = $state('');
  let keys = $state<PlatformKeys>({});
  let problem = $state<Problem | undefined>();
  let note = $state('');
  let asks = $state(false);
  let editor = $state<YamlEditor | undefined>();

  const isNew = $derived(from !== '');
  const isEdited = $derived(text !== saved);
  const canSave = $derived(isNew || isEdited);

  async function load() {
    try {
      const found = await need(
        api.GET('/api/platforms/{name}', { params: { path: { name: isNew ? from : name } } })
      );
      detail = found;
      text = isNew ? renamed(found.yaml, name) : found.yaml;
      saved = text;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const check = async (yaml: string) =>
    (await need(api.POST('/api/platforms/check', { body: { yaml } })).catch(() => ({ problems: [] })))
      .problems;

  async function save() {
    if (!detail || !session.mayManage || !canSave) return;
    problem = undefined;
    try {
      const body = { yaml: text, basedOn: isNew ? 0 : detail.number };
      await need(api.PUT('/api/platforms/{name}', { params: { path: { name } }, body }));
      note = 'Saved, and in force at once.';
      saved = text;
      if (isNew) await goto(`/platforms/${encodeURIComponent(name)}`, { replaceState: true });
      else await load();
    } catch (thrown) {
      problem = asProblem(thrown);
      const first = problem.places[0];
      if (first) editor?.go(first.line, first.column);
    }
  }

  async function remove() {
    try {
      await need(api.DELETE('/api/platforms/{name}', { params: { path: { name } } }));
      asks = false;
      saved = text;
      if (detail?.platform.source === 'ADDED') await goto('/platforms');
      else await load();
    } catch (thrown) {
      asks = false;
      problem = asProblem(thrown);
    }
  }

  async function bringBack(number: number) {
    try {
      const params = { path: { name, number } };
      text = (await need(api.GET('/api/platforms/{name}/texts/{number}', { params }))).yaml;
      note = 'The earlier text stands in the editor; save it to put it in force.';
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  whenever(() => [name, from], load);

  beforeNavigate((navigation) => {
    if (!isEdited || !session.mayManage || navigation.to?.url.pathname === page.url.pathname) return;
    // Where the whole page is left, the browser asks itself.
    if (navigation.type === 'leave' || !confirm('Leave without saving the text?')) navigation.cancel();
  });

  onMount(() => {
    need(api.GET('/api/platforms/keys')).then(
      (all) => (keys = all),
      () => {}
    );
    return bindings.add([{ key: 'ctrl+s', says: 'save the platform', run: save }]);
  });
</script>

<svelte:head><title>{name} · Platforms · Chaperone</title></svelte:head>

{#if detail}
  {@const platform = detail.platform}
  <div class="flex items-start gap-2">
    <div class="min-w-0 grow">
      <h1>{isNew ? name : platform.title}</h1>
      <p class="text-quiet truncate">
        <a class="underline" href="/platforms">Platforms</a> · <span class="mono">{name}</span> ·
        {#if isNew}new, begun from {from}{:else}{SOURCE[platform.source]} · {count(
            platform.devices,
            'device'
          )}
          {#if platform.savedAt}· saved by {platform.savedBy} <When at={platform.savedAt} />{/if}{/if}
      </p>
    </div>
    {#if session.mayManage}
      {#if !isNew && platform.source !== 'SHIPPED'}
        <button class="btn" onclick={() => (asks = true)}
          >{platform.source === 'ALTERED' ? 'Back to the shipped text…' : 'Remove…'}</button
        >
      {/if}
      {#if isEdited && !isNew}<button class="btn" onclick={() => (text = saved)}>Undo edits</button>{/if}
      <button class="btn btn-primary" disabled={!canSave} onclick={save}>Save <kbd>Ctrl S</kbd></button>
    {/if}
  </div>
  {#if asks}
    <Confirm
      title={platform.source === 'ALTERED'
        ? 'Go back to the text that was shipped?'
        : `Remove the platform ${name}?`}
      yes={platform.source === 'ALTERED' ? 'Go back' : `Remove ${name}`}
      isFinal={platform.source !== 'ALTERED'}
      onyes={remove}
      onno={() => (asks = false)}
    >
      {#if platform.source === 'ALTERED'}
        {count(platform.devices, 'device')} will be read by it at once. What was saved stays among the earlier texts.
      {:else}{count(platform.devices, 'device')} use it.{/if}
    </Confirm>
  {/if}
  {#if problem}
    <ProblemNote {problem} class="mt-3" ongo={(line, column) => editor?.go(line, column)} />
  {:else if note}<p class="text-success mt-2" role="status">{note}</p>{/if}

  <div class="mt-3 grid h-[calc(100vh-170px-var(--tray,0px))] grid-cols-2 gap-3.5">
    <div class="panel overflow-hidden">
      {#key `${name} ${session.mayManage}`}
        <YamlEditor
          bind:this={editor}
          value={text}
          {keys}
          {check}
          readonly={!session.mayManage}
          onchange={(next) => {
            text = next;
            note = '';
          }}
        />
      {/key}
    </div>
    <div class="flex min-h-0 flex-col">
      <div class="join" role="group" aria-label="What to do with the platform">
        {#each tabs as [key, title] (key)}
          <button
            class="btn join-item"
            aria-pressed={tab === key}
            onclick={() => address.change({ tab: key })}>{title}</button
          >
        {/each}
      </div>
      <div class="mt-2 min-h-0 grow overflow-auto pr-1 pl-0.5">
        {#if tab === 'read'}
          <ReadText platform={isNew ? from : name} yaml={text} sample={detail.sample} />
        {:else if tab === 'texts'}
          <ul>
            {#each detail.texts as each (each.number)}
              <li class="border-base-300 flex items-center gap-2 border-b py-1.5">
                <span class="grow">
                  {each.removal ? 'taken back' : `text ${each.number}`} by {each.savedBy}
                  <When at={each.savedAt} />
                </span>
                {#if !each.removal}<button class="btn" onclick={() => bringBack(each.number)}
                    >Look at it</button
                  >{/if}
              </li>
            {/each}
            {#if platform.source !== 'ADDED'}
              <li class="flex items-center gap-2 py-1.5">
                <span class="grow">as it was shipped</span>
                <button class="btn" onclick={() => bringBack(0)}>Look at it</button>
              </li>
            {/if}
          </ul>
        {:else}
          <TryOn platform={isNew ? from : name} yaml={text} />
        {/if}
      </div>
    </div>
  </div>
{:else if problem}<ProblemNote {problem} />{:else}<p class="text-quiet">Loading…</p>{/if}
