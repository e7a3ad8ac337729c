import { Text } from '@codemirror/state';
import { expect, test } from 'vitest';
import type { LineMark } from '$lib/api/client';
import { completions, diagnostics, placeOf, settled, usage } from './lineHelp';

test.each([
  ['  membr vlan 330', 'membr', 2, 7],
  ['  membr vlan 330', undefined, 2, 16],
  ['gone meanwhile', 'other', 0, 14],
  ['', undefined, 0, 0]
])('a word has its place in %j', (line, word, from, to) => {
  expect(placeOf(line, word)).toEqual({ from, to });
});

test('marks stand at their lines, but none at a word that is typed, and none below the last line', () => {
  const doc = Text.of(['port 1/0/2', '  membr vlan 330']);
  const marks: LineMark[] = [
    { line: 1, kind: 'UNUSUAL', word: 'membr', message: 'unusual' },
    { line: 7, kind: 'REFUSED', message: 'gone' }
  ];
  const seen = settled(doc, marks, 0);
  expect(diagnostics(doc, seen)).toEqual([{ from: 13, to: 18, severity: 'warning', message: 'unusual' }]);
  expect(settled(doc, marks, 18)).toEqual([]);
});

test.each([
  [{ text: 'up', has: 0, isHere: false }, ''],
  [{ text: '330', has: 0, isHere: true }, 'on this device'],
  [{ text: 'text', has: 9, isHere: false }, '9 of 10 devices'],
  [{ text: 'text', has: 9, isHere: true }, '9 of 10 devices, here too']
])('it is said how usual %j is', (suggestion, said) => {
  expect(usage(suggestion, 10)).toBe(said);
});

test('suggestions take the place of the word that is typed', () => {
  const suggestions = [{ text: 'member vlan', has: 3, isHere: false }];
  const help = { block: [], from: 2, suggestions, marks: [], configurations: 4 };
  expect(completions(11, help)).toMatchObject({
    from: 13,
    options: [{ label: 'member vlan', detail: '3 of 4 devices' }]
  });
  expect(completions(11, { ...help, suggestions: [] })).toBeNull();
});
