import type { RetentionDue } from '$lib/api/client';
import { count } from '$lib/text/time';

type Kept = { device: string; kind: string; number: number };

/** The page on which something kept is to be seen; kinds that are no configuration's are tables'. */
export const pageOf = ({ device, kind }: Kept) =>
  `/devices/${encodeURIComponent(device)}` +
  (isConfiguration(kind) ? `?kind=${kind}` : `/tables?table=${kind}`);

const isConfiguration = (kind: string) => kind === 'RUNNING' || kind === 'SAVED';

export const wordOf = (kind: string) => kind.toLowerCase() + (isConfiguration(kind) ? '' : ' (table)');

/** "3 revisions and 2 readings of tables". */
export function whatGoes({ revisions, readings }: { revisions: number; readings: number }): string {
  const parts = [
    revisions > 0 || readings === 0 ? count(revisions, 'revision') : '',
    readings > 0 ? count(readings, 'reading of a table', 'readings of tables') : ''
  ];
  return parts.filter(Boolean).join(' and ');
}

/** What would go, a line for each configuration and table: runs of numbers, as "1 to 12, 14". */
export function dueByDevice(named: RetentionDue['named']) {
  const lines: Record<string, { title: string; path: string; found: number[] }> = {};
  for (const due of named) {
    const title = `${due.device}, ${wordOf(due.kind)}`;
    (lines[title] ??= { title, path: pageOf(due), found: [] }).found.push(due.number);
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
