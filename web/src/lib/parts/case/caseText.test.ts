import { expect, it } from 'vitest';
import { isLate, itemPath, itemTitle, named } from './caseText';

const base = { id: 1, addedBy: 'a', addedAt: '', isSettled: false, fails: false, said: '' };

it.each([
  [{ ...base, kind: 'CHANGE' as const, change: 7 }, 'C-7', '/changes/7'],
  [
    { ...base, kind: 'FINDING' as const, device: 'a 1', standard: 'x y', tag: 'log' },
    'log on a 1',
    '/devices/a%201/standards?open=x+y+log'
  ],
  [{ ...base, kind: 'DRIFT' as const, device: 'b' }, 'drift of b', '/drift?device=b'],
  [{ ...base, kind: 'DEVICE' as const, device: 'c' }, 'c', '/devices/c']
])('says what %o is and where it leads', (item, title, path) => {
  expect(itemTitle(item)).toBe(title);
  expect(itemPath(item)).toBe(path);
});

it('tells apart the people that a text names, and loses nothing of it', () => {
  const text = 'to @R.Anand, not x@r.anand nor @nobody. @m-2!';
  const pieces = named(text, ['r.anand', 'm-2']);
  expect(pieces.filter(({ isName }) => isName).map((piece) => piece.text)).toEqual(['@R.Anand', '@m-2']);
  expect(pieces.map((piece) => piece.text).join('')).toBe(text);
  expect(named('', [])).toEqual([]);
});

it('is late when its day is over', () => {
  expect(isLate('2026-01-01', '2026-01-02')).toBe(true);
  expect(isLate('2026-01-02', '2026-01-02')).toBe(false);
  expect(isLate(undefined, '2026-01-02')).toBe(false);
});
