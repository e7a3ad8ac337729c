<script lang="ts">
  import type { Routine } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';

  let { routines }: { routines: readonly Routine[] } = $props();
</script>

<section class="panel px-4 py-3" aria-label="Next routines">
  <h2>Next routines</h2>
  {#each routines as routine (routine.name)}
    <a class="flex justify-between gap-3 hover:underline" href="/routines"
      ><span class="truncate">{routine.name}</span>
      <span class="text-quiet whitespace-nowrap"><When at={routine.dueAt[0] ?? ''} /></span></a
    >
  {:else}<p class="text-quiet">None is due.</p>{/each}
</section>
