<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** What stands in it, for a screen reader. */
    label: string;
    children: Snippet;
  }

  let { label, children }: Props = $props();
</script>

<!-- What can be done with the rows that are chosen. -->
<div
  class="chosen-bar bg-neutral text-neutral-content fixed right-0 bottom-[var(--tray,0px)] left-[172px] z-10 flex h-10 items-center gap-4 px-5"
  role="region"
  aria-label={label}
>
  {@render children()}
</div>

<style>
  /* What else stands at the lower edge makes room for it. */
  :global(:root:has(.chosen-bar)) {
    --chosen-bar: 40px;
  }
</style>
