<script lang="ts">
  import { page } from '$app/state';
  import ServerAway from '$lib/parts/frame/ServerAway.svelte';
  import Wordmark from '$lib/parts/frame/Wordmark.svelte';
</script>

<svelte:head>
  <title
    >{page.status === 503 ? 'No connection' : page.status === 404 ? 'Not found' : 'Error'} · Chaperone</title
  >
</svelte:head>

<main class="mx-auto max-w-2xl p-8">
  <p class="text-act-text mb-6 flex items-center gap-2 text-[1.15rem] font-bold"><Wordmark /></p>
  {#if page.status === 503}
    <ServerAway meaning={page.error?.message ?? ''} />
  {:else}
    <h1>{page.status === 404 ? 'There is no such page' : 'This page met an error'}</h1>
    <p class="mt-2">
      {page.status === 404
        ? `Nothing is kept under ${page.url.pathname}. The address may be mistyped, or the page is not built yet.`
        : `${page.error?.message ?? ''} Load it again; if it stays, tell the administrator.`}
    </p>
    <p class="mt-4"><a class="btn" href="/fleet">Go to the fleet</a></p>
  {/if}
</main>
