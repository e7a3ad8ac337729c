import { describe, expect, it } from 'vitest';
import { age, count, moment } from './time';

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
    ['2026-11-22T22:14:00Z', 'Sun 22:14'],
    ['2026-11-12T10:00:00Z', '12 Nov'],
    ['2025-11-12T10:00:00Z', '12 Nov 2025']
  ])('%s is %s', (then, said) => expect(moment(Date.parse(then), NOW, 'UTC')).toBe(said));
});

it('counts as one speaks', () => {
  expect(count(1, 'device')).toBe('1 device');
  expect(count(12_000, 'device')).toBe('12,000 devices');
});
