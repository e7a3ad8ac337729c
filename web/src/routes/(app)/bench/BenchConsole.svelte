<script lang="ts">
  import { onDestroy } from 'svelte';
  import Console from '$lib/parts/console/Console.svelte';
  import { ConsoleSession } from '$lib/parts/console/consoleSession.svelte';

  let { name, onclose }: { name: string; onclose: () => void } = $props();
  // svelte-ignore state_referenced_locally
  const session = new ConsoleSession(`/api/bench/stand-ins/${encodeURIComponent(name)}/console`);

  onDestroy(session.end);
</script>

<Console {name} {session} status="logged in as m.oduya" {onclose} />
