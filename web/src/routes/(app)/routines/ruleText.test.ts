import { expect, it } from 'vitest';
import { formOf, ruleOf, runText } from './ruleText';

it.each([
  'hourly :15',
  'hourly :05',
  'daily 02:30',
  'weekly mon,thu 02:30',
  'monthly 31 02:30',
  'once 2026-12-01T02:30',
  'cron 30 2 * * 1-5',
  'weekly sat 04:00 +30m until 2027-01-31',
  'daily 02:30 until 2026-12-31',
  'cron 30 2 * * 1-5 +2h'
])('%s is the same after a look at the form', (rule) => expect(ruleOf(formOf(rule))).toBe(rule));

it('puts days in the order of the week', () =>
  expect(ruleOf({ ...formOf('weekly mon 02:30'), days: ['sun', 'tue'] })).toBe('weekly tue,sun 02:30'));

it('says what came of it', () => {
  expect(runText({ outcome: 'MADE_UP', missed: 5, devices: 2, reason: '' })).toBe(
    'made up (5 missed), 2 devices'
  );
  expect(runText({ outcome: 'FAILED', missed: 0, devices: 0, reason: 'There is no group "quay".' })).toBe(
    'not started: There is no group "quay".'
  );
});
