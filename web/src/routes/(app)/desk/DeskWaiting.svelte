<script lang="ts">
  import type { ChangeRow } from '$lib/api/client';

  let { changes }: { changes: readonly ChangeRow[] } = $props();
</script>

<section class="panel px-4 py-3" aria-label="Waiting for somebody">
  <h2>Waiting for somebody</h2>
  {#each changes as change (change.number)}
    <a class="mt-1 block hover:underline" href="/changes/{change.number}"
      ><b>C-{change.number}</b> · {change.title}
      <span class="text-quiet block"
        >{change.state === 'PROPOSED' ? 'for approval' : 'stuck'}, by {change.madeBy}</span
      ></a
    >
  {:else}<p class="text-quiet">No change waits.</p>{/each}
</section>
