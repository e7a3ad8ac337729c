<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { api, need, type Image, type Model } from '$lib/api/client';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import When from '$lib/parts/form/When.svelte';
  import type { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';
  import { bytes } from '$lib/text/bytes';
  import ListChoice from './ListChoice.svelte';

  interface Props {
    model: Model;
    doing: Doing;
  }

  let { model, doing }: Props = $props();
  let removes = $state.raw<Image | undefined>();

  const choose = (image: Image) =>
    doing.act(() => need(api.PUT('/api/standard-releases', { body: { image: image.id } })));
  const withdraw = () =>
    doing.act(() => {
      const query = { platform: model.platform, model: model.model };
      const removed = need(api.DELETE('/api/standard-releases', { params: { query } }));
      return regret.of(`${model.model} has no standard release any more.`, removed, doing.load);
    });
  const remove = (image: Image) =>
    doing.act(() => need(api.DELETE('/api/images/{id}', { params: { path: { id: image.id } } })));
  const check = (image: Image, list: string) =>
    doing.act(() =>
      need(api.POST('/api/images/{id}/digest-list', { params: { path: { id: image.id } }, body: { list } }))
    );
</script>

<section class="panel mt-3 p-4" aria-label="Images for {model.model}">
  <div class="flex items-center gap-2">
    <h2 class="grow">
      Images for {model.model}
      {#if model.standard}
        <span class="text-quiet font-normal"
          >· {model.standard.release} is the standard release, chosen by {model.standard.chosenBy},
          <When at={model.standard.chosenAt} /></span
        >
      {/if}
    </h2>
    {#if session.mayAct && model.standard}
      <button class="btn btn-sm" onclick={withdraw}>Remove</button>
    {/if}
  </div>
  {#if model.images.length === 0}
    <p class="text-quiet mt-2">None yet. Bring one in, and make its release the standard one.</p>
  {:else}
    <table class="rows mt-2">
      <thead>
        <tr><th>Release</th><th>File</th><th>Size</th><th>Digest, SHA-256</th><th>Brought in</th><th></th></tr
        >
      </thead>
      <tbody>
        {#each model.images as image (image.id)}
          <tr>
            <td class="mono font-semibold">{image.release}</td>
            <td class="mono">{image.name}</td>
            <td class="whitespace-nowrap">{bytes(image.size)}</td>
            <td>
              <span class="mono" title={image.sha256}>{image.sha256.slice(0, 12)}…</span>
              <span class={image.vouchedBy ? 'text-success' : 'text-warning'}
                >{image.vouchedBy ? 'as its list says' : 'not checked'}</span
              >
            </td>
            <td class="whitespace-nowrap">{image.broughtBy}, <When at={image.broughtAt} /></td>
            <td class="text-right whitespace-nowrap">
              {#if image.isStandard}<b>standard release</b>
              {:else if session.mayAct}
                {#if image.vouchedBy}
                  <button class="btn btn-sm" onclick={() => choose(image)}>Make it the standard</button>
                {:else}
                  <ListChoice label="Check {image.name}" onlist={(list) => check(image, list)} />
                {/if}
                <button
                  class="btn btn-ghost btn-sm"
                  aria-label="Remove {image.name}"
                  onclick={() => (removes = image)}>×</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>

{#if removes}
  {@const image = removes}
  <Confirm
    title="Remove {image.name}?"
    yes="Remove it"
    isFinal
    onyes={() => {
      remove(image);
      removes = undefined;
    }}
    onno={() => (removes = undefined)}
  >
    The file, {bytes(image.size)}, is gone from here. Devices that run {image.release} are not touched.
  </Confirm>
{/if}
