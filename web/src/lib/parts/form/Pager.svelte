<script lang="ts">
  import { address } from '$lib/state/address.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    /** From 0. */
    page: number;
    /** Rows on a page. */
    size: number;
    matching: number;
    one: string;
    many?: string;
    /** What leads to the page before and the one after; most lists have the newest first. */
    before?: string;
    after?: string;
  }

  let { page, size, matching, one, many = `${one}s`, before = 'Newer', after = 'Older' }: Props = $props();
  const go = (to: number) => address.change({ page: to > 0 ? String(to) : '' });
</script>

<div class="mt-3 flex items-center gap-3">
  <span class="text-quiet">
    {#if matching > size}{page * size + 1} to {Math.min(matching, (page + 1) * size)} of
    {/if}{count(matching, one, many)}
  </span>
  {#if page > 0}<button class="btn" onclick={() => go(page - 1)}>{before}</button>{/if}
  {#if (page + 1) * size < matching}<button class="btn" onclick={() => go(page + 1)}>{after}</button>{/if}
</div>
