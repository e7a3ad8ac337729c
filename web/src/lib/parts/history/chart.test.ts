import { expect, it } from 'vitest';
import type { HistorySummary } from '$lib/api/client';
import { barsOf, ticksOf } from './chart';

const summary: HistorySummary = {
  span: { since: '2026-11-29T08:00:00Z', until: '2026-11-30T07:30:00Z' },
  matching: 3,
  devices: 2,
  planned: 1,
  notPlanned: 2,
  open: 2,
  allDevices: 2,
  lookedAt: 2,
  notLookedAt: [],
  barSeconds: 3600,
  bars: [
    { at: '2026-11-29T08:00:00Z', planned: 1, notPlanned: 0 },
    { at: '2026-11-30T07:00:00Z', planned: 0, notPlanned: 2 }
  ]
};

it('stands within the span, and ends with it', () => {
  const [first, last] = barsOf(summary);
  expect(first).toMatchObject({ at: 0, planned: 1, until: '2026-11-29T09:00:00.000Z' });
  expect(last?.until).toBe('2026-11-30T07:30:00.000Z');
  expect((last?.at ?? 0) + (last?.wide ?? 0)).toBeCloseTo(1);
});

it('says when it begins and ends', () => {
  expect(ticksOf(summary, 3).map(({ moment }) => moment)).toEqual([
    '2026-11-29T08:00:00.000Z',
    '2026-11-29T19:45:00.000Z',
    '2026-11-30T07:30:00.000Z'
  ]);
});
