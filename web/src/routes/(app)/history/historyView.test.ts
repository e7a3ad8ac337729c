import { describe, expect, it } from 'vitest';
import type { HistoryRow } from '$lib/api/client';
import { grouped, keyOf, pathOf, requestOf, viewOf, wantsAccount, whatText, wider } from './historyView';

const NOW = Date.parse('2026-11-30T08:00:00Z');
const row = (part: Partial<HistoryRow>): HistoryRow => ({
  kind: 'RUNNING',
  origin: 'NOT_PLANNED',
  id: 1,
  device: 'brkw-core-1',
  site: 'Brackwater',
  number: 3,
  previous: 2,
  at: '2026-11-29T22:14:00Z',
  added: 6,
  modified: 1,
  removed: 0,
  moved: 0,
  parts: ['vlan 340', 'port 1/0/24'],
  partCount: 2,
  deed: 'ab',
  event: '',
  object: '',
  before: '',
  after: '',
  ...part
});
const params = (text: string) => viewOf(new URLSearchParams(text));

describe('what the address says', () => {
  it('is a day of what does not move all the time, unless it says more', () => {
    expect(params('')).toMatchObject({ span: 'day', which: '', page: 0 });
    expect(params('').kinds).not.toContain('ROUTES');
    expect(params('span=fortnight&which=x&page=-3&kinds=NONSENSE')).toMatchObject(params(''));
  });

  it('becomes the request', () => {
    expect(requestOf(params('span=week&which=open'), NOW)).toMatchObject({
      since: '2026-11-23T08:00:00.000Z',
      until: undefined,
      open: true,
      planned: undefined
    });
    expect(requestOf(params('since=2026-11-01T00:00Z&until=nonsense&which=elsewhere'), NOW)).toMatchObject({
      since: '2026-11-01T00:00:00.000Z',
      until: undefined,
      planned: false
    });
  });

  it('widens until there is nothing wider', () => {
    expect(wider('day')).toBe('week');
    expect(wider('year')).toBeUndefined();
    expect(wider('')).toBe('day');
  });
});

describe('rows in groups', () => {
  const rows = [
    row({ id: 1, device: 'a', deed: 'x' }),
    row({ id: 2, device: 'b', deed: 'y' }),
    row({ id: 3, device: 'c', deed: 'x', at: '2026-11-28T10:00:00Z' }),
    row({ id: 4, device: 'a', deed: '', event: 'RELEASE', kind: 'RELEASE', parts: [] })
  ];
  const hour = (at: string) => at.slice(0, 13);

  it.each(['', 'device', 'hour', 'person', 'edit'])('lose and double none by %j', (by) => {
    const all = grouped(rows, by, hour).flatMap((group) => group.rows);
    expect(all).toHaveLength(rows.length);
    expect(new Set(all.map(keyOf)).size).toBe(rows.length);
  });

  it('show the same edit on several devices as one', () => {
    expect(grouped(rows, 'edit', hour).map((group) => group.rows.length)).toEqual([2, 1, 1]);
    expect(grouped(rows, 'device', hour).map((group) => group.label)).toEqual(['a', 'b', 'c']);
    expect(grouped(rows, 'person', hour).map((group) => group.label)).toEqual(['not known who']);
  });
});

describe('a row', () => {
  it('says what became different', () => {
    expect(whatText(row({ partCount: 5 }))).toBe('vlan 340 · port 1/0/24 · 3 more');
    expect(whatText(row({ event: 'RELEASE', before: '7.4.2', after: '7.5.1' }))).toBe(
      'release: 7.4.2 → 7.5.1'
    );
    expect(whatText(row({ event: 'RESTARTED', before: 'x', after: 'y' }))).toBe('restarted');
    expect(whatText(row({ kind: 'ROUTES', parts: [], partCount: 0 }))).toBe('routes');
  });

  it('leads to where all of it is shown', () => {
    expect(pathOf(row({}))).toBe('/devices/brkw-core-1?kind=RUNNING&a=2&b=3');
    expect(pathOf(row({ event: 'RELEASE' }))).toBe('/devices/brkw-core-1/events');
    expect(pathOf(row({ kind: 'ARP' }))).toBe('/devices/brkw-core-1/tables?table=ARP');
  });

  it('is to be accounted for if it was altered elsewhere', () => {
    expect(wantsAccount(row({}))).toBe(true);
    expect(wantsAccount(row({ origin: 'PLANNED', change: 12 }))).toBe(false);
    expect(wantsAccount(row({ origin: 'BROUGHT_IN' }))).toBe(false);
    expect(wantsAccount(row({ kind: 'SAVED' }))).toBe(false);
  });
});
