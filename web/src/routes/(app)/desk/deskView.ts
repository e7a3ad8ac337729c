import type { Answer, DeskNote, Device, DriftRow, SiteAnswers } from '$lib/api/client';
import { count } from '$lib/text/time';

/** Devices whose configuration needs somebody's answer, as a query of the fleet. */
export const NEEDING = 'matched is no, attention or kept is no';

export const QUESTIONS = ['KEPT', 'MATCHED', 'SOUND', 'CURRENT'] as const;
type Question = (typeof QUESTIONS)[number];
type Kind = Answer['kind'];

export interface DeskCell {
  /** How many need attention or say no; a question mark where nothing is known of any. */
  text: string;
  tone: 'no' | 'attention' | 'unknown' | 'none';
  /** The list that holds exactly these; none if there are none. */
  path: string | undefined;
}

/** What a site has to say to a question, in one cell. */
export function cellOf(row: SiteAnswers, question: Question): DeskCell {
  const counts = (row.answers as Partial<Record<Question, Partial<Record<Kind, number>>>>)[question] ?? {};
  const [no, attention] = [counts.NO ?? 0, counts.ATTENTION ?? 0];
  if (no + attention > 0)
    return {
      text: String(no + attention),
      tone: no > 0 ? 'no' : 'attention',
      path: listOf(row.site, `${question.toLowerCase()} is no, attention`)
    };
  const isUnknown = (counts.YES ?? 0) === 0 && (counts.NOT_KNOWN ?? 0) > 0;
  return isUnknown
    ? { text: '?', tone: 'unknown', path: listOf(row.site, `${question.toLowerCase()} is unknown`) }
    : { text: '·', tone: 'none', path: undefined };
}

const listOf = (site: string, query: string) => `/fleet?${new URLSearchParams({ site, query })}`;

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
  const where = `${note.device}, ${note.config} ${note.number}`;
  if (note.place !== 'ACCOUNTED') return `on ${where}`;
  return `accounting for ${note.revisions > 1 ? count(note.revisions, 'change') : where}`;
}

export const notePath = (note: DeskNote): string =>
  note.place === 'MAP'
    ? '/map'
    : note.revisions > 1
      ? `/history?${new URLSearchParams({ span: 'year' })}`
      : `/devices/${encodeURIComponent(note.device)}?kind=${note.config.toUpperCase()}&b=${note.number}`;
