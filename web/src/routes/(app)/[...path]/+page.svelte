<script lang="ts">
  import { page } from '$app/state';
  import { wordsNear } from '$lib/parts/frame/words';

  const near = $derived(wordsNear(page.url.pathname));
</script>

<svelte:head><title>Not found · Chaperone</title></svelte:head>

<h1>There is no such page</h1>
<p class="mt-2 break-all">
  Nothing is kept under <span class="mono">{page.url.pathname}</span>. The address may be mistyped.
</p>
{#if near.length > 0}
  <p class="mt-4">Near it:</p>
  <ul class="mt-1 flex gap-2">
    {#each near as word (word.path)}<li><a class="btn" href={word.path}>{word.word}</a></li>{/each}
  </ul>
{:else}
  <p class="mt-4"><a class="btn" href="/fleet">Go to the fleet</a></p>
{/if}
