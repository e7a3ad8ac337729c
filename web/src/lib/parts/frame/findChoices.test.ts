import { expect, it } from 'vitest';
import type { Device, RevisionMarkLocation } from '$lib/api/client';
import { choicesOf } from './findChoices';

it('leads to devices, and to the revision that a label is on', () => {
  const device = { name: 'brkw-acc-1', site: 'Brackwater', model: 'C2048', host: '127.20.1.21' } as Device;
  const mark = {
    device: 'brkw-acc-1',
    kind: 'SAVED',
    number: 7,
    text: 'before the kiosks'
  } as RevisionMarkLocation;
  const choices = choicesOf([device], [mark]);
  expect(choices.map((choice) => choice.path)).toEqual([
    '/devices/brkw-acc-1',
    '/devices/brkw-acc-1?kind=SAVED&b=7'
  ]);
  expect(choices[1]).toMatchObject({ title: 'before the kiosks', more: 'brkw-acc-1 · saved · revision 7' });
  expect(new Set(choices.map((choice) => choice.key)).size).toBe(2);
});
