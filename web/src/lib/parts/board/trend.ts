import type { TrendPoint } from '$lib/api/client';

/** Room above the highest point, for its number. */
const ABOVE = 16;

/** A line in steps through the points, from left to right; none of it leaves the drawing. */
export function trendPath(
  points: readonly TrendPoint[],
  width: number,
  height: number,
  most: number
): string {
  const x = (i: number) => (points.length < 2 ? 0 : (i * width) / (points.length - 1));
  const y = (failing: number) => height - ((height - ABOVE) * failing) / Math.max(1, most);
  return points
    .map(({ failing }, i) =>
      i === 0
        ? `M${x(0).toFixed(1)} ${y(failing).toFixed(1)}`
        : `H${x(i).toFixed(1)}V${y(failing).toFixed(1)}`
    )
    .join('');
}
