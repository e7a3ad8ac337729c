import { expect, it } from 'vitest';
import { withParams } from '$lib/text/address';
import { endOf, paramsOf, titleOf, wantedOf, type End } from './ends';

const device: End = { isText: false, device: 'brkw-acc-1', kind: 'SAVED', number: 7 };
const text: End = { isText: true, device: '', kind: 'RUNNING', number: undefined };

it.each([
  device,
  { ...device, number: undefined, asOf: '2026-11-23T06:00:00.000Z' },
  { ...device, kind: 'RUNNING' as const, number: undefined },
  text
])('is read back from the address', (end) => {
  const address = withParams(new URL('http://x/compare'), {
    ...paramsOf('b', end),
    ...paramsOf('a', device)
  });
  expect(endOf(new URL(address, 'http://x').searchParams, 'b')).toEqual(end);
  expect(endOf(new URL(address, 'http://x').searchParams, 'a')).toEqual(device);
});

it('is wanted only when it is whole', () => {
  expect(wantedOf({ ...device, device: '' }, '')).toBeUndefined();
  expect(wantedOf(text, '')).toBeUndefined();
  expect(wantedOf(text, 'vlan 1')).toEqual({ text: 'vlan 1' });
  expect(wantedOf(device, '')).toEqual({ device: 'brkw-acc-1', kind: 'SAVED', number: 7 });
});

it('has a title', () => {
  expect(titleOf(device, String)).toBe('brkw-acc-1 · saved · revision 7');
  expect(titleOf({ ...device, number: undefined, asOf: 'Monday' }, String)).toBe(
    'brkw-acc-1 · saved · as of Monday'
  );
  expect(titleOf(text, String)).toBe('pasted text');
});
