<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>Not found · Chaperone</title></svelte:head>

<main class="p-8">
  <h1>{page.status === 404 ? 'There is no such page' : 'This page met an error'}</h1>
  <p class="mt-2">
    {page.status === 404
      ? `Nothing is kept under ${page.url.pathname}. The address may be mistyped, or the page is not built yet.`
      : `${page.error?.message ?? ''} Load it again; if it stays, tell the administrator.`}
  </p>
  <p class="mt-4"><a class="btn" href="/fleet">Go to the fleet</a></p>
</main>
