import type { Binding } from './keys.svelte';

/** Rows that one of the keys for pages goes on. */
const A_PAGE = 15;

/**
 * The keys by which every list is gone through.
 *
 * @param thing what a row is, in a word
 * @param move moves the cursor by so many rows, as far as there are any; it may be all the way
 */
export function listKeys(thing: string, move: (by: number) => void): Binding[] {
  return [
    { key: 'j', also: ['ArrowDown'], says: `next ${thing}`, run: () => move(1) },
    { key: 'k', also: ['ArrowUp'], says: `${thing} before`, run: () => move(-1) },
    { key: 'PageDown', says: 'a page on', run: () => move(A_PAGE) },
    { key: 'PageUp', says: 'a page back', run: () => move(-A_PAGE) },
    { key: 'Home', says: `first ${thing}`, run: () => move(-Infinity) },
    { key: 'End', says: `last ${thing}`, run: () => move(Infinity) }
  ];
}

/** The row that lies so many rows from this one, within a list of so many. */
export function rowAt(index: number, by: number, length: number): number {
  return Math.max(0, Math.min(length - 1, Math.max(0, index) + by));
}
