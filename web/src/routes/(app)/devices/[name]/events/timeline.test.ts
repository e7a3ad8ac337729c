import { expect, it } from 'vitest';
import type { DeviceEvent, Revision } from '$lib/api/client';
import { timelineOf } from './timeline';

const event = (id: number, at: string) => ({ id, at }) as DeviceEvent;
const revision = (number: number, firstCopyAt: string) => ({ number, firstCopyAt }) as Revision;
const events = [event(2, '2026-11-20T08:00:00.5Z'), event(1, '2026-11-10T08:00:00Z')];
const revisions = [
  revision(1, '2026-11-01T08:00:00Z'),
  revision(2, '2026-11-15T08:00:00Z'),
  revision(3, '2026-11-20T08:00:00Z')
];

it('has both, the newest first', () => {
  const keys = timelineOf(events, revisions, true).map(({ key }) => key);
  expect(keys).toEqual(['event 2', 'revision 3', 'revision 2', 'event 1', 'revision 1']);
});

it('goes no farther back than the events that were fetched', () => {
  const keys = timelineOf(events, revisions, false).map(({ key }) => key);
  expect(keys).toEqual(['event 2', 'revision 3', 'revision 2', 'event 1']);
});
