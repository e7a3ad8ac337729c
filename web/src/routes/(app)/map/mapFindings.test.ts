import { expect, it } from 'vitest';
import { toldOf } from './mapFindings';

const found = (device: string, ...tags: string[]) =>
  tags.map((tag) => ({ device, tag, kind: 'FAIL' as const }));

it('says from what each device departs, as far as there is room', () => {
  const told = toldOf([
    ...found('a', 'log', 'flood'),
    ...found('b', 'clock-only-rtr', 'log-rtr'),
    ...found('c', 'a-tag-of-twenty-one-x'),
    { device: 'd', tag: 'log', kind: 'NOT_KNOWN' }
  ]);
  expect([...told]).toEqual([
    ['a', 'log, flood'],
    ['b', '2 findings'],
    ['c', 'a-tag-of-twenty-on…']
  ]);
});
