import type { OtherFound, OtherHit } from '$lib/api/client';
import { count } from '$lib/text/time';

type Kind = OtherFound['kind'];

export const OTHER_WORDS: Record<Kind, string> = {
  DEVICE: 'Names, addresses, tags',
  FACT: 'Facts',
  MARK: 'Labels and notes',
  ACCOUNTED: 'Accounted for',
  MAP_NOTE: 'Notes on the map',
  TABLE: 'Tables'
};

const TABLES: Record<string, string> = {
  ROUTES: 'route',
  ARP: 'ARP',
  MACS: 'MAC table',
  NEIGHBOURS: 'neighbour'
};

export const otherWhat = (kind: Kind, hit: OtherHit): string =>
  kind === 'TABLE' ? (TABLES[hit.what] ?? hit.what) : kind === 'DEVICE' ? 'device' : hit.what;

/** Cells with their names, so that one need not know the order of columns. */
export function otherText(hit: OtherHit): string {
  const cells = Object.entries(hit.cells).filter(([, value]) => value !== '');
  if (cells.length === 0) return hit.text;
  return cells.map(([name, value]) => `${name.replace('_', ' ')} ${value}`).join(' · ');
}

/** The page that shows it. */
export function otherPath(kind: Kind, hit: OtherHit): string {
  if (kind === 'MAP_NOTE') return '/map';
  const device = `/devices/${encodeURIComponent(hit.device)}`;
  const key = hit.cells.mac ?? hit.cells.prefix ?? hit.cells.name ?? hit.text;
  if (kind === 'TABLE') return `${device}/tables?${new URLSearchParams({ table: hit.what, find: key })}`;
  if (kind === 'FACT') return `${device}/facts`;
  if (hit.number === undefined) return device;
  const config = /of (running|saved|agreed)$/.exec(hit.what)?.[1]?.toUpperCase() ?? 'RUNNING';
  return `${device}?kind=${config}&b=${hit.number}`;
}

/** The same fact of several devices, in one row. */
export interface OtherRow {
  hit: OtherHit;
  devices: string[];
}

export function rowsOf(hits: readonly OtherHit[]): OtherRow[] {
  const rows = new Map<string, OtherRow>();
  for (const hit of hits) {
    const key = JSON.stringify([hit.what, hit.text, hit.number, hit.at]);
    const row = rows.get(key);
    if (row) row.devices.push(hit.device);
    else rows.set(key, { hit, devices: [hit.device] });
  }
  return [...rows.values()];
}

/** In a line: `2 facts, 14 rows of tables`; empty if there is nothing. */
export function othersText(found: readonly OtherFound[]): string {
  const words: Record<Kind, [string, string]> = {
    DEVICE: ['name or address', 'names or addresses'],
    FACT: ['fact', 'facts'],
    MARK: ['label or note', 'labels or notes'],
    ACCOUNTED: ['note of somebody who accounted for a change', 'notes of those who accounted for changes'],
    MAP_NOTE: ['note on the map', 'notes on the map'],
    TABLE: ['row of a table', 'rows of tables']
  };
  return found.map(({ kind, matching }) => count(matching, ...words[kind])).join(', ');
}
