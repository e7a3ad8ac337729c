<script lang="ts">
  import type { DriftPart } from '$lib/api/client';
  import LineCounts from './LineCounts.svelte';

  interface Props {
    parts: readonly DriftPart[];
    /** The keys of those that are left out. */
    left: string[];
  }

  let { parts, left = $bindable() }: Props = $props();

  function turn(key: string) {
    left = left.includes(key) ? left.filter((each) => each !== key) : [...left, key];
  }
</script>

<ul class="mt-2 max-h-48 overflow-y-auto">
  {#each parts as part (part.key)}
    <li>
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="checkbox"
          checked={!left.includes(part.key)}
          onchange={() => turn(part.key)}
        />
        <span class="mono grow truncate" title={part.label}>{part.label}</span>
        <LineCounts counts={part} />
      </label>
    </li>
  {/each}
</ul>
