import { expect, test } from 'vitest';
import { devicesText, lacking, marked, versionText } from './blockText';

test('each line is held to a line of the other, once', () => {
  expect(marked('a\nb\nb\nc\n', 'b\na\nd').map((line) => line.isOther)).toEqual([false, false, true, true]);
  expect(lacking('a\nb', 'b\na\nd\nd')).toEqual(['d', 'd']);
  expect(marked('a\nb', 'b\na').some((line) => line.isOther)).toBe(false);
});

test.each([
  [0, 'x', '2 devices alike'],
  [1, 'x', '2 devices otherwise'],
  [0, undefined, '2 devices without it']
])('a version at place %i is told', (index, text, said) => {
  const version = { devices: ['a', 'b'], platform: 'corvane', ...(text ? { text } : {}) };
  expect(versionText(version, index)).toBe(said);
});

test('not every device is named', () => {
  expect(devicesText({ devices: ['a', 'b', 'c'] }, 2)).toBe('a, b and 1 more');
  expect(devicesText({ devices: ['a', 'b'] }, 2)).toBe('a, b');
});
