import type { Found, NotSearched } from '$lib/api/client';
import { count } from '$lib/text/time';

const WHY: Record<string, string> = {
  NO_COPY: 'not copied yet',
  PART: 'copied in part only',
  OLD: 'not looked at for more than a day'
};

/** Of which devices it is not known what they run, in one sentence; empty if of none. */
export function notSearchedText(all: readonly NotSearched[]): string {
  return all.map(({ why, devices }) => `${count(devices, 'device')} ${WHY[why] ?? why}`).join(', ');
}

/**
 * How much was found, in one line.
 *
 * @param page from 0, of so many devices
 */
export function foundText(found: Found, page: number, size: number): string {
  const lines = found.lines.reduce((sum, same) => sum + same.places.length, 0);
  if (found.devices === 0) return 'No device has it.';
  const least = found.isCounted ? '' : 'at least ';
  if (found.devices <= size && page === 0)
    return `${found.lack ? 'At least ' : ''}${count(lines, 'line')} on ${count(found.devices, 'device')}`;
  const last = Math.min(found.devices, (page + 1) * size);
  return `${count(lines, 'line')} on devices ${page * size + 1} to ${last} of ${least}${found.devices}`;
}

/** All devices of what was found, as a query of the fleet; none if there are too many to name. */
export function fleetQuery(found: Found): string | undefined {
  const names = [...new Set(found.lines.flatMap((same) => same.places.map((place) => place.device)))];
  return names.length > 0 && names.length <= 60 && names.length === found.devices
    ? `name is ${names.join(', ')}`
    : undefined;
}

/** The two devices, if it is exactly two. */
export function pairOf(devices: readonly string[]): [string, string] | undefined {
  const [one, other] = [...new Set(devices)];
  return one && other && new Set(devices).size === 2 ? [one, other] : undefined;
}
