<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import { onMount } from 'svelte';
  import { api, need, type Model } from '$lib/api/client';
  import { valueText } from '$lib/parts/fleet/queryText';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import BringImage from './BringImage.svelte';
  import ModelImages from './ModelImages.svelte';

  let models = $state.raw<Model[] | undefined>();
  let brings = $state(false);

  const chosen = $derived(
    models?.find((model) => model.model === address.params.get('model')) ??
      models?.find((model) => model.images.length > 0) ??
      models?.[0]
  );
  const doing = new Doing(async () => (models = await need(api.GET('/api/models'))));

  const behind = (model: Model) =>
    model.standard
      ? model.runs
          .filter((each) => each.release !== model.standard?.release)
          .reduce((sum, each) => sum + each.devices, 0)
      : 0;
  const fleetOf = (model: string, release: string) =>
    `/fleet?query=${encodeURIComponent(`model is ${valueText(model)} and release is ${valueText(release)}`)}`;

  onMount(() => {
    doing.load();
    const ends = [
      live.on('fleet', doing.load),
      keys.add([{ key: 'a', says: 'bring an image in', run: () => session.mayAct && (brings = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Releases · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Releases</h1>
    <p class="text-quiet">
      {#if models}
        {count(models.filter((model) => model.standard).length, 'model')} of {models.length} with a standard release
        ·
        {count(
          models.reduce((sum, model) => sum + behind(model), 0),
          'device'
        )} on another one
      {/if}
    </p>
  </div>
  {#if session.mayAct}
    <button class="btn btn-primary" onclick={() => (brings = true)}>Bring an image in… <kbd>a</kbd></button>
  {/if}
</div>
<ProblemNote problem={doing.problem} class="mt-3" />

{#if models?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No model yet</h2>
    <p class="mt-1">
      Models come with the devices that are brought in, and with images. Choose for each the release that its
      devices shall run: from then on you see who is on another one.
    </p>
  </div>
{:else if models}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows" {@attach rowKeys('model')} aria-label="Models">
      <thead>
        <tr>
          <th>Model</th><th>Devices</th><th>Run</th><th>Standard release</th><th>On another</th><th>Images</th
          >
        </tr>
      </thead>
      <tbody>
        {#each models as model (model.platform + ' ' + model.model)}
          <tr class={[model === chosen && 'bg-base-200']}>
            <td>
              <button
                class="cursor-pointer font-semibold hover:underline"
                aria-pressed={model === chosen}
                onclick={() => address.change({ model: model.model })}>{model.model || 'not told'}</button
              >
              <span class="text-quiet">{model.platform}</span>
            </td>
            <td>{model.devices}</td>
            <td>
              {#each model.runs as run (run.release)}
                <a class="chip mr-1" href={fleetOf(model.model, run.release)}
                  ><span class="mono">{run.release || 'not told'}</span>
                  <span class="text-quiet">{run.devices}</span></a
                >
              {/each}
            </td>
            <td class="mono">{model.standard?.release ?? ''}</td>
            <td class={behind(model) > 0 ? 'text-error font-semibold' : 'text-success'}>
              {#if behind(model) > 0}
                {behind(model)}
                <a
                  class="btn btn-sm ml-2"
                  href="/rollouts?devices={encodeURIComponent(
                    `model is ${valueText(model.model)} and current is no`
                  )}">Renew…</a
                >
              {:else if model.standard}none{/if}
            </td>
            <td>{model.images.length || ''}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if chosen}<ModelImages model={chosen} {doing} />{/if}
{/if}

{#if brings}
  <BringImage
    model={chosen?.model}
    onclose={(model) => {
      brings = false;
      doing.load();
      if (model) address.change({ model });
    }}
  />
{/if}
