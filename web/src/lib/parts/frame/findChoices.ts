import type { Device, RevisionMarkLocation } from '$lib/api/client';

/** Something that was found, and the page that shows it. */
export interface Choice {
  key: string;
  title: string;
  more: string;
  path: string;
}

/** Devices first, then revisions by what was written to them. */
export function choicesOf(devices: readonly Device[], marks: readonly RevisionMarkLocation[]): Choice[] {
  const page = (device: string) => `/devices/${encodeURIComponent(device)}`;
  return [
    ...devices.map((device) => ({
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
