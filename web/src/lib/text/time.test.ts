import { describe, expect, it } from 'vitest';
import { age, count, iso, moment, span } from './time';

const NOW = Date.parse('2026-11-23T07:58:00Z');

describe('age', () => {
  it.each([
    ['2026-11-23T07:57:30Z', 'just now'],
    ['2026-11-23T07:46:00Z', '12 min'],
    ['2026-11-21T04:58:00Z', '51 h'],
    ['2026-11-14T07:58:00Z', '9 days'],
    ['2026-11-23T09:00:00Z', 'just now']
  ])('%s is %s', (then, said) => expect(age(Date.parse(then), NOW)).toBe(said));
});

describe('moment', () => {
  it.each([
    ['2026-11-22T22:14:00Z', '22 Nov 22:14'],
    ['2026-11-29T02:22:00Z', '29 Nov 02:22'],
    ['2025-11-12T10:00:00Z', '12 Nov 2025 10:00']
  ])('%s is %s', (then, said) => expect(moment(Date.parse(then), NOW, 'UTC')).toBe(said));

  it('has the year of the zone in which it is told', () => {
    const [then, now] = [Date.parse('2025-12-31T23:30:00Z'), Date.parse('2026-01-05T00:00:00Z')];
    expect(moment(then, now, 'UTC')).toBe('31 Dec 2025 23:30');
    expect(moment(then, now, 'Europe/Oslo')).toBe('1 Jan 00:30');
  });
});

describe('iso', () => {
  it.each([
    ['2026-11-29T02:22:05Z', 'UTC', '2026-11-29 02:22:05Z'],
    ['2026-11-29T02:22:05Z', 'Europe/Oslo', '2026-11-29 03:22:05+01:00'],
    ['2026-06-29T23:00:00Z', 'Europe/Oslo', '2026-06-30 01:00:00+02:00'],
    ['2026-11-29T02:22:05Z', 'America/St_Johns', '2026-11-28 22:52:05-03:30']
  ])('%s in %s is %s, and means the same instant', (then, zone, said) => {
    expect(iso(Date.parse(then), zone)).toBe(said);
    expect(Date.parse(said.replace(' ', 'T'))).toBe(Date.parse(then));
  });
});

it('counts as one speaks', () => {
  expect(count(1, 'device')).toBe('1 device');
  expect(count(12_000, 'device')).toBe('12,000 devices');
});

it.each([
  [0, '1 s'],
  [4200, '4 s'],
  [59_000, '59 s'],
  [12 * 60_000 + 5, '12 min'],
  [3 * 3_600_000 + 5 * 60_000, '3 h 05 min']
])('%i ms took %s', (long, said) => expect(span(long)).toBe(said));
