import { createVirtualizer } from '@tanstack/svelte-virtual';
import { untrack } from 'svelte';
import { get } from 'svelte/store';

interface Wanted {
  /** The element that scrolls, once it is there. */
  box: () => HTMLDivElement | undefined;
  count: () => number;
  /** Height of a row in pixels. */
  size: number;
  /** The row to bring into view. */
  at: () => number | undefined;
  align?: 'start' | 'center';
}

/** Rows of one height of which only those in view are drawn; called while a component is set up. */
export function virtualRows({ box, count, size, at, align = 'center' }: Wanted) {
  const rows = createVirtualizer<HTMLDivElement, HTMLDivElement>({
    count: 0,
    getScrollElement: () => box() ?? null,
    estimateSize: () => size,
    overscan: 30
  });

  $effect(() => {
    const now = count();
    if (box()) untrack(() => get(rows).setOptions({ count: now, getScrollElement: () => box() ?? null }));
  });

  $effect(() => {
    const index = at();
    if (index !== undefined && box()) untrack(() => get(rows).scrollToIndex(index, { align }));
  });

  return rows;
}
