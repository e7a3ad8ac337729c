import { expect, test } from 'vitest';
import type { ConcernedDrift } from '$lib/api/client';
import { concernedText, delayText, reachText, scopeText } from './standingText';

const NOW = Date.parse('2026-11-30T02:00:00Z');
const each = (other: Partial<ConcernedDrift>): ConcernedDrift => ({
  device: 'ald-wall-1',
  rule: 'nightly',
  deed: 'ADOPT',
  dueAt: '2026-11-30T02:12:00Z',
  hindrance: '',
  ...other
});

test.each([
  [each({}), 'adopt in 12 min: nightly'],
  [each({ dueAt: '2026-11-30T01:00:00Z' }), 'adopt in a moment: nightly'],
  [each({ deed: 'PUT_BACK', change: 9 }), 'put back by C-9: nightly'],
  [each({ deed: 'PUT_BACK', hindrance: 'A freeze holds it.' }), 'nightly does not act'],
  [each({ deed: 'TELL' }), 'only told: nightly']
])('what becomes of it by itself is said: %j', (drift, said) => {
  expect(concernedText(drift, NOW)).toBe(said);
});

test('when and for which devices is said in words', () => {
  expect(delayText({ delayMinutes: 0 })).toBe('at once');
  expect(delayText({ delayMinutes: 30 })).toContain('after the last edit');
  expect(scopeText({ query: '' })).toBe('the whole fleet');
  expect(scopeText({ query: 'site is Quay' })).toBe('site is Quay');
});

test('what it would do now is named before it is kept', () => {
  expect(reachText('ADOPT', 7, [])).toBe('7 devices today; none of them drifts now.');
  expect(reachText('TELL', 1, ['a'])).toBe('1 device today; now drifting: a.');
  expect(reachText('PUT_BACK', 9, ['a', 'b', 'c', 'd', 'e', 'f'])).toBe(
    '9 devices today; it would act on a, b, c, d, e and 1 more.'
  );
});
