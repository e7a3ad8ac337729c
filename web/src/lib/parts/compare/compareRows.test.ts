import { describe, expect, it } from 'vitest';
import { linesOf, oneColumn, places, unfolded, widest, type FoldLine, type Line } from './compareRows';

const side = (line: number, text: string) => ({ line, spans: [{ text, changed: false }] });
const compare = {
  sections: [
    { rows: [], fold: { beforeStart: 0, afterStart: 0, count: 40 } },
    {
      rows: [
        { kind: 'SAME' as const, before: side(40, 'port 1'), after: side(40, 'port 1') },
        { kind: 'MODIFIED' as const, before: side(41, '  text a'), after: side(41, '  text b') },
        { kind: 'REMOVED' as const, before: side(42, '  closed') },
        { kind: 'NOISE' as const, before: side(43, '# 1'), after: side(42, '# 2') },
        { kind: 'ADDED' as const, after: side(43, 'vlan 3') }
      ]
    }
  ]
};
const lines = linesOf(compare);

describe('lines of a comparison', () => {
  it('count from 1 and keep the order', () => {
    expect(lines).toHaveLength(6);
    expect(lines[1]).toMatchObject({ type: 'row', before: { number: 41 } });
  });

  it('begin a place where changes begin; noise ends one', () => {
    expect(places(lines)).toEqual([2, 5]);
  });

  it('know their width', () => expect(widest(lines)).toBe(8));
});

describe('unfolding', () => {
  const texts = (count: number) => Array.from({ length: count }, (_, i) => `line ${i}`);

  it.each([
    [40, 45],
    [10, 16]
  ])('puts %i fetched lines in', (fetched, expected) => {
    const more = unfolded(lines, lines[0] as FoldLine, texts(fetched));
    expect(more).toHaveLength(expected);
    expect(more[0]).toMatchObject({ type: 'row', before: { number: 1 }, after: { number: 1 } });
  });

  it('hides and shows the same number of lines in all', () => {
    const shown = (all: readonly Line[]) =>
      all.reduce((sum, l) => sum + (l.type === 'fold' ? l.count : 1), 0);
    expect(shown(unfolded(lines, lines[0] as FoldLine, texts(7)))).toBe(shown(lines));
  });
});

it('one column shows a modified line before and after', () => {
  const column = oneColumn(lines);
  expect(column).toHaveLength(lines.length + 1);
  expect(column[2]).toMatchObject({ kind: 'MODIFIED', after: undefined });
  expect(column[3]).toMatchObject({ kind: 'MODIFIED', before: undefined });
});
