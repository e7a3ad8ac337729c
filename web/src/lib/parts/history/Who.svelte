<script lang="ts">
  import type { Origin } from '$lib/api/client';
  import { saidExact } from '$lib/state/times.svelte';
  import { whoReasons, whoText } from './whoText';

  interface Props {
    who: Origin | undefined;
  }

  let { who }: Props = $props();
  const title = $derived(
    who
      ? [
          ...whoReasons(who),
          `Altered after ${saidExact(who.sameUntil)}, seen ${saidExact(who.seenAt)}.`
        ].join('\n')
      : ''
  );
</script>

{#if who}<span {title} class={{ 'text-quiet': who.sureness === 'NONE' }}>{whoText(who)}</span>{/if}
