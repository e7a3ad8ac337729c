import { expect, it } from 'vitest';
import { reviewText } from './reviewText';

const row = { isWithdrawn: false, reviewers: 2, signed: 1, objected: 0, mine: false };

it.each([
  [row, '1 of 2'],
  [{ ...row, objected: 1, mine: true }, '1 of 2, 1 objects, waits for you'],
  [{ ...row, objected: 2 }, '1 of 2, 2 object'],
  [{ ...row, isWithdrawn: true }, 'withdrawn']
])('says how far %o has come', (each, words) => {
  expect(reviewText(each)).toBe(words);
});
