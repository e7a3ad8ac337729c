import { expect, it } from 'vitest';
import { trendPath } from './trend';

const point = (failing: number) => ({ at: '2026-01-01T00:00:00Z', failing });

it('goes from the left edge to the right one, within its height', () => {
  const path = trendPath([point(0), point(4), point(2)], 200, 100, 4);
  expect(path).toBe('M0.0 100.0H100.0V16.0H200.0V58.0');
  expect(trendPath([], 200, 100, 1)).toBe('');
  expect(trendPath([point(3)], 200, 100, 3)).toBe('M0.0 16.0');
});
