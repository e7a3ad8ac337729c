import type { DeskNote, Device, DriftRow } from '$lib/api/client';
import { count } from '$lib/text/time';

/** Devices whose configuration needs somebody's answer, as a query of the fleet. */
export const NEEDING = 'matched is no, attention or kept is no';

/** Why a device needs an answer, in one line, and what can be done at once. */
export interface Need {
  device: Device;
  drift: DriftRow | undefined;
  what: string;
  kind: 'drift' | 'unsaved' | 'kept';
}

export function needsOf(devices: readonly Device[], drifts: readonly DriftRow[]): Need[] {
  const byName = new Map(drifts.map((row) => [row.device, row]));
  return devices.map((device) => {
    const drift = byName.get(device.name);
    if (drift?.since) return { device, drift, what: drift.parts.join(' · '), kind: 'drift' };
    if (drift?.savedDiffers)
      return { device, drift, what: 'saved configuration is older than the running one', kind: 'unsaved' };
    return { device, drift, what: device.answers.kept.reason, kind: 'kept' };
  });
}

const DAY = 86_400_000;

/** What the desk looks back to: the last sitting, or a span that somebody chose. */
export function sinceOf(span: string, lastLooked: string | undefined, now: number): string {
  const long = { day: DAY, week: 7 * DAY, month: 31 * DAY }[span];
  if (long !== undefined) return new Date(now - long).toISOString();
  return lastLooked ?? new Date(now - DAY).toISOString();
}

/** Where a note was written, in words. */
export function notePlace(note: DeskNote): string {
  if (note.place === 'MAP') return `on the map${note.site ? ` at ${note.site}` : ''}`;
  if (note.place === 'CASE') return `in case ${note.number}, ${note.site}`;
  if (note.place === 'FINDING') return `on ${note.site} of ${note.device}`;
  const where = `${note.device}, ${note.config} ${note.number}`;
  if (note.place !== 'ACCOUNTED') return `on ${where}`;
  return `accounting for ${note.revisions > 1 ? count(note.revisions, 'change') : where}`;
}

export function notePath(note: DeskNote): string {
  if (note.place === 'MAP') return '/map';
  if (note.place === 'CASE') return `/cases/${note.number}`;
  const device = `/devices/${encodeURIComponent(note.device)}`;
  if (note.place === 'FINDING') return `${device}/standards`;
  if (note.revisions > 1) return `/history?${new URLSearchParams({ span: 'year' })}`;
  return `${device}?kind=${note.config.toUpperCase()}&b=${note.number}`;
}
