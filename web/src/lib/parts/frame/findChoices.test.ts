import { expect, it } from 'vitest';
import { pagesOf, wordsAndPort } from './findChoices';
import { pagesFor } from './words';

it.each([
  ['127.20.1.11:2951', '127.20.1.11', 2951],
  [' brkw.example:22 ', 'brkw.example', 22],
  ['[2001:db8::7]:830', '2001:db8::7', 830],
  ['2001:db8::7', '2001:db8::7', undefined],
  ['127.20.1.11', '127.20.1.11', undefined],
  ['two words:22', 'two words:22', undefined],
  [':22', ':22', undefined],
  ['a:123456', 'a:123456', undefined]
])('%s means the words %s and the port %s', (text, words, port) => {
  expect(wordsAndPort(text)).toEqual(port === undefined ? { words } : { words, port });
});

it.each([
  ['drift', ['Drift']],
  ['LOG', ['Audit log']],
  ['ro', ['Rollouts', 'Routines']],
  ['zzz', []]
])('pages that begin with %s are %j', (text, words) =>
  expect(pagesOf(text, pagesFor(false)).map(({ title }) => title)).toEqual(words)
);

it('no letter leads to two pages', () => {
  const letters = pagesFor(true).map(({ letter }) => letter);
  expect(new Set(letters).size).toBe(letters.length);
});
