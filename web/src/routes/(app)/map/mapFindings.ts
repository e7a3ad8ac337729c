import type { FindingRow } from '$lib/api/client';

/** As much as a box has room for. */
const ROOM = 19;

/** By device: which clauses it departs from, as far as there is room. */
export function toldOf(found: readonly Pick<FindingRow, 'device' | 'tag' | 'kind'>[]): Map<string, string> {
  const tags = new Map<string, string[]>();
  for (const { device, tag, kind } of found)
    if (kind === 'FAIL') tags.set(device, [...(tags.get(device) ?? []), tag]);
  return new Map([...tags].map(([device, all]) => [device, shortened(all)]));
}

function shortened(tags: readonly string[]): string {
  const whole = tags.join(', ');
  if (whole.length <= ROOM) return whole;
  return tags.length === 1 ? `${whole.slice(0, ROOM - 1)}…` : `${tags.length} findings`;
}
