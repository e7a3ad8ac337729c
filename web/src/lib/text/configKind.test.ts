import { expect, it } from 'vitest';
import { kindOf, originText, titled } from './configKind';

it.each([
  ['SAVED', 'SAVED'],
  ['AGREED', 'AGREED'],
  ['', 'RUNNING'],
  [null, 'RUNNING'],
  ['saved', 'RUNNING']
])('reads %j as %s', (text, kind) => expect(kindOf(text)).toBe(kind));

it('says where a revision comes from', () => {
  expect(originText({ origin: 'PLANNED', change: 7 })).toBe('planned here, C-7');
  expect(originText({ origin: 'NOT_PLANNED' })).toBe('not planned here');
  expect(titled('saved')).toBe('Saved');
});
