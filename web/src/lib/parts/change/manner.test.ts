import { describe, expect, it } from 'vitest';
import { inOrder, mannerText, movedTo } from './manner';

describe('the manner of a run', () => {
  it.each([
    [true, 0, 1, 'all or none'],
    [true, 1, 1, 'all or none, one after the other'],
    [false, 0, 1, 'device by device, stops after the first failure'],
    [false, 4, 3, 'device by device, at most 4 at once, stops after 3 failures']
  ])('is told in words', (allOrNone, atOnce, stopAfter, says) =>
    expect(mannerText({ allOrNone, atOnce, stopAfter, order: [] })).toBe(says)
  );

  it('has every device in an order, and none that is not there', () => {
    expect(inOrder(['c', 'a', 'b'], ['b', 'gone'])).toEqual(['b', 'a', 'c']);
    expect(inOrder([], ['b'])).toEqual([]);
  });

  it('moves one and keeps the others as they are', () => {
    expect(movedTo(['a', 'b', 'c'], 0, 2)).toEqual(['b', 'c', 'a']);
    expect(movedTo(['a', 'b', 'c'], 2, 0)).toEqual(['c', 'a', 'b']);
    expect(movedTo(['a', 'b'], 0, -1)).toEqual(['a', 'b']);
    expect(movedTo(['a', 'b'], 5, 0)).toEqual(['a', 'b']);
  });
});
