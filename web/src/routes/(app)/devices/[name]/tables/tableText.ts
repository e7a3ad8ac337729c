import type { DeviceTable, TableDifference, TableReading } from '$lib/api/client';

export const ORDER: DeviceTable['kind'][] = ['NEIGHBOURS', 'ROUTES', 'ARP', 'MACS'];

export const TABLE: Record<DeviceTable['kind'], string> = {
  NEIGHBOURS: 'Neighbours',
  ROUTES: 'Routes',
  ARP: 'ARP',
  MACS: 'MAC addresses'
};

export const COLUMN: Record<string, string> = {
  prefix: 'Prefix',
  via: 'Via',
  port: 'Port',
  origin: 'From',
  address: 'Address',
  mac: 'MAC address',
  vlan: 'VLAN',
  name: 'Neighbour',
  far_port: 'Its port',
  model: 'Its model'
};

/** What became of a row: a shape and a word beside the colour. */
export const SIGN: Record<
  TableDifference['rows'][number]['state'],
  { shape: string; said: string; ink: string }
> = {
  ADDED: { shape: '+', said: 'came', ink: 'text-success' },
  REMOVED: { shape: '−', said: 'went', ink: 'text-error' },
  ALTERED: { shape: '~', said: 'altered', ink: 'text-warning' }
};

/** What a reading brought, as "+2 −1"; empty for the first, which nothing stands before. */
export function broughtBy({ added, removed, altered }: TableReading): string {
  const parts = [
    [added, '+'],
    [removed, '−'],
    [altered, '~']
  ] as const;
  return parts
    .filter(([rows]) => rows > 0)
    .map(([rows, sign]) => `${sign}${rows}`)
    .join(' ');
}

/** Whether every one of the words is in some cell, capital letters or not. */
export function hasWords(cells: readonly string[], sought: string): boolean {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return words.every((word) => cells.some((cell) => cell.toLowerCase().includes(word)));
}

export function rowsWith(rows: readonly (readonly string[])[], sought: string) {
  return rows.filter((row) => hasWords(row, sought));
}
