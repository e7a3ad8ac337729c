import type { DeviceEvent, Revision } from '$lib/api/client';

/** Something that became different on a device: an event, or a revision of its configuration. */
export type Entry =
  | { at: string; key: string; event: DeviceEvent; revision?: undefined }
  | { at: string; key: string; revision: Revision; event?: undefined };

/** Both in one list, the newest first; revisions only as far back as the events that are shown. */
export function timelineOf(
  events: readonly DeviceEvent[],
  revisions: readonly Revision[],
  isWhole: boolean
): Entry[] {
  const oldest = isWhole ? '' : (events.at(-1)?.at ?? '');
  const entries: Entry[] = [
    ...events.map((event) => ({ at: event.at, key: `event ${event.id}`, event })),
    ...revisions
      .filter((revision) => revision.firstCopyAt >= oldest)
      .map((revision) => ({ at: revision.firstCopyAt, key: `revision ${revision.number}`, revision }))
  ];
  return entries.sort((one, other) => Date.parse(other.at) - Date.parse(one.at));
}
