import { expect, it } from 'vitest';
import type { Job, JobLine } from '$lib/api/client';
import { deviceOf, endedOf, importCounts, rateOf, shownKey, stateOf } from './jobText';

const job = (states: Record<string, number>, endedAt?: string) => ({ states, endedAt }) as unknown as Job;

it.each([
  [job({ WAITING: 5, IN_HAND: 2, DONE: 3, FAILED: 0, STOPPED: 0 }), '3 of 10'],
  [job({ WAITING: 5, IN_HAND: 2, DONE: 2, FAILED: 1, STOPPED: 0 }), '3 of 10, 1 failed'],
  [job({ DONE: 1 }, '2026-11-23T08:00:00Z'), 'all 1 line done'],
  [job({ DONE: 8, FAILED: 1, STOPPED: 3 }, '2026-11-23T08:00:00Z'), '1 failed, 3 stopped']
])('says where a job stands', (given, said) => expect(stateOf(given)).toBe(said));

it('counts what has ended', () =>
  expect(endedOf(job({ WAITING: 5, IN_HAND: 2, DONE: 2, FAILED: 1 }))).toBe(3));

it('finds the key that was shown', () => {
  const line = { outcome: 'HOST_KEY_CHANGED', seen: 'pinned is SHA256:aa, shown was SHA256:bb' } as JobLine;
  expect(shownKey(line)).toBe('SHA256:bb');
  expect(shownKey({ ...line, outcome: 'NO_ANSWER' })).toBeUndefined();
});

it('finds the device that a line brought', () => {
  expect(deviceOf({ outcome: 'ADDED', found: 'esth-core-1' } as JobLine)).toBe('esth-core-1');
  expect(deviceOf({ outcome: 'ALREADY_KNOWN', found: 'a-1' } as JobLine)).toBe('a-1');
  expect(deviceOf({ outcome: 'NO_ANSWER', found: '' } as JobLine)).toBeUndefined();
});

it.each([
  [404.3, '404'],
  [9.25, '9.3'],
  [0, '0']
])('says a rate of %d', (perMinute, said) => expect(rateOf({ perMinute } as Job)).toBe(said));

it('counts what came of an import', () => {
  const outcomes = [
    { outcome: 'ADDED', meaning: '', lines: 4 },
    { outcome: 'SAME_DEVICE', meaning: '', lines: 1 },
    { outcome: 'ALREADY_KNOWN', meaning: '', lines: 2 },
    { outcome: 'NOBODY_THERE', meaning: '', lines: 9 }
  ];
  const given = {
    ...job({ WAITING: 1, IN_HAND: 2, DONE: 16, FAILED: 3, STOPPED: 1 }),
    outcomes
  } as unknown as Job;
  expect(importCounts(given)).toEqual({ inHand: 3, added: 4, known: 3, nobody: 9, failed: 4 });
});
