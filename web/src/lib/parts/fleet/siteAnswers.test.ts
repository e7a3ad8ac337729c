import { expect, it } from 'vitest';
import type { SiteAnswers } from '$lib/api/client';
import { cellOf } from './siteAnswers';

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
