import { describe, expect, it } from 'vitest';
import type { Revision } from '$lib/api/client';
import { countsText, dotsOf, labelsOf, nearest, spread, ticksOf, within } from './revisionScale';

const NOW = Date.parse('2026-11-23T08:00:00Z');
const revision = (number: number, firstCopyAt: string): Revision => ({
  number,
  firstCopyAt,
  lastCopyAt: firstCopyAt,
  origin: number === 1 ? 'FIRST_COPY' : 'NOT_PLANNED',
  lines: 10,
  added: 0,
  modified: 0,
  removed: 0,
  incomplete: '',
  moved: 0,
  parts: [],
  partCount: 0,
  onlyNoise: false,
  marks: []
});
const revisions = [
  revision(1, '2026-09-02T08:00:00Z'),
  revision(2, '2026-10-13T08:00:00Z'),
  revision(3, '2026-11-23T08:00:00Z')
];

it('places revisions in proportion to time', () => {
  expect(dotsOf(revisions, NOW).map((dot) => dot.at)).toEqual([0, 0.5, 1]);
});

it('a single revision stands at the beginning', () => {
  expect(dotsOf([revision(1, '2026-11-23T08:00:00Z')], NOW)[0]?.at).toBe(0);
});

it('marks months, and days where the line is short', () => {
  expect(ticksOf(revisions, NOW).map((tick) => tick.label)).toEqual(['1 Oct', '1 Nov']);
  expect(ticksOf([revision(1, '2026-11-20T08:00:00Z')], NOW).map((tick) => tick.label)).toContain('22 Nov');
  expect(ticksOf([], NOW)).toEqual([]);
  const years = ticksOf([revision(1, '2024-03-03T08:00:00Z')], NOW).map((tick) => tick.label);
  expect(new Set(years).size).toBe(years.length);
  expect(years[0]).toBe('Apr 2024');
});

it('finds the nearest dot', () => {
  const dots = dotsOf(revisions, NOW);
  expect(nearest(dots, 0.2)?.number).toBe(1);
  expect(nearest(dots, 0.7)?.number).toBe(2);
  expect(nearest([], 0.7)).toBeUndefined();
});

describe('labels', () => {
  const labelled = (number: number, day: string, text: string): Revision => ({
    ...revision(number, day),
    marks: [{ id: number, kind: 'LABEL', text, madeBy: 'r.anand', madeAt: day }]
  });

  it('hang under their dots and never lie on each other', () => {
    const dots = dotsOf(
      [
        labelled(1, '2026-10-01T08:00:00Z', 'at the very beginning'),
        labelled(2, '2026-11-20T08:00:00Z', 'before the kiosks'),
        labelled(3, '2026-11-20T09:00:00Z', 'after the kiosks')
      ],
      NOW
    );
    const labels = labelsOf(dots, 800);
    expect(labels.map((label) => label.number)).toEqual([3, 1]);
    expect(labels[1]?.anchor).toBe('start');
  });
});

describe('rings', () => {
  /** Places with clusters, the same every time. */
  const crowd = (size: number) =>
    Array.from({ length: size }, (_, i) => ({ at: Math.sin(i * i) ** 4 }))
      .map(({ at }, i) => ({ at: i % 3 === 0 ? at : Math.round(at * 5) / 5 }))
      .sort((one, other) => one.at - other.at);

  it.each([0, 1, 2, 7, 30, 60, 200])('%d of them never lie on each other', (size) => {
    const least = 0.018;
    const places = spread(crowd(size), least).map(({ at }) => at);
    const gap = Math.min(least, 1 / Math.max(1, size - 1));
    places.forEach((at, i) => {
      expect(at).toBeGreaterThanOrEqual(-1e-9);
      expect(at).toBeLessThanOrEqual(1 + 1e-9);
      if (i > 0) expect(at - (places[i - 1] ?? 0)).toBeGreaterThanOrEqual(gap - 1e-9);
    });
  });

  it('that are apart stay where they are', () => {
    const apart = [0, 0.2, 0.5, 0.98].map((at) => ({ at }));
    expect(spread(apart, 0.02)).toEqual(apart);
  });

  it('of a span are those of then, and the newest', () => {
    const numbers = (name: string) => within(revisions, name, NOW).shown.map((each) => each.number);
    expect(numbers('')).toEqual([1, 2, 3]);
    expect(numbers('month')).toEqual([3]);
    expect(numbers('no such span')).toEqual([1, 2, 3]);
    expect(within(revisions.slice(0, 2), 'day', NOW)).toMatchObject({ shown: [{ number: 2 }], earlier: 1 });
  });

  it('tell how many lines they brought', () => {
    const brought = { ...revision(2, ''), added: 3, removed: 2 };
    expect(countsText(brought)).toBe('+3 −2');
  });
});
