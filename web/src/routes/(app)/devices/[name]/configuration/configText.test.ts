import { describe, expect, it } from 'vitest';
import { headingAt, linesWith } from './configText';

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
