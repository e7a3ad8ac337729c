<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    label: string;
    /** What helps to fill it in, below it. */
    hint?: string;
    /** What is wrong with it; stands in place of the hint. */
    error?: string | undefined;
    class?: string;
    /** The input, which fills the width. */
    children: Snippet;
  }

  let { label, hint, error, class: place = '', children }: Props = $props();
</script>

<label class="block {place}">
  <span class="mb-1 block font-semibold">{label}</span>
  {@render children()}
  {#if error}<span class="text-error block" role="alert">{error}</span>
  {:else if hint}<span class="text-quiet block">{hint}</span>{/if}
</label>
