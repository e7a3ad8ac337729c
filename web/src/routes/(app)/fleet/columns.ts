import type { Device } from '$lib/api/client';

export interface Column {
  key: string;
  title: string;
  /** What the server sorts by; some columns cannot be sorted. */
  sort?: string;
  width: string;
}

/** Every column that the fleet can show, in their order. The name is always there. */
export const COLUMNS: Column[] = [
  { key: 'role', title: 'Role', sort: 'role', width: 'minmax(70px,0.8fr)' },
  { key: 'site', title: 'Site', sort: 'site', width: 'minmax(90px,1fr)' },
  { key: 'model', title: 'Model', sort: 'model', width: 'minmax(70px,0.7fr)' },
  { key: 'release', title: 'Release', sort: 'release', width: 'minmax(70px,0.7fr)' },
  { key: 'address', title: 'Address', sort: 'address', width: 'minmax(150px,1.1fr)' },
  { key: 'serial', title: 'Serial', width: 'minmax(110px,0.9fr)' },
  { key: 'platform', title: 'Platform', width: 'minmax(80px,0.7fr)' },
  { key: 'pair', title: 'Pair', width: 'minmax(110px,1fr)' },
  { key: 'tags', title: 'Tags', width: 'minmax(100px,1fr)' },
  { key: 'copied', title: 'Copied', sort: 'copied', width: 'minmax(70px,0.6fr)' },
  { key: 'checked', title: 'Looked at', width: 'minmax(80px,0.6fr)' },
  { key: 'changed', title: 'Last change', sort: 'changed', width: 'minmax(95px,0.8fr)' }
];

const USUAL = ['role', 'model', 'release', 'copied', 'changed'];

/** The columns that an address names, in their order; the usual ones if it names none. */
export function columnsOf(text: string | null): Column[] {
  const wanted = text ? text.split(' ') : USUAL;
  return COLUMNS.filter((column) => wanted.includes(column.key));
}

/** What the address says once a column was taken in or out; empty for the usual ones. */
export function withColumn(text: string | null, key: string): string {
  const shown = columnsOf(text).map((column) => column.key);
  const next = shown.includes(key) ? shown.filter((each) => each !== key) : [...shown, key];
  const ordered = COLUMNS.map((column) => column.key).filter((each) => next.includes(each));
  return ordered.join(' ') === USUAL.join(' ') ? '' : ordered.join(' ') || 'none';
}

/** A cell's plain text; moments are drawn otherwise. */
export function cellOf(device: Device, key: string): string {
  switch (key) {
    case 'address':
      return `${device.host}:${device.port}`;
    case 'tags':
      return device.tags.join(', ');
    case 'pair':
      return device.pair ?? '';
    default:
      return String(device[key as keyof Device] ?? '');
  }
}
