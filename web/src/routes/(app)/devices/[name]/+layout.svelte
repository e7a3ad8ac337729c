<script lang="ts">
  import { consoles } from '$lib/state/consoles.svelte';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount, type Snippet } from 'svelte';
  import { api, asProblem, need } from '$lib/api/client';
  import FourMarks from '$lib/parts/fleet/FourMarks.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { opened } from './opened.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  let { children }: { children: Snippet } = $props();
  const name = $derived(page.params.name ?? '');
  const here = $derived(`/devices/${encodeURIComponent(name)}`);
  const tabs = $derived([
    { word: 'Revisions', path: here },
    { word: 'Configuration', path: `${here}/configuration` },
    { word: 'Facts', path: `${here}/facts` },
    { word: 'Tables', path: `${here}/tables` },
    { word: 'Standards', path: `${here}/standards` },
    { word: 'Events', path: `${here}/events` },
    ...(session.mayAct ? [{ word: 'Console', path: `${here}/console` }] : [])
  ]);

  whenever(
    () => name,
    (wanted) => opened.load(wanted)
  );

  async function copy() {
    try {
      const started = await need(api.POST('/api/copies', { body: { devices: [name] } }));
      await goto(`/jobs/${started.job}`);
    } catch (thrown) {
      opened.problem = asProblem(thrown);
    }
  }

  onMount(() => {
    const ends = [
      live.on('fleet', () => opened.load(name)),
      keys.add([
        ...tabs.map(({ word }, i) => ({
          key: `${i + 1}`,
          says: word,
          run: () => goto(tabs[i]?.path ?? here)
        })),
        ...(session.mayAct ? [{ key: 'c', says: 'copy now', run: copy }] : [])
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>{name} · Chaperone</title></svelte:head>

<ProblemNote problem={opened.problem} class="mb-3" />

{#if opened.detail}
  {@const device = opened.detail.device}
  <div class="flex items-start gap-2">
    <div class="min-w-0 grow">
      <h1 class="flex items-center gap-3">{device.name} <FourMarks answers={device.answers} /></h1>
      <p class="text-quiet truncate">
        {[device.site || 'no site yet', device.role, device.model, device.release]
          .filter(Boolean)
          .join(' · ')} ·
        <span class="mono">{device.host}:{device.port}</span>
        {#if opened.detail.ownPage}·
          <a class="underline" href={opened.detail.ownPage} target="_blank" rel="external noopener noreferrer"
            >its own page</a
          >{/if}
        {#if device.pair}· pair with <a class="underline" href="/devices/{encodeURIComponent(device.pair)}"
            >{device.pair}</a
          >
          (<a
            class="underline"
            href="/compare?bd={encodeURIComponent(device.name)}&ad={encodeURIComponent(device.pair)}"
            >compare</a
          >){/if} ·
        {#if device.lastCopyAt}copied <When at={device.lastCopyAt} ago />{device.lastFailure
            ? ', latest attempt failed'
            : ''}{:else}never copied{/if}{#if device.checkedAt && device.checkedAt !== device.lastCopyAt},
          seen unchanged
          <When at={device.checkedAt} ago />{/if}
      </p>
    </div>
    <CaseButton items={[{ kind: 'DEVICE', device: name }]} />
    {#if session.mayAct}<button class="btn btn-primary" onclick={copy}
        >Copy now <kbd aria-hidden="true">c</kbd></button
      >{/if}
  </div>
  <nav class="border-base-300 mt-2 flex gap-1 border-b" aria-label="Pages of {device.name}">
    {#each tabs as tab (tab.word)}
      {@const isHere = page.url.pathname === tab.path}
      <a
        href={tab.path}
        aria-current={isHere ? 'page' : undefined}
        class={[
          '-mb-px border-b-2 px-3 py-1.5',
          isHere ? 'border-act-text text-act-text font-semibold' : 'hover:bg-base-200 border-transparent'
        ]}
        >{tab.word}{#if tab.word === 'Console' && consoles.of(name)?.session.stage === 'open'}<span
            class="tag">open</span
          >{/if}</a
      >
    {/each}
  </nav>
{:else if !opened.problem}
  <p class="text-quiet">Loading…</p>
{/if}
{#if opened.detail || !opened.problem}{@render children()}{/if}
