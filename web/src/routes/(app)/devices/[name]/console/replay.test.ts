import { describe, expect, it } from 'vitest';
import { bytesOf, lengthOf, moments } from './replay';

const pieces = [
  { atMillis: 120, said: 'pa' },
  { atMillis: 400, said: 'ge\xff' },
  { atMillis: 60_000, said: 'off' }
];

describe('a recorded console', () => {
  it('is played without its long pauses', () => {
    expect(moments(pieces)).toEqual([0, 280, 1280]);
    expect(moments([])).toEqual([]);
  });

  it('gives back every byte, in one go or in parts', () => {
    const whole = [...bytesOf(pieces, 0, 3)];
    expect(whole).toEqual([112, 97, 103, 101, 255, 111, 102, 102]);
    expect([...bytesOf(pieces, 0, 1), ...bytesOf(pieces, 1, 3)]).toEqual(whole);
  });

  it.each([
    ['2026-11-23T02:00:00Z', '2026-11-23T02:00:42Z', '42 s'],
    ['2026-11-23T02:00:00Z', '2026-11-23T02:10:00Z', '10 min'],
    ['2026-11-23T02:00:00Z', '2026-11-23T03:30:00Z', '1.5 h'],
    ['2026-11-23T02:00:00Z', undefined, '']
  ])('from %s to %s took %s', (began, ended, words) => {
    expect(lengthOf(began, ended)).toBe(words);
  });
});
