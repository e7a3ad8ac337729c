<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type BlockComparison, type BlockVersion } from '$lib/api/client';
  import { devicesText, lacking, marked, versionText } from '$lib/parts/change/blockText';
  import PathBar from '$lib/parts/change/PathBar.svelte';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import BlockForm from './BlockForm.svelte';

  const query = $derived(address.params.get('query') ?? '');
  const at = $derived((address.params.get('at') ?? '').split('\n').filter((name) => name !== ''));
  const compared = new Latest<BlockComparison>();
  let bar: QueryBar | undefined = $state();
  let edits = $state.raw<BlockVersion | undefined>();
  let moved = $state(0);
  let movedBefore = 0;
  /** The same question as before, since the fleet has moved: what is shown is no answer to another one. */
  let isRepeated = $state(false);

  whenever(
    () => ({ query, at: at.join('\n'), moved }),
    (wanted) => {
      isRepeated = wanted.moved !== movedBefore;
      movedBefore = wanted.moved;
      const params = { query: { query: wanted.query, at: wanted.at } };
      return compared.soon(() => compared.ask(need(api.GET('/api/blocks', { params }))));
    }
  );

  const versions = $derived(compared.value?.versions ?? []);
  const standard = $derived(versions[0]?.text ?? '');
  const devices = $derived(versions.reduce((all, each) => all + each.devices.length, 0));

  onMount(() => {
    const ends = [
      live.on('fleet', () => moved++),
      keys.add([{ key: '/', says: 'choose devices', run: () => bar?.focus() }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Blocks · Chaperone</title></svelte:head>

<h1>One block, side by side</h1>
<p class="text-quiet">
  From the newest copies; no device is asked. What most have stands first, and the others are held to it.
</p>
<div class="mt-3 grid gap-2">
  <QueryBar
    bind:this={bar}
    value={query}
    label="Which devices"
    hint="all devices, or such as: role is access"
    problem={compared.problem?.span ? compared.problem : undefined}
    onchange={(text) => address.change({ query: text })}
  />
  <PathBar
    {at}
    below={compared.value?.below ?? []}
    onchange={(next) => address.change({ at: next.join('\n') })}
  />
</div>
{#if !compared.problem?.span}<ProblemNote problem={compared.problem} class="mt-3" />{/if}

{#if compared.value}
  <div class={compared.isStale && !isRepeated ? 'opacity-60' : ''} aria-busy={compared.isAwaited}>
    {#if at.length === 0}
      <p class="panel mt-4 max-w-xl p-4">
        Choose a statement by its path: {count(devices, 'device')} have {count(
          compared.value.below.length,
          'name'
        )} at the top.
      </p>
    {:else if versions.every((version) => version.text === undefined)}
      <p class="panel mt-4 max-w-xl p-4">No device among them has such a statement.</p>
    {:else}
      {#each versions as version, i (i)}
        <section class="panel mt-3 p-4" aria-label={versionText(version, i)}>
          <div class="flex items-start gap-3">
            <h2 class="grow">
              {versionText(version, i)}
              <span class="text-quiet font-normal" title={version.devices.join(', ')}
                >{devicesText(version)}</span
              >
            </h2>
            {#if session.mayAct}
              <button class="btn btn-sm" onclick={() => (edits = version)}>Edit on these…</button>
            {/if}
          </div>
          {#if version.text !== undefined}
            <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
            <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
            <div class="mono mt-2 max-h-80 overflow-auto" role="region" aria-label="Its text" tabindex="0">
              {#each marked(version.text, i === 0 ? version.text : standard) as line, j (j)}
                <div class={['px-2 whitespace-pre', line.isOther && 'bg-added']}>{line.text || ' '}</div>
              {/each}
              {#if i > 0}
                {#each lacking(version.text, standard) as line, j (j)}
                  <div class="bg-removed px-2 whitespace-pre line-through">{line}</div>
                {/each}
              {/if}
            </div>
          {/if}
        </section>
      {/each}
    {/if}
    {#if compared.value.unknown.length > 0}
      <p class="text-quiet mt-3">
        Not known: {devicesText({ devices: compared.value.unknown })}, never copied.
      </p>
    {/if}
  </div>
{:else if !compared.problem}
  <p class="text-quiet mt-3">Loading…</p>
{/if}

{#if edits}
  <BlockForm {at} version={edits} {standard} onclose={() => (edits = undefined)} />
{/if}
