import type { Found, PastEdit } from '$lib/api/client';
import { count } from '$lib/text/time';

/** Secrets stand as marks that no other line has; two letters are the least that can be looked for. */
export const isSoughtFor = (text: string) =>
  text.length >= 2 && text.length <= 200 && !text.includes('\u2022') && !text.startsWith('/');

/** How many others have the very line. */
export function othersText(found: Found, device: string): string {
  const names = new Set(found.lines.flatMap((same) => same.places.map((place) => place.device)));
  const others = found.devices - (names.has(device) ? 1 : 0);
  const least = found.isCounted ? '' : 'At least ';
  if (others <= 0) return 'No other device has it.';
  return `${least}${count(others, 'other device')} ${others === 1 ? 'has' : 'have'} it.`;
}

/** What happened to exactly this statement. */
export const pastHere = (edits: readonly PastEdit[], text: string) =>
  edits.filter((edit) => [edit.before, edit.after].some((each) => each.trim() === text.trim()));
