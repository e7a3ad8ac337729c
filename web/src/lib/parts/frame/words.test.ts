import { expect, it } from 'vitest';
import { wordsFor, wordsNear } from './words';

it.each([
  ['/audit-log', ['Audit log']],
  ['/standart', ['Standards']],
  ['/Fleets/all', ['Fleet']],
  ['/device', ['Fleet']],
  ['/job', ['Jobs']],
  ['/changes-of-yesterday', ['Changes']],
  ['/tmplates', ['Templates']],
  ['/nothing-like-it', []],
  ['/', []],
  ['/%F0%9F', []],
  [`/${'x'.repeat(5000)}`, []]
])('%s may mean %j', (path, words) => expect(wordsNear(path).map(({ word }) => word)).toEqual(words));

it('shows the bench to those who have one', () => {
  expect(wordsFor(false).map(({ group }) => group)).not.toContain('Demo');
  expect(wordsFor(true).map(({ group }) => group)).toContain('Demo');
});
