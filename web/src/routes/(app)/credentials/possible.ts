import type { Possible } from '$lib/api/client';

/** Platforms for which a choice makes the same possible. */
export interface SamePossible {
  titles: string[];
  can: string[];
  cannot: { what: string; why: string }[];
}

/** In the order of the platforms, each group where its first one stands. */
export function together(platforms: Possible[]): SamePossible[] {
  const groups = new Map<string, SamePossible>();
  for (const platform of platforms) {
    const one = of(platform);
    const key = JSON.stringify([one.can, one.cannot]);
    const known = groups.get(key);
    if (known) known.titles.push(platform.title);
    else groups.set(key, one);
  }
  return [...groups.values()];
}

function of(platform: Possible): SamePossible {
  const all: [string, string | undefined][] = [
    ['copy', platform.whyNoCopy],
    ['put back', platform.whyNoPutBack],
    ['image transfer', platform.whyNoImageTransfer]
  ];
  return {
    titles: [platform.title],
    can: all.filter(([, why]) => why === undefined).map(([what]) => what),
    cannot: all.flatMap(([what, why]) => (why === undefined ? [] : [{ what, why }]))
  };
}
