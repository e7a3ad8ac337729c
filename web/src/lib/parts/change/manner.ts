import type { Change } from '$lib/api/client';
import { count } from '$lib/text/time';

export type Manner = Pick<Change, 'allOrNone' | 'atOnce' | 'stopAfter' | 'order'>;

/** How a run goes over its devices, in words. */
export function mannerText({ allOrNone, atOnce, stopAfter }: Manner): string {
  const pace = atOnce === 0 ? '' : atOnce === 1 ? ', one after the other' : `, at most ${atOnce} at once`;
  if (allOrNone) return `all or none${pace}`;
  const stop = stopAfter === 1 ? 'the first failure' : count(stopAfter, 'failure');
  return `device by device${pace}, stops after ${stop}`;
}

/** All devices in the order that somebody chose; those that were not placed come last, by name. */
export function inOrder(devices: readonly string[], order: readonly string[]): string[] {
  const placed = order.filter((name) => devices.includes(name));
  return [...placed, ...devices.filter((name) => !placed.includes(name)).toSorted()];
}

/** The list with one of its members at another place; as it is if that is none. */
export function movedTo<T>(list: readonly T[], from: number, to: number): T[] {
  const item = list[from];
  if (item === undefined || to < 0 || to >= list.length) return [...list];
  const others = list.toSpliced(from, 1);
  return others.toSpliced(to, 0, item);
}
