import { expect, it } from 'vitest';
import { withParams } from '$lib/text/address';
import {
  groupQuery,
  queryOf,
  shownOf,
  listQuery,
  tagsIn,
  toggled,
  turned,
  undoneText,
  wholeQuery
} from './fleetView';

const url = new URL('http://host/fleet?query=core&site=Brackwater&site=Dunsay&page=2');

it('reads the address', () => {
  expect(queryOf(url.searchParams)).toMatchObject({
    query: 'core',
    site: ['Brackwater', 'Dunsay'],
    sort: 'site'
  });
});

it('changes only what it is told', () => {
  expect(withParams(url, { page: '', sort: '-name' })).toBe(
    '/fleet?query=core&site=Brackwater&site=Dunsay&sort=-name'
  );
  expect(withParams(url, { query: '', site: [], page: '' })).toBe('/fleet');
});

it('keeps a choice of "none"', () => {
  expect(withParams(new URL('http://host/fleet'), { site: [''] })).toBe('/fleet?site=');
});

it('puts in and takes out', () => {
  expect(toggled(['a'], 'b')).toEqual(['a', 'b']);
  expect(toggled(['a', 'b'], 'a')).toEqual(['b']);
});

it('turns the order round', () => {
  expect(turned('site', 'name')).toBe('name');
  expect(turned('name', 'name')).toBe('-name');
});

it.each([
  ['payment, quay', ['payment', 'quay']],
  [' a b ,, a b', ['a b']],
  ['', []]
])('reads tags: %j', (text, tags) => expect(tagsIn(text)).toEqual(tags));

it('asks for the same devices as a file', () => {
  expect(listQuery(queryOf(url.searchParams))).toBe('query=core&sort=site&site=Brackwater&site=Dunsay');
});

it.each([
  ['quay', 'group is "quay"'],
  ['ticket hall', 'group is "ticket hall"'],
  ['Not', 'group is "Not"']
])('asks for the group %s', (name, query) => expect(groupQuery(name)).toBe(query));

it.each([
  ['query=a+or+b', 'a or b'],
  ['query=a+or+b&site=Cairn+Point&site=', '(a or b) and (site is "Cairn Point", none)'],
  ['role=core', 'role is "core"'],
  ['', '']
])('makes one query of %s', (params, query) => {
  expect(wholeQuery(queryOf(new URLSearchParams(params)))).toBe(query);
});

it.each([
  [1, [], 'The device is as before.'],
  [12, [], 'All 12 devices are as before.'],
  [12, ['duns-acc-1'], '11 of 12 as before; edited again meanwhile, so partly left as now: duns-acc-1.']
])('says what became of an undone edit of %s', (devices, left, said) => {
  expect(undoneText(devices, left)).toBe(said);
});

it('offers the first values that some device has, and what is chosen', () => {
  const values = ['a', 'b', 'c', 'd'].map((value, i) => ({ value, devices: i === 1 ? 0 : i + 1 }));
  const shown = (chosen: string[], most: number) => shownOf(values, chosen, most).map((each) => each.value);
  expect(shown([], 2)).toEqual(['a', 'c']);
  expect(shown(['b', 'd'], 1)).toEqual(['a', 'b', 'd']);
  expect(shown([], 9)).toEqual(['a', 'c', 'd']);
});
