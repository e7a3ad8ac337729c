<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Latest } from '$lib/state/latest.svelte';

  interface Props {
    /** The answer that it shows, which may be to what stood there before. */
    of: Pick<Latest<unknown>, 'isStale' | 'isAwaited'>;
    children: Snippet;
  }

  let { of, children }: Props = $props();
</script>

<div class="relative" aria-busy={of.isAwaited}>
  <div class={{ 'opacity-50': of.isStale }}>{@render children()}</div>
  {#if of.isStale}<span class="tag late absolute top-1 right-1" role="status">of what stood here before</span
    >{/if}
</div>

<style>
  /* Most answers come before one could read it. */
  .late {
    animation: late 0s linear 0.4s both;
  }
  @keyframes late {
    from {
      visibility: hidden;
    }
  }
</style>
