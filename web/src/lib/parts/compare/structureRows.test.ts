import { describe, expect, it } from 'vitest';
import type { Difference, Structure } from '$lib/api/client';
import { layoutWords, structureFound, structureLines, structurePlaces } from './structureRows';

const part = (text: string, line: number) => ({ text, label: text, line, whole: `  ${text}` });
const structure = (...differences: Difference[]) => ({ differences }) as unknown as Structure;
const limit: Difference = {
  kind: 'MODIFIED',
  path: ['port 1/0/24'],
  attribute: 'flood-limit',
  before: part('flood-limit 2', 7),
  after: part('flood-limit 5', 9)
};
const noise: Difference = {
  kind: 'REORDERED',
  path: ['port 1/0/24'],
  attribute: '',
  before: part('', -1),
  after: part('', -1)
};
const vlan: Difference = { kind: 'ADDED', path: [], attribute: '', after: part('vlan 3', 1) };

describe('a comparison by structure', () => {
  it('says what differs without being text', () => {
    expect(layoutWords({ trailingBlanks: 0, lineEnds: 0, finalNewline: false })).toBe('');
    expect(layoutWords({ trailingBlanks: 1, lineEnds: 12, finalNewline: true })).toBe(
      'blanks at the end of 1 line, the end of 12 lines, the end of the last line'
    );
  });

  it('tells attribute, value before and value after below their path', () => {
    const lines = structureLines(structure(limit), false);
    expect(lines).toEqual([
      { type: 'path', path: ['port 1/0/24'] },
      expect.objectContaining({ sign: '~', attribute: 'flood-limit', before: '2', after: '5', afterLine: 10 })
    ]);
  });

  it('shows what has no meaning only when asked', () => {
    expect(structureLines(structure(noise), false)).toEqual([]);
    expect(structureLines(structure(noise), true)).toHaveLength(2);
  });

  it('keeps a block that came as a whole together, below its head', () => {
    const port: Difference = { kind: 'ADDED', path: ['a'], attribute: '', after: part('port 1', 3) };
    const text: Difference = {
      kind: 'ADDED',
      path: ['a', 'port 1'],
      attribute: '',
      after: part('text "x"', 4)
    };
    const next: Difference = { kind: 'ADDED', path: ['a'], attribute: '', after: part('port 10', 5) };
    const lines = structureLines(structure(port, text, next), false);
    expect(lines.map((line) => (line.type === 'path' ? line.path : line.after))).toEqual([
      ['a'],
      'port 1',
      '  text "x"',
      'port 10'
    ]);
  });

  it('names a path once and finds the places that count', () => {
    const lines = structureLines(structure(vlan, limit, noise, limit), true);
    expect(lines.filter((line) => line.type === 'path')).toHaveLength(2);
    expect(structurePlaces(lines)).toEqual([1, 3, 5]);
  });

  it('finds what is looked for in paths and values, capitals or not', () => {
    const lines = structureLines(structure(vlan, limit), false);
    expect(structureFound(lines, 'PORT 1/0')).toEqual([2]);
    expect(structureFound(lines, 'vlan')).toEqual([1]);
    expect(structureFound(lines, 'flood')).toEqual([3]);
    expect(structureFound(lines, '')).toEqual([]);
  });

  it('knows the lines as they stand, for a pattern that sets them aside', () => {
    expect(structureLines(structure(limit), false)[1]).toMatchObject({
      wholeBefore: '  flood-limit 2',
      wholeAfter: '  flood-limit 5'
    });
  });
});
