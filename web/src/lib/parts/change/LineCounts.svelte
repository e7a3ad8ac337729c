<script lang="ts">
  import { countsText } from './changeText';

  interface Props {
    counts: { added: number; modified: number; removed: number; moved: number };
  }

  let { counts }: Props = $props();
</script>

<span class="mono inline-flex gap-1.5 font-semibold whitespace-nowrap">
  {#each countsText(counts) as each (each.kind)}<span class={each.kind}
      >{each.sign}{each.number}
    </span>{:else}<span class="text-quiet">none</span>{/each}
</span>

<style>
  .added {
    color: var(--color-success);
  }
  .removed {
    color: var(--color-error);
  }
  .modified {
    color: var(--color-warning);
  }
  .moved {
    color: var(--color-info);
  }
</style>
