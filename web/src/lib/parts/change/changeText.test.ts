import { expect, it } from 'vitest';
import type { Change, ChangePreview, DevicePreview } from '$lib/api/client';
import { countsText, readiness, remarkText, stepsOf, titleOf } from './changeText';

const device = (more: Partial<DevicePreview> = {}): DevicePreview => ({
  device: 'brkw-acc-1',
  platform: 'corvane',
  baseRevision: 4,
  isReady: true,
  counts: { added: 9, modified: 0, removed: 1, moved: 0 },
  commands: [{ kind: 'PUT', line: 'vlan 3' }],
  undo: [],
  remarks: [],
  misfits: [],
  breaches: [],
  ...more
});

const change = (state: Change['state']) =>
  ({ number: 7, title: '', state, edits: [{}, {}] }) as unknown as Change;

it('counts only what there is', () => {
  expect(countsText(device().counts).map((each) => each.sign + each.number)).toEqual(['+9', '−1']);
});

it('says how a device stands', () => {
  expect(readiness(device())).toBe('ready');
  expect(readiness(device({ isReady: false }))).toBe('nothing to send');
  const misfits = [{ edit: 1, message: 'gone', mayLeaveOut: true }];
  expect(readiness(device({ misfits }))).toBe('1 statement will not fit');
  const breach = { standard: 'access', tag: 'log', reason: '', binding: 'REFUSE' as const, evidence: [] };
  expect(readiness(device({ breaches: [breach] }))).toBe('refused by 1 clause');
  expect(readiness(device({ breaches: [{ ...breach, binding: 'WARN' }] }))).toBe('ready');
});

it('says what is no change, and why', () => {
  expect(remarkText({ kind: 'STANDS_ALREADY', about: 'vlan 3' })).toBe('vlan 3: stands already');
  expect(remarkText({ kind: 'NO_GUARD', about: 'Pellon' })).toContain('no guard');
  expect(remarkText({ kind: 'SOMEBODY_BEHIND', about: '1/0/9: 3 routes' })).toBe('behind 1/0/9: 3 routes');
  expect(remarkText({ kind: 'PARTNER_LEFT_OUT', about: 'core-2' })).toBe(
    'core-2: its partner is not in this change'
  );
});

it('marks how far it has come', () => {
  const preview = { digest: '', isAsProposed: true, devices: [device()] } as ChangePreview;
  const tones = (state: Change['state']) => stepsOf(change(state), preview).map((step) => step.tone);
  expect(tones('DRAFT')).toEqual(['done', 'now', 'next', 'next', 'next']);
  expect(tones('APPROVED')).toEqual(['done', 'done', 'done', 'now', 'next']);
  expect(tones('KEPT')).toEqual(['done', 'done', 'done', 'done', 'done']);
  expect(stepsOf(change('DRAFT'), preview)[1]?.word).toBe('Previewed · 1 line');
});

it('is called by its number, and by its title if it has one', () => {
  expect(titleOf({ number: 7, title: '' })).toBe('C-7');
  expect(titleOf({ number: 7, title: 'fish market' })).toBe('C-7 · fish market');
});
