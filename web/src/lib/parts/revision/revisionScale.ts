import type { Revision } from '$lib/api/client';
import { whoText } from '$lib/parts/history/whoText';
import { originText } from '$lib/text/configKind';

export interface Dot {
  number: number;
  /** Along the line, from 0 to 1. */
  at: number;
  planned: boolean;
  /** In words. */
  origin: string;
  /** Who may have brought it, in one line; empty if nothing can be said. */
  who: string;
  first: boolean;
  /** Whether it differs from the one before in nothing that counts. */
  onlyNoise: boolean;
  labels: string[];
  /** How many notes were written to it. */
  notes: number;
  /** Lines that differ from the revision before, of all kinds. */
  lines: number;
  /** The same by kind: "+3 ~1 −2"; empty for the first copy. */
  counts: string;
}

const DAY = 86_400_000;

/** How much of the past the line shows; in milliseconds, none for all of it. */
export const SPANS = [
  { name: '', word: 'all' },
  { name: 'month', word: 'month', long: 31 * DAY },
  { name: 'week', word: 'week', long: 7 * DAY },
  { name: 'day', word: 'day', long: DAY }
];

/** The revisions of a span, when it begins, and how many stand before it; the newest is always shown. */
export function within(revisions: readonly Revision[], name: string, now: number) {
  const long = SPANS.find((span) => span.name === name)?.long;
  const from = long === undefined ? -Infinity : now - long;
  const shown = revisions.filter(
    (each, i) => Date.parse(each.firstCopyAt) >= from || i === revisions.length - 1
  );
  const since = long === undefined ? Date.parse(shown[0]?.firstCopyAt ?? '') || now : now - long;
  return { shown, since, earlier: revisions.length - shown.length };
}

/**
 * Moves what would lie on each other apart, to `least` if there is so much room: in their order, and no farther than
 * need be. Takes two passes; places are from 0 to 1.
 */
export function spread<T extends { at: number }>(dots: readonly T[], least: number): T[] {
  const gap = dots.length > 1 ? Math.min(least, 1 / (dots.length - 1)) : 0;
  const places: number[] = [];
  for (const dot of dots) places.push(Math.max(dot.at, (places.at(-1) ?? -gap) + gap));
  for (let i = places.length - 1, most = 1; i >= 0; i--, most -= gap) {
    places[i] = Math.min(places[i] ?? 0, most);
    most = places[i] ?? 0;
  }
  return dots.map((dot, i) => ({ ...dot, at: places[i] ?? dot.at }));
}

/** Labels of one revision as they hang under the line. */
export interface Label {
  number: number;
  at: number;
  text: string;
  anchor: 'start' | 'middle' | 'end';
}

export interface Tick {
  at: number;
  label: string;
}

/** Where the revisions stand on a line from a moment, or else the first copy, to now. */
export function dotsOf(revisions: readonly Revision[], now: number, since = firstOf(revisions, now)): Dot[] {
  const scale = scaleOf(since, now);
  return revisions.map((revision) => ({
    number: revision.number,
    at: scale(Date.parse(revision.firstCopyAt)),
    planned: revision.origin === 'PLANNED',
    origin: originText(revision),
    who: whoText(revision.who),
    first: revision.origin === 'FIRST_COPY',
    onlyNoise: revision.onlyNoise,
    labels: revision.marks.filter((mark) => mark.kind === 'LABEL').map((mark) => mark.text),
    notes: revision.marks.filter((mark) => mark.kind === 'NOTE').length,
    lines: revision.added + revision.modified + revision.removed + revision.moved,
    counts: countsText(revision)
  }));
}

/** How a revision differs from the one before: "+3 ~1 −2"; empty if it is the first or does not. */
export function countsText(revision: Pick<Revision, 'added' | 'modified' | 'removed' | 'moved'>): string {
  const kinds = [
    ['+', revision.added],
    ['~', revision.modified],
    ['−', revision.removed],
    ['»', revision.moved]
  ] as const;
  return kinds
    .filter(([, lines]) => lines > 0)
    .map(([sign, lines]) => sign + lines)
    .join(' ');
}

/** A character of a label is about this wide, in pixels. */
const LETTER = 6.3;

/** Labels that do not lie on each other, the newest first to get its place; the others are told by their dots. */
export function labelsOf(dots: readonly Dot[], width: number): Label[] {
  const placed: (Label & { from: number; to: number })[] = [];
  for (const dot of dots.filter((each) => each.labels.length > 0).toReversed()) {
    const text = dot.labels.join(', ');
    const [middle, half] = [dot.at * width, (text.length * LETTER) / 2];
    const anchor = middle < half ? 'start' : middle > width - half ? 'end' : 'middle';
    const from = anchor === 'start' ? middle : anchor === 'end' ? middle - 2 * half : middle - half;
    const to = from + 2 * half;
    if (placed.some((other) => from < other.to + 8 && to > other.from - 8)) continue;
    placed.push({ number: dot.number, at: dot.at, text, anchor, from, to });
  }
  return placed.map(({ number, at, text, anchor }) => ({ number, at, text, anchor }));
}

/** The beginnings of months, or of days where the line is short; at most eight. */
export function ticksOf(
  revisions: readonly Revision[],
  now: number,
  start = firstOf(revisions, now)
): Tick[] {
  if (revisions.length === 0) return [];
  const scale = scaleOf(start, now);
  const byDay = now - start < 21 * DAY;
  const ticks: Tick[] = [];
  const date = new Date(start);
  date.setHours(0, 0, 0, 0);
  if (!byDay) date.setDate(1);
  // Within a year a month says enough; two first of Marches would not.
  const words = new Intl.DateTimeFormat(
    'en-GB',
    now - start < 330 * DAY ? { day: 'numeric', month: 'short' } : { month: 'short', year: 'numeric' }
  );
  while (date.getTime() <= now) {
    const label = words.format(date);
    if (date.getTime() >= start) ticks.push({ at: scale(date.getTime()), label });
    if (byDay) date.setDate(date.getDate() + 1);
    else date.setMonth(date.getMonth() + 1);
  }
  const step = Math.ceil(ticks.length / 8);
  return ticks.filter((_, i) => i % step === 0);
}

/** The dot nearest to a place on the line. */
export function nearest(dots: readonly Dot[], at: number): Dot | undefined {
  return dots.reduce<Dot | undefined>(
    (best, dot) => (best && Math.abs(best.at - at) <= Math.abs(dot.at - at) ? best : dot),
    undefined
  );
}

const firstOf = (revisions: readonly Revision[], now: number) =>
  Date.parse(revisions[0]?.firstCopyAt ?? '') || now;

function scaleOf(start: number, now: number): (time: number) => number {
  const span = Math.max(1, now - start);
  return (time) => Math.min(1, Math.max(0, (time - start) / span));
}
