import { expect, it } from 'vitest';
import { isMac, pagesOf, placesOf, wordsAndPort } from './findChoices';
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

it.each([
  ['02:00:5e:10:00:01', true],
  ['0200.5E10.0001', true],
  ['02005e100001', true],
  ['127.20.1.11', false],
  ['2001:db8::7', false],
  ['brkw-core-1', false]
])('%s is a MAC address: %s', (text, is) => expect(isMac(text)).toBe(is));

it('a place leads to its row', () => {
  const cells = { vlan: '340', mac: '0200.5e10.0001', port: 'p1/4' };
  expect(placesOf([{ device: 'cairn-acc-1', kind: 'MACS', cells, readAt: '' }])).toMatchObject([
    {
      title: 'cairn-acc-1',
      more: 'MAC table · port p1/4 · VLAN 340',
      path: '/devices/cairn-acc-1/tables?table=MACS&find=0200.5e10.0001'
    }
  ]);
});
