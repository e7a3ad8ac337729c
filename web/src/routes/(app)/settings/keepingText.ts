import type { RetentionDue } from '$lib/api/client';

/** Revisions that would go, a line for each configuration: runs of numbers, as "1 to 12, 14". */
export function dueByDevice(named: RetentionDue['named']) {
  const lines: Record<string, { title: string; path: string; found: number[] }> = {};
  for (const { device, kind, number } of named) {
    const title = `${device}, ${kind.toLowerCase()}`;
    const path = `/devices/${encodeURIComponent(device)}?kind=${kind}`;
    (lines[title] ??= { title, path, found: [] }).found.push(number);
  }
  return Object.values(lines).map(({ title, path, found }) => ({ title, path, numbers: runsOf(found) }));
}

function runsOf(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const number of numbers) {
    const last = runs.at(-1);
    if (last && last[1] === number - 1) last[1] = number;
    else runs.push([number, number]);
  }
  return runs.map(([from, to]) => (from === to ? `${from}` : `${from} to ${to}`)).join(', ');
}
