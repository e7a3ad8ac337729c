import type { Revision } from '$lib/api/client';
import { originText } from '$lib/text/configKind';

export interface Dot {
  number: number;
  /** Along the line, from 0 to 1. */
  at: number;
  planned: boolean;
  /** In words. */
  origin: string;
  first: boolean;
  /** Whether it differs from the one before in nothing that counts. */
  onlyNoise: boolean;
  labels: string[];
  /** How many notes were written to it. */
  notes: number;
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

/** Where the revisions stand on a line from the first copy to now. */
export function dotsOf(revisions: readonly Revision[], now: number): Dot[] {
  const scale = scaleOf(revisions, now);
  return revisions.map((revision) => ({
    number: revision.number,
    at: scale(Date.parse(revision.firstCopyAt)),
    planned: revision.origin === 'PLANNED',
    origin: originText(revision),
    first: revision.origin === 'FIRST_COPY',
    onlyNoise: revision.onlyNoise,
    labels: revision.marks.filter((mark) => mark.kind === 'LABEL').map((mark) => mark.text),
    notes: revision.marks.filter((mark) => mark.kind === 'NOTE').length
  }));
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
export function ticksOf(revisions: readonly Revision[], now: number): Tick[] {
  const first = revisions[0];
  if (!first) return [];
  const start = Date.parse(first.firstCopyAt);
  const scale = scaleOf(revisions, now);
  const byDay = now - start < 21 * 86_400_000;
  const ticks: Tick[] = [];
  const date = new Date(start);
  date.setHours(0, 0, 0, 0);
  if (!byDay) date.setDate(1);
  while (date.getTime() <= now) {
    const label = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' }).format(date);
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

function scaleOf(revisions: readonly Revision[], now: number): (time: number) => number {
  const start = Date.parse(revisions[0]?.firstCopyAt ?? '') || now;
  const span = Math.max(1, now - start);
  return (time) => Math.min(1, Math.max(0, (time - start) / span));
}
