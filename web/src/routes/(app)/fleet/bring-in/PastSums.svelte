<script lang="ts">
  import type { PastPreview } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import { KINDS } from '$lib/text/configKind';
  import { count } from '$lib/text/time';

  interface Props {
    preview: PastPreview;
    isStale: boolean;
  }

  let { preview, isStale }: Props = $props();
  const MOST = 12;
  const shown = $derived(preview.devices.slice(0, MOST));
</script>

<!-- What each device would get. -->
<div class={['border-base-300 mt-4 border-t pt-3', isStale && 'opacity-50']}>
  <p class="font-semibold">
    {count(preview.revisions, 'revision')} from {count(preview.allFiles, 'file')}
  </p>
  <ul class="mt-1">
    {#each shown as sum (sum.device + sum.kind)}
      <li class="py-0.5">
        <a class="underline" href="/devices/{encodeURIComponent(sum.device)}">{sum.device}</a>
        {KINDS[sum.kind]}: {sum.revisions}
        <span class="text-quiet block">
          {#if sum.from === sum.until}<When at={sum.from} />{:else}<When at={sum.from} /> to <When
              at={sum.until}
            />{/if}
        </span>
      </li>
    {/each}
  </ul>
  {#if preview.devices.length > MOST}
    <p class="text-quiet">and {preview.devices.length - MOST} more</p>
  {/if}
  {#if preview.goingSoon > 0}
    <p class="text-warning mt-2">
      {count(preview.goingSoon, 'revision')}
      {preview.goingSoon === 1 ? 'is' : 'are'} older than what is kept, and would go again tonight.
      <a class="underline" href="/settings">Keeping…</a>
    </p>
  {/if}
</div>
