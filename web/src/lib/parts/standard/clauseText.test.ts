import { expect, it } from 'vitest';
import type { Clause } from '$lib/api/client';
import {
  comparisonsOf,
  emptyClause,
  endsSoon,
  endedText,
  evidenceText,
  fieldsOf,
  freeTag,
  sectionText,
  tidied,
  versionText,
  warmth
} from './clauseText';

const golden = (text: string): Clause => ({ ...emptyClause('corvane', 'a'), text });

it('finds the fields that sites fill, each once', () => {
  expect(fieldsOf([golden('log {{log}}\nlog {{ log-2 }}'), golden('{{log}} {{NO}}')])).toEqual([
    'log',
    'log-2'
  ]);
});

it.each([
  [{ path: [], expected: 'log 1', found: undefined, line: undefined }, 'log 1 is missing'],
  [
    { path: ['port 1'], expected: 'at most 5', found: 'flood 9', line: 6 },
    'port 1: line 7: flood 9, expected at most 5'
  ],
  [{ path: [], expected: '', found: 'account guest', line: 2 }, 'line 3: account guest must not stand']
])('says what stands and what should: %#', (evidence, text) => expect(evidenceText(evidence)).toBe(text));

it('is warmest where most devices fail', () => {
  expect([0, 1, 5, 9].map((failing) => warmth(failing, 9))).toEqual([0, 1, 2, 3]);
});

it('gives a new clause a tag of its own', () => {
  expect(freeTag([])).toBe('clause-1');
  expect(freeTag([emptyClause('corvane', 'clause-2')])).toBe('clause-3');
});

it('counts what a clause speaks of, not what stands around it or is missing', () => {
  const lines = (['AROUND', 'HOLDS', 'MISSING', 'DEPARTS'] as const).map((mark) => ({ text: 'x', mark }));
  expect(sectionText({ lines, of: 231 })).toBe('section of 2 lines, cut from 231');
  expect(sectionText({ lines: lines.slice(0, 2), of: 1 })).toBe('section of 1 line, cut from 1');
  expect(sectionText({ lines: lines.slice(2, 3), of: 9 })).toBe('nothing of it stands in 9 lines');
});

it('knows how values are compared, and what ends within a week', () => {
  expect(comparisonsOf('ADDRESS')).not.toContain('AT_MOST');
  expect(comparisonsOf('NUMBER')).toContain('AT_MOST');
  const now = new Date('2026-11-30T12:00:00Z');
  const ends = (endsAt: string, endedAt?: string) => endsSoon({ endsAt, ...(endedAt && { endedAt }) }, now);
  expect(ends('2026-12-05T00:00:00Z')).toBe(true);
  expect(ends('2026-12-08T00:00:00Z')).toBe(false);
  expect(ends('2026-12-05T00:00:00Z', '2026-11-29T00:00:00Z')).toBe(false);
});

it('finds fields in limits and repairs too', () => {
  const clause: Clause = { ...golden('x'), limit: '{{net}}', repair: 'log {{log}}' };
  expect(fieldsOf([clause])).toEqual(['net', 'log']);
});

it.each([
  ['  log a \r\n  log b\t\r\n\r\n', 'log a\nlog b\n'],
  ['\n\n    port 1\n      text "x"\n', 'port 1\n  text "x"\n'],
  ['\u001b[1mlog a\u001b[0m\nlogx\u0008 b', 'log a\nlog b\n'],
  ['  \n ', ''],
  ['log a\n', 'log a\n']
])('tidies %j', (pasted, tidy) => {
  expect(tidied(pasted)).toBe(tidy);
  expect(tidied(tidy)).toBe(tidy);
});

it('says how a finding ended', () => {
  expect(endedText({ ended: 'CLAUSE_ALTERED' })).toBe('clause altered');
  expect(endedText({ ended: 'NOT_ASKED' })).toBe('not asked any more');
  expect(endedText({})).toBe('');
});

it('says what a text brought, altered and took out', () => {
  const version = {
    number: 2,
    publishedBy: 'r.anand',
    publishedAt: '2026-01-01T00:00:00Z',
    clauses: 3,
    added: ['a'],
    altered: ['b', 'c', 'd', 'e', 'f', 'g'],
    removed: [],
    hasValues: true
  };
  expect(versionText(version)).toBe('new: a; altered: b, c, d, e, f …; values of sites');
  expect(versionText({ ...version, added: [], altered: [], hasValues: false })).toBe('nothing');
});
