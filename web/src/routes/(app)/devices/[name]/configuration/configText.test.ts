import { describe, expect, it } from 'vitest';
import type { Revision } from '$lib/api/client';
import { headingAt, linesWith, originsOf } from './configText';

describe('linesWith', () => {
  const lines = ['port 1/0/1', '  text "Quay"', 'vlan 330 "quay"'];
  it('finds every line with the text', () => expect(linesWith(lines, 'QUAY')).toEqual([1, 2]));
  it('finds nothing where nothing is sought', () => expect(linesWith(lines, '')).toEqual([]));
});

describe('headingAt', () => {
  const outline = [0, 4, 9].map((line) => ({ text: `h${line}`, depth: 0, line, statements: 0 }));
  it.each([
    [0, 'h0'],
    [3, 'h0'],
    [4, 'h4'],
    [100, 'h9']
  ])('of line %d is %s', (line, text) => expect(headingAt(outline, line)?.text).toBe(text));
  it('is none above the first', () => expect(headingAt(outline.slice(1), 0)).toBeUndefined());
});

describe('originsOf', () => {
  const revision = (number: number, origin: Revision['origin']): Revision => ({
    number,
    origin,
    firstCopyAt: '2026-11-29T22:14:00Z',
    lastCopyAt: '2026-11-29T22:14:00Z',
    lines: 3,
    added: 0,
    modified: 0,
    removed: 0,
    moved: 0,
    parts: [],
    partCount: 0,
    incomplete: '',
    onlyNoise: false,
    marks: [],
    ...(number === 2 && {
      who: {
        sureness: 'SOLE' as const,
        sameUntil: '2026-11-29T02:30:00Z',
        seenAt: '2026-11-29T22:14:00Z',
        actors: [
          {
            account: 'm.oduya',
            person: '',
            fullName: '',
            from: '198.51.100.41',
            way: 'ssh',
            proof: 'TOLD' as const,
            isClaimed: false,
            first: '2026-11-29T22:10:00Z',
            last: '2026-11-29T22:14:00Z'
          }
        ]
      }
    })
  });
  const lines = originsOf(
    {
      oldest: 1,
      runs: [
        { from: 0, count: 2, revision: 1 },
        { from: 2, count: 1, revision: 2 }
      ]
    },
    [revision(1, 'FIRST_COPY'), revision(2, 'NOT_PLANNED')],
    () => 'then'
  );

  it('says something of every line, and where it begins', () => {
    expect(lines.map(({ isFirst }) => isFirst)).toEqual([true, false, true]);
    expect(lines.map(({ text }) => text)).toEqual(['1', '1', '2 m.oduya']);
  });

  it('says that what stood there at first may be older', () => {
    expect(lines[0]?.title).toContain('or before');
    expect(lines[2]?.title).toBe(
      'Revision 2, then: not planned here, m.oduya from 198.51.100.41 by SSH; stands since this revision'
    );
  });
});
