import { expect, it } from 'vitest';
import { nested } from './sites';

it('puts sites below the ones that they lie in', () => {
  const site = (code: string, parent?: string) => ({ code, name: code, parent, devices: 0 });
  const rows = nested([site('b', 'a'), site('a'), site('c', 'b'), site('d'), site('e', 'a')]);
  expect(rows.map(({ site, depth }) => `${depth}${site.code}`)).toEqual(['0a', '1b', '2c', '1e', '0d']);
});
