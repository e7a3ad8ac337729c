import type { BlockVersion } from '$lib/api/client';
import { count } from '$lib/text/time';

/** A line of a block, and whether the one to which it is held does not have it. */
export interface MarkedLine {
  text: string;
  isOther: boolean;
}

/** Each line is held to one line of the other text; the second of two alike is another one if there is one only there. */
export function marked(text: string, standard: string): MarkedLine[] {
  const left = new Map<string, number>();
  for (const line of standard.split('\n')) left.set(line, (left.get(line) ?? 0) + 1);
  return text
    .replace(/\n$/, '')
    .split('\n')
    .map((line) => {
      const known = left.get(line) ?? 0;
      left.set(line, known - 1);
      return { text: line, isOther: known <= 0 };
    });
}

/** Lines of the standard that a text has not. */
export const lacking = (text: string, standard: string) =>
  marked(standard, text)
    .filter((line) => line.isOther)
    .map((line) => line.text);

/** The devices of a version, in a few words. */
export function devicesText(version: Pick<BlockVersion, 'devices'>, most = 6): string {
  const { devices } = version;
  const named = devices.slice(0, most).join(', ');
  return devices.length > most ? `${named} and ${devices.length - most} more` : named;
}

/** How a version stands to the one that most have. */
export function versionText(version: BlockVersion, index: number): string {
  const many = count(version.devices.length, 'device');
  if (version.text === undefined) return `${many} without it`;
  return index === 0 ? `${many} alike` : `${many} otherwise`;
}
