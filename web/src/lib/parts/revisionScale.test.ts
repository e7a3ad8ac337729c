import { expect, it } from 'vitest';
import type { Revision } from '$lib/api/client';
import { dotsOf, nearest, ticksOf } from './revisionScale';

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
  incomplete: ''
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
});

it('finds the nearest dot', () => {
  const dots = dotsOf(revisions, NOW);
  expect(nearest(dots, 0.2)?.number).toBe(1);
  expect(nearest(dots, 0.7)?.number).toBe(2);
  expect(nearest([], 0.7)).toBeUndefined();
});
