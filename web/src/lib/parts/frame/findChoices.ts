import type { Device, MacPlace, RevisionMarkLocation } from '$lib/api/client';
import type { Word } from './words';

/** Something that was found, and the page that shows it. */
export interface Choice {
  key: string;
  title: string;
  more: string;
  path: string;
}

/** A place of a device as it is shown: an address, in brackets if it has colons itself, and a port. */
const PLACE = /^(?:\[([^\]\s]+)\]|([^\s:[\]]+)):(\d{1,5})$/;

/** The words to look for, and the port that was named with an address. */
export function wordsAndPort(text: string): { words: string; port?: number } {
  const [, bracketed, plain, port] = PLACE.exec(text.trim()) ?? [];
  return port === undefined ? { words: text } : { words: bracketed ?? plain ?? '', port: Number(port) };
}

/** Whether a text is a MAC address, in groups or not. */
export function isMac(text: string): boolean {
  return /^[0-9a-f]{12}$/i.test(text.trim().replace(/[.:-]/g, ''));
}

/** Where a MAC address was seen: the port behind which it is, or what it has for an address. */
export function placesOf(places: readonly MacPlace[]): Choice[] {
  return places.map(({ device, kind, cells }, index) => ({
    key: `mac ${index}`,
    title: device,
    more: [
      kind === 'MACS' ? 'MAC table' : 'ARP',
      cells.port && `port ${cells.port}`,
      cells.vlan && `VLAN ${cells.vlan}`,
      cells.address
    ]
      .filter(Boolean)
      .join(' · '),
    path: `/devices/${encodeURIComponent(device)}/tables?table=${kind}&find=${encodeURIComponent(cells.mac ?? '')}`
  }));
}

/** The words, looked for in what every device runs. */
export const linesOf = (text: string): Choice => ({
  key: 'lines',
  title: `Lines with “${text.trim()}”`,
  more: 'in all configurations',
  path: `/search?${new URLSearchParams({ text: text.trim() })}`
});

/** Pages whose word begins with what was typed. */
export function pagesOf(text: string, pages: readonly Word[]): Choice[] {
  const wanted = text.trim().toLowerCase();
  return pages
    .filter(({ word }) =>
      word
        .toLowerCase()
        .split(' ')
        .some((part) => part.startsWith(wanted))
    )
    .slice(0, 4)
    .map(({ word, path, letter }) => ({
      key: `page ${path}`,
      title: word,
      more: `page · g ${letter}`,
      path
    }));
}

/** Devices first, then revisions by what was written to them. */
export function choicesOf(
  devices: readonly Device[],
  marks: readonly RevisionMarkLocation[],
  port?: number
): Choice[] {
  const page = (device: string) => `/devices/${encodeURIComponent(device)}`;
  const there = devices.filter((device) => port === undefined || device.port === port);
  return [
    ...there.map((device) => ({
      key: `device ${device.name}`,
      title: device.name,
      more: `${device.site} · ${device.model} · ${device.host}`,
      path: page(device.name)
    })),
    ...marks.map((mark) => ({
      key: `mark ${mark.device} ${mark.kind} ${mark.number} ${mark.text}`,
      title: mark.text,
      more: `${mark.device} · ${mark.kind.toLowerCase()} · revision ${mark.number}`,
      path: `${page(mark.device)}?kind=${mark.kind}&b=${mark.number}`
    }))
  ];
}
