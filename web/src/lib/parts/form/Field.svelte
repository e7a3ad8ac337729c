<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    label: string;
    /** What helps to fill it in, below it. */
    hint?: string;
    /** What is wrong with it; stands in place of the hint. The form's own note is what is read out. */
    error?: string | undefined;
    class?: string;
    /** The input, which fills the width. */
    children: Snippet;
  }

  let { label, hint, error, class: place = '', children }: Props = $props();
</script>

<div class={place}>
  <label>
    <span class="mb-1 block font-semibold">{label}</span>
    {@render children()}
  </label>
  {#if error}<p class="text-error">{error}</p>
  {:else if hint}<p class="text-quiet">{hint}</p>{/if}
</div>
