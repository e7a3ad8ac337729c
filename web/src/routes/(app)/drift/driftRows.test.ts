import { expect, it } from 'vitest';
import type { DriftRow } from '$lib/api/client';
import { among, chosenAfter } from './driftRows';

const row = (device: string, site: string, ...parts: string[]) =>
  ({ device, site, role: 'access', parts }) as unknown as DriftRow;
const rows = [row('brkw-acc-1', 'Brackwater', 'vlan 340'), row('cairn-rtr-1', 'Cairn Point', 'ports')];

it.each([
  ['', 2],
  ['BRKW', 1],
  ['point', 1],
  ['vlan', 1],
  ['access', 2],
  ['nobody', 0]
])('filters by %j', (text, many) => expect(among(rows, text)).toHaveLength(many));

it('moves from row to row and stays at the ends', () => {
  expect(chosenAfter(rows, 'brkw-acc-1', 1)?.device).toBe('cairn-rtr-1');
  expect(chosenAfter(rows, 'cairn-rtr-1', 1)?.device).toBe('cairn-rtr-1');
  expect(chosenAfter(rows, 'brkw-acc-1', -1)?.device).toBe('brkw-acc-1');
  expect(chosenAfter([], undefined, 1)).toBeUndefined();
});
