<script lang="ts">
  import { onMount } from 'svelte';
  import { saidIso } from '$lib/state/times.svelte';
  import { api, asProblem, need, type Platform, type Problem } from '$lib/api/client';
  import DiffFile from '$lib/parts/compare/DiffFile.svelte';
  import ComparePanel from '$lib/parts/compare/ComparePanel.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import EndPicker from './EndPicker.svelte';
  import { endOf, paramsOf, titleOf, wantedOf, type End, type Side } from './ends';
  import { pasted } from './pasted.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  let platforms = $state<Platform[]>([]);
  let problem = $state.raw<Problem | undefined>();
  let missing = $state({ b: false, a: false });

  const before = $derived(endOf(address.params, 'b'));
  const after = $derived(endOf(address.params, 'a'));
  whenever(
    () => [pasted.texts.b, pasted.texts.a],
    () => pasted.settle()
  );

  const wantedBefore = $derived(wantedOf(before, pasted.settled.b));
  const wantedAfter = $derived(wantedOf(after, pasted.settled.a));
  const hasText = $derived(before.isText || after.isText);
  const isReady = $derived(
    wantedBefore && wantedAfter && !missing.b && !missing.a && (!hasText || pasted.platform !== '')
  );

  const change = (side: Side, end: End) => address.change({ ...paramsOf(side, end), place: '' });

  async function swap() {
    [pasted.texts.b, pasted.texts.a] = [pasted.texts.a, pasted.texts.b];
    pasted.settled = { b: pasted.settled.a, a: pasted.settled.b };
    await address.change({ ...paramsOf('b', after), ...paramsOf('a', before), place: '' });
  }

  onMount(() => {
    need(api.GET('/api/platforms'))
      .then((all) => {
        platforms = all;
        pasted.platform ||= all[0]?.name ?? '';
      })
      .catch((thrown) => (problem = asProblem(thrown)));
    return keys.add([{ key: 'x', says: 'exchange before and after', run: swap }]);
  });
</script>

<svelte:head><title>Compare · Chaperone</title></svelte:head>

<div class="mb-3 flex flex-wrap items-center gap-3">
  <div class="min-w-0 grow basis-80">
    <h1>Compare</h1>
    <p class="text-quiet">
      Any two of: revisions, devices, running and saved, a device right now or at a moment, texts.
    </p>
  </div>
  {#if hasText}
    <label class="flex items-center gap-2"
      >Texts are of platform
      <select class="select w-48" bind:value={pasted.platform}>
        {#each platforms as platform (platform.name)}<option value={platform.name}>{platform.title}</option
          >{/each}
      </select></label
    >
  {/if}
  {#if isReady && wantedBefore && wantedAfter}
    <DiffFile
      pair={{
        before: wantedBefore,
        after: wantedAfter,
        ...(hasText ? { platform: pasted.platform } : {})
      }}
      name="comparison"
      onproblem={(told) => (problem = told)}
    />
  {/if}
</div>

<ProblemNote {problem} class="mb-3" />

<div class="flex items-stretch gap-2">
  <EndPicker side="b" end={before} bind:isMissing={missing.b} onchange={(end) => change('b', end)} />
  <button
    class="btn self-center"
    onclick={swap}
    title="Exchange the two"
    aria-label="Exchange before and after">⇄</button
  >
  <EndPicker side="a" end={after} bind:isMissing={missing.a} onchange={(end) => change('a', end)} />
</div>

{#if isReady && wantedBefore && wantedAfter}
  <ComparePanel
    before={wantedBefore}
    after={wantedAfter}
    beforeTitle={titleOf(before, saidIso)}
    afterTitle={titleOf(after, saidIso)}
    {...hasText ? { platform: pasted.platform } : {}}
  />
{:else}
  <p class="text-quiet mt-4">
    Choose what stands before and what stands after; the comparison follows at once.
  </p>
{/if}
