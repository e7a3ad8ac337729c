import { expect, it } from 'vitest';
import { marksOf } from './overview';

it('joins runs of one kind', () => {
  expect(marksOf(['same', 'added', 'added', 'same'])).toEqual([{ from: 0.25, length: 0.5, kind: 'added' }]);
});

it('shows every kind of difference somewhere, however long the text is', () => {
  const kinds = Array.from({ length: 50_000 }, (_, i) => (i === 49_999 ? 'modified' : 'same'));
  const marks = marksOf(kinds);
  expect(marks).toHaveLength(1);
  expect(marks[0]).toMatchObject({ kind: 'modified' });
  expect(marks[0]!.from + marks[0]!.length).toBeCloseTo(1);
  expect(
    marksOf(Array.from({ length: 50_000 }, (_, i) => (i % 2 ? 'added' : 'removed'))).length
  ).toBeLessThan(401);
});

it('is empty without differences', () => expect(marksOf(['same', 'same'])).toEqual([]));
