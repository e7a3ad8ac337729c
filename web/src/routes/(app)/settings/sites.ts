import type { Site } from '$lib/api/client';

/** Sites with those that lie in them below, each with its depth. */
export function nested(sites: readonly Site[]): { site: Site; depth: number }[] {
  const inside = (parent: string | undefined, depth: number): { site: Site; depth: number }[] =>
    sites
      .filter((site) => site.parent === parent)
      .flatMap((site) => [{ site, depth }, ...inside(site.code, depth + 1)]);
  return inside(undefined, 0);
}
