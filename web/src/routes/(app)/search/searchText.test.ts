import { expect, it } from 'vitest';
import type { Found } from '$lib/api/client';
import { deedText } from '$lib/text/deed';
import { fleetQuery, foundText, notSearchedText, pairOf } from './searchText';

const place = (device: string) => ({ device, site: '', line: 4, before: '', after: '' });
const found = (...devices: string[]): Found => ({
  devices: new Set(devices).size,
  isCounted: true,
  lines: [{ text: 'member vlan 340', path: ['port 1/0/1'], places: devices.map(place) }],
  notSearched: []
});

it('says how much was found', () => {
  expect(foundText(found('a', 'a', 'b'), 0, 100)).toBe('3 lines on 2 devices');
  expect(foundText({ ...found('a'), lack: 'Of a only some.' }, 0, 100)).toBe('At least 1 line on 1 device');
  expect(foundText(found(), 0, 100)).toBe('No device has it.');
  const many = { ...found('a'), devices: 240 };
  expect(foundText(many, 2, 100)).toBe('1 line on devices 201 to 240 of 240');
  expect(foundText({ ...many, isCounted: false }, 0, 100)).toBe('1 line on devices 1 to 100 of at least 240');
});

it('says what could not be searched', () => {
  expect(notSearchedText([])).toBe('');
  expect(
    notSearchedText([
      { why: 'NO_COPY', devices: 1, names: ['a'] },
      { why: 'OLD', devices: 3, names: [] }
    ])
  ).toBe('1 device not copied yet, 3 devices not looked at for more than a day');
});

it('becomes a query if it names all devices', () => {
  expect(fleetQuery(found('a', 'b', 'a'))).toBe('name is a, b');
  expect(fleetQuery({ ...found('a'), devices: 300 })).toBeUndefined();
  expect(fleetQuery(found())).toBeUndefined();
});

it('becomes a comparison if it is two', () => {
  expect(pairOf(['a', 'b', 'a'])).toEqual(['a', 'b']);
  expect(pairOf(['a', 'a'])).toBeUndefined();
  expect(pairOf(['a', 'b', 'c'])).toBeUndefined();
});

it('says what was done', () => {
  const edit = { kind: 'REMOVED', device: '', number: 2, at: '', path: '', before: '', after: '' };
  expect(deedText(edit)).toBe('went');
});
