import { expect, it } from 'vitest';
import type { Device, DriftRow, SiteAnswers } from '$lib/api/client';
import { cellOf, needsOf, sinceOf } from './deskView';

const site = (answers: SiteAnswers['answers']): SiteAnswers => ({ site: 'Cairn Point', answers });

it('counts what says no or needs attention, and leads to exactly these', () => {
  const row = site({ MATCHED: { NO: 1, ATTENTION: 2, YES: 4 }, KEPT: { YES: 7 }, CURRENT: { NOT_KNOWN: 7 } });
  expect(cellOf(row, 'MATCHED')).toEqual({
    text: '3',
    tone: 'no',
    path: '/fleet?site=Cairn+Point&query=matched+is+no%2C+attention'
  });
  expect(cellOf(site({ SOUND: { ATTENTION: 2 } }), 'SOUND').tone).toBe('attention');
  expect(cellOf(row, 'KEPT')).toEqual({ text: '·', tone: 'none', path: undefined });
  expect(cellOf(row, 'CURRENT')).toMatchObject({ text: '?', tone: 'unknown' });
  expect(cellOf(row, 'SOUND').text).toBe('·');
});

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
