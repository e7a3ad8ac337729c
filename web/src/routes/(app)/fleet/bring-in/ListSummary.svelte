<script lang="ts">
  import type { ListPreview } from '$lib/api/client';

  interface Props {
    preview: ListPreview | undefined;
    isStale: boolean;
    /** What is said of lines that say something else than the fleet, or may not be called. */
    conflicting?: string;
  }

  let { preview, isStale, conflicting = 'to be looked at' }: Props = $props();
</script>

<!-- Before anything is called: how many addresses, and with which passwords. -->
{#if preview}
  <dl
    class={[
      'mt-4 grid grid-cols-[1fr_auto] gap-x-3 gap-y-1 border-base-300 border-t pt-3',
      isStale && 'opacity-50'
    ]}
    aria-label="What the list does"
  >
    <dt>addresses in the list</dt>
    <dd class="text-right tabular-nums">{preview.addresses}</dd>
    <dt>in the fleet already</dt>
    <dd class="text-right tabular-nums">{preview.known}</dd>
    <dt class={preview.conflicting > 0 ? 'text-warning font-semibold' : ''}>{conflicting}</dt>
    <dd class={['text-right tabular-nums', preview.conflicting > 0 && 'text-warning font-semibold']}>
      {preview.conflicting}
    </dd>
    <dt class="font-semibold">called and logged in to</dt>
    <dd class="text-right font-semibold tabular-nums">{preview.calls}</dd>
    {#each preview.sets as use (use.set)}
      <dt class="pl-3">with {use.set}</dt>
      <dd class="text-right tabular-nums">{use.addresses}</dd>
    {/each}
  </dl>
{/if}
