import { expect, it } from 'vitest';
import type { Device, DriftRow } from '$lib/api/client';
import { needsOf, notePath, notePlace, sinceOf } from './deskView';

it('says why each device needs an answer', () => {
  const answers = { kept: { kind: 'NO', reason: 'no copy for 51 h', since: '' } };
  const device = (name: string) => ({ name, answers }) as unknown as Device;
  const drift = (part: Partial<DriftRow>) => ({ parts: [], savedDiffers: false, ...part }) as DriftRow;
  const needs = needsOf(
    [device('a'), device('b'), device('c')],
    [
      drift({ device: 'a', since: '2026-11-29T22:14:00Z', parts: ['vlan 340', 'port 1/0/24'] }),
      drift({ device: 'b', savedDiffers: true })
    ]
  );
  expect(needs.map(({ kind }) => kind)).toEqual(['drift', 'unsaved', 'kept']);
  expect(needs[0]?.what).toBe('vlan 340 · port 1/0/24');
  expect(needs[2]?.what).toBe('no copy for 51 h');
});

it('looks back to the last sitting, a day at the first, or as far as somebody chose', () => {
  const now = Date.parse('2026-11-30T08:00:00Z');
  expect(sinceOf('', '2026-11-27T17:40:00Z', now)).toBe('2026-11-27T17:40:00Z');
  expect(sinceOf('', undefined, now)).toBe('2026-11-29T08:00:00.000Z');
  expect(sinceOf('week', '2026-11-27T17:40:00Z', now)).toBe('2026-11-23T08:00:00.000Z');
});

it.each([
  ['MAP', { site: 'Dunsay' }, 'on the map at Dunsay', '/map'],
  ['CASE', { number: 3, site: 'the hall' }, 'in case 3, the hall', '/cases/3'],
  ['FINDING', { device: 'a 1', site: 'log' }, 'on log of a 1', '/devices/a%201/standards'],
  ['NOTE', { device: 'a', config: 'running', number: 4 }, 'on a, running 4', '/devices/a?kind=RUNNING&b=4']
] as const)('says where a note of %s was written, and leads there', (place, more, words, path) => {
  const note = { text: '', by: '', at: '', isForMe: false, device: '', config: '', site: '', revisions: 1 };
  expect(notePlace({ ...note, ...more, place })).toBe(words);
  expect(notePath({ ...note, ...more, place })).toBe(path);
});
