import type { DeviceTable } from '$lib/api/client';

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

/** The rows that have every one of the words in some cell, capital letters or not. */
export function rowsWith(rows: readonly (readonly string[])[], sought: string) {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter((row) => words.every((word) => row.some((cell) => cell.toLowerCase().includes(word))));
}
