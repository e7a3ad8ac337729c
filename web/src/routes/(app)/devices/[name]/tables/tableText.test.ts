import { describe, expect, it } from 'vitest';
import { broughtBy, COLUMN, ORDER, rowsWith, TABLE } from './tableText';

const rows = [
  ['1/0/1', 'duns-core-2', '1/0/1', 'C7012'],
  ['1/0/2', 'duns-rtr-1', 'lan-0', 'R4']
];

describe('rowsWith', () => {
  it.each([
    ['', 2],
    ['DUNS', 2],
    ['duns lan', 1],
    ['core lan', 0],
    ['  r4 ', 1]
  ])('finds %j in %d rows', (sought, count) => expect(rowsWith(rows, sought)).toHaveLength(count));
});

it('has a word for every table and column', () => {
  expect(ORDER.map((kind) => TABLE[kind])).not.toContain(undefined);
  expect(Object.values(COLUMN).every((word) => word.length > 1)).toBe(true);
});

describe('broughtBy', () => {
  const reading = {
    number: 2,
    rows: 9,
    firstReadAt: '2026-11-24T10:00:00Z',
    lastReadAt: '2026-11-24T11:00:00Z'
  };
  it.each([
    [{ added: 0, removed: 0, altered: 0 }, ''],
    [{ added: 2, removed: 1, altered: 0 }, '+2 −1'],
    [{ added: 0, removed: 0, altered: 3 }, '~3']
  ])('says of %j %j', (counts, said) => expect(broughtBy({ ...reading, ...counts })).toBe(said));
});
