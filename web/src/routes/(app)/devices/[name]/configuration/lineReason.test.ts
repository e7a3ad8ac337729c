import { expect, it } from 'vitest';
import type { Found, PastEdit } from '$lib/api/client';
import { isSoughtFor, othersText, pastHere } from './lineReason';

const found = (devices: string[], isCounted = true): Found => ({
  lines: [
    {
      text: 'vlan 340',
      path: [],
      places: devices.map((device) => ({ device, site: '', line: 1, before: '', after: '' }))
    }
  ],
  devices: devices.length,
  isCounted,
  notSearched: []
});

it.each([
  [['a'], true, 'No other device has it.'],
  [['a', 'b'], true, '1 other device has it.'],
  [['b', 'c'], true, '2 other devices have it.'],
  [['a', 'b', 'c'], false, 'At least 2 other devices have it.'],
  [[], true, 'No other device has it.']
])('counts the others of %j', (devices, isCounted, text) =>
  expect(othersText(found(devices, isCounted), 'a')).toBe(text)
);

it.each([
  ['vlan 340', true],
  ['}', false],
  ['x'.repeat(201), false],
  ['password \u2022\u2022\u2022 3f', false],
  ['/regular/', false]
])('looks for %s: %s', (text, is) => expect(isSoughtFor(text)).toBe(is));

it('keeps what happened to exactly this statement', () => {
  const edits = [
    { before: '', after: 'vlan 340' },
    { before: '', after: 'vlan 3400' },
    { before: ' vlan 340 ', after: 'vlan 341' }
  ] as PastEdit[];
  expect(pastHere(edits, 'vlan 340')).toEqual([edits[0], edits[2]]);
});
