import { expect, it } from 'vitest';
import { needsMeanings } from './headings';

it.each([
  [['Address', 'PORT'], false],
  [['Mgmt IP', 'Site'], true],
  [[], false]
])('of %j asks: %s', (headers, asks) => {
  expect(needsMeanings({ headers, meanings: {}, rows: [] })).toBe(asks);
});

it('asks nothing of a list that was not looked at', () => {
  expect(needsMeanings(undefined)).toBe(false);
});
