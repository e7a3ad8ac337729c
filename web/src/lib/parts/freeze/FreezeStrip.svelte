<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Freeze } from '$lib/api/client';
  import { live } from '$lib/state/live.svelte';
  import { saidMoment } from '$lib/state/times.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { scopeOf, turnOf } from './freezeText';

  const LONGEST = 3_600_000;
  let all = $state.raw<Freeze[]>([]);
  const now = $derived(all.filter((freeze) => freeze.phase === 'NOW'));
  const first = $derived(now[0]);

  // What is shown already stays while the server is away.
  async function load() {
    all = await need(api.GET('/api/freezes')).catch(() => all);
  }

  whenever(
    () => all,
    (freezes) => {
      const turn = turnOf(freezes, Date.now());
      if (turn === undefined) return;
      const waiting = setTimeout(load, Math.min(turn + 500, LONGEST));
      return () => clearTimeout(waiting);
    }
  );

  onMount(() => {
    void load();
    return live.on('freeze', load);
  });
</script>

<!-- While one holds, every page says so. -->
{#if first}
  <div role="status" class="bg-modified border-base-300 flex items-center gap-3 border-b px-4 py-1">
    <p class="min-w-0 truncate">
      <b>Freeze</b> of {scopeOf(first)} until {saidMoment(first.endsAt)}: {first.reason}
      {#if now.length > 1}<span class="ml-2">and {now.length - 1} more</span>{/if}
    </p>
    <a class="shrink-0 underline" href="/freezes">Freezes</a>
  </div>
{/if}
