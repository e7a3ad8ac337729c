import { describe, expect, it } from 'vitest';
import { bytes } from './bytes';

describe('bytes', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [1000, '1 kB'],
    [80_000_000, '80 MB'],
    [1_540_000_000, '1.5 GB'],
    [2e15, '2,000 TB']
  ])('says %d as %s', (number, said) => expect(bytes(number)).toBe(said));
});
