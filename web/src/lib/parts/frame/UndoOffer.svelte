<script lang="ts">
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { regret } from '$lib/state/regret.svelte';
</script>

<!-- It stands there all the time, so that what comes into it is read out. -->
<div class="offer fixed left-[192px] z-30" role="status">
  {#if regret.offer}
    <!-- svelte-ignore a11y_no_static_element_interactions -->
    <div
      class="bg-neutral text-neutral-content rounded-box flex max-w-[min(46rem,calc(100vw-212px))] items-center gap-2 py-1.5 pr-1.5 pl-4"
      onpointerenter={regret.hold}
      onpointerleave={regret.wait}
      onfocusin={regret.hold}
      onfocusout={regret.wait}
    >
      <span class="line-clamp-2">{regret.offer.text}</span>
      {#if regret.offer.back}
        <button class="btn on-dark" onclick={regret.undo}>Undo <kbd>u</kbd></button>
      {/if}
      {#if regret.offer.isListed}
        <a class="btn on-dark" href="/removed" onclick={regret.close}>Lately removed</a>
      {/if}
      <button class="btn on-dark" onclick={regret.close} aria-label="Close">×</button>
    </div>
    <ProblemNote problem={regret.problem} class="mt-1" />
  {/if}
</div>

<style>
  .offer {
    bottom: calc(var(--tray, 0px) + var(--chosen-bar, 0px) + 0.75rem);
  }
</style>
