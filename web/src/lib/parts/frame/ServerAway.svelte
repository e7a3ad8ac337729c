<script lang="ts">
  import { onMount } from 'svelte';

  let { meaning }: { meaning: string } = $props();
  const AGAIN = 3_000;
  let tried = $state(0);

  /** Any answer will do: the page that was asked for is loaded again then, and tells the rest. */
  async function tryNow() {
    tried++;
    const answer = await fetch('/api/session').catch(() => undefined);
    if (answer && answer.status < 502) location.reload();
  }

  onMount(() => {
    const again = setInterval(tryNow, AGAIN);
    return () => clearInterval(again);
  });
</script>

<h1>No connection to the server</h1>
<p class="mt-2">
  {meaning || 'The server does not answer.'} Nothing is lost: what runs goes on without this page.
</p>
<p class="mt-2" role="status">
  It is tried again by itself every three seconds{tried > 0 ? `, ${tried} times so far` : ''}; then the page
  that you asked for comes up.
</p>
<p class="mt-4"><button class="btn btn-primary" onclick={tryNow}>Try now</button></p>
