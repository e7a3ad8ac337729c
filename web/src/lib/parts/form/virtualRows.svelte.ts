import { createVirtualizer } from '@tanstack/svelte-virtual';
import { untrack } from 'svelte';
import { fromStore, get } from 'svelte/store';

interface Wanted {
  /** The element that scrolls, once it is there. */
  box: () => HTMLDivElement | undefined;
  count: () => number;
  /** Height of a row in pixels; asked anew whenever the count, or what it reads, has changed. */
  size: number | ((index: number) => number);
  /** The row to bring into view. */
  at: () => number | undefined;
  align?: 'start' | 'center' | 'auto';
  /** Rows beyond those in sight that are drawn too. */
  overscan?: number;
  /** Rows that came into sight, the last one exclusive. */
  onview?: (from: number, to: number) => void;
}

/** Rows of which only those in sight are drawn; called while a component is set up. */
export function virtualRows({ box, count, size, at, align = 'center', overscan = 30, onview }: Wanted) {
  const estimateSize = typeof size === 'number' ? () => size : size;
  const rows = createVirtualizer<HTMLDivElement, HTMLDivElement>({
    count: 0,
    getScrollElement: () => box() ?? null,
    estimateSize,
    overscan
  });

  $effect(() => {
    const now = count();
    if (!box()) return;
    untrack(() => {
      get(rows).setOptions({ count: now, getScrollElement: () => box() ?? null, estimateSize });
      if (typeof size !== 'number') get(rows).measure();
    });
  });

  $effect(() => {
    const index = at();
    if (index !== undefined && box()) untrack(() => get(rows).scrollToIndex(index, { align }));
  });

  if (onview) {
    const inSight = fromStore(rows);
    $effect(() => {
      const items = inSight.current.getVirtualItems();
      const [first, last] = [items[0]?.index, items.at(-1)?.index];
      if (first !== undefined && last !== undefined) untrack(() => onview(first, last + 1));
    });
  }

  return rows;
}
