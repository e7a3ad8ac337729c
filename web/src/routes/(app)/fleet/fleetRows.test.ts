import { describe, expect, it } from 'vitest';
import { partsOf } from './fleetRows.svelte';

describe('partsOf', () => {
  it.each([
    [0, 0, []],
    [0, 1, [0]],
    [0, 100, [0]],
    [0, 101, [0, 1]],
    [250, 420, [2, 3, 4]],
    [-5, 20, [0]]
  ])('of rows %d to %d', (from, to, parts) => expect(partsOf(from, to)).toEqual(parts));
});
