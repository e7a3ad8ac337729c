import { expect, it } from 'vitest';
import type { OtherFound, OtherHit } from '$lib/api/client';
import { otherPath, othersText, otherText, rowsOf } from './otherHits';

const hit = (more: Partial<OtherHit>): OtherHit => ({
  device: 'a b',
  what: '',
  text: 'x',
  cells: {},
  ...more
});

it.each<[OtherFound['kind'], Partial<OtherHit>, string]>([
  ['DEVICE', {}, '/devices/a%20b'],
  ['FACT', {}, '/devices/a%20b/facts'],
  ['MAP_NOTE', { device: '' }, '/map'],
  ['MARK', { number: 3, what: 'label of saved' }, '/devices/a%20b?kind=SAVED&b=3'],
  ['ACCOUNTED', { number: 3, what: 'accounted for by x' }, '/devices/a%20b?kind=RUNNING&b=3'],
  [
    'TABLE',
    { what: 'MACS', cells: { vlan: '1', mac: '02:00:5e:10:00:01' } },
    '/devices/a%20b/tables?table=MACS&find=02%3A00%3A5e%3A10%3A00%3A01'
  ]
])('leads from %s to its page', (kind, more, path) => expect(otherPath(kind, hit(more))).toBe(path));

it('names the cells', () =>
  expect(otherText(hit({ cells: { vlan: '1', port: '', far_port: '7' } }))).toBe('vlan 1 · far port 7'));

it('counts in words', () =>
  expect(
    othersText([
      { kind: 'FACT', matching: 1, hits: [] },
      { kind: 'TABLE', matching: 1400, hits: [] }
    ])
  ).toBe('1 fact, 1,400 rows of tables'));

it('shows the same fact of several devices once', () => {
  const rows = rowsOf([
    hit({ what: 'release' }),
    hit({ what: 'release', device: 'c' }),
    hit({ what: 'model' })
  ]);
  expect(rows.map(({ hit: { what }, devices }) => [what, devices])).toEqual([
    ['release', ['a b', 'c']],
    ['model', ['a b']]
  ]);
});
