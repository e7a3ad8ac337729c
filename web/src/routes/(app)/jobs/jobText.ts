import type { Job, JobLine } from '$lib/api/client';
import { count, span } from '$lib/text/time';

/** All lines of a job. */
export function totalOf(job: Job): number {
  return Object.values(job.states).reduce((sum, lines) => sum + lines, 0);
}

export function endedOf(job: Job): number {
  return totalOf(job) - (job.states.WAITING ?? 0) - (job.states.IN_HAND ?? 0);
}

/** Where a job stands, in a few words. */
export function stateOf(job: Job): string {
  const failed = job.states.FAILED ?? 0;
  const stopped = job.states.STOPPED ?? 0;
  const parts = [failed > 0 && `${failed} failed`, stopped > 0 && `${stopped} stopped`].filter(Boolean);
  if (!job.endedAt) return [`${endedOf(job)} of ${totalOf(job)}`, ...parts].join(', ');
  return parts.length > 0 ? parts.join(', ') : `all ${count(job.states.DONE ?? 0, 'line')} done`;
}

/** The fingerprint of the key or certificate that a device showed in place of the pinned one. */
export function shownKey(line: JobLine): string | undefined {
  const isChanged = line.outcome === 'HOST_KEY_CHANGED' || line.outcome === 'CERTIFICATE_CHANGED';
  return isChanged ? line.seen.match(/shown was (SHA256:\S+)/)?.[1] : undefined;
}

/** The name under which a line of an import is in the fleet. */
export function deviceOf(line: JobLine): string | undefined {
  const isThere = ['ADDED', 'ALREADY_KNOWN', 'SAME_DEVICE'].includes(line.outcome);
  return isThere && line.found !== '' ? line.found : undefined;
}

/** Whether the lines of a job are devices of the fleet already. */
export const isOfFleet = (kind: Job['kind']) =>
  kind === 'COPY' || kind === 'SAVE' || kind === 'TRY' || kind === 'PAST';

/** Whether a job brings devices in. */
export const bringsIn = (kind: Job['kind']) => kind === 'IMPORT' || kind === 'RANGE';

/** What came of bringing devices in, count by count. */
export function importCounts(job: Job) {
  const outcome = (...wanted: string[]) =>
    job.outcomes.filter((each) => wanted.includes(each.outcome)).reduce((sum, each) => sum + each.lines, 0);
  return {
    inHand: (job.states.WAITING ?? 0) + (job.states.IN_HAND ?? 0),
    added: outcome('ADDED'),
    known: outcome('ALREADY_KNOWN', 'SAME_DEVICE'),
    nobody: outcome('NOBODY_THERE'),
    failed: (job.states.FAILED ?? 0) + (job.states.STOPPED ?? 0)
  };
}

/** How long a job took, or has taken so far. */
export function tookOf(job: Pick<Job, 'askedAt' | 'endedAt'>, now: number): string {
  const end = job.endedAt ? Date.parse(job.endedAt) : now;
  return span(Math.max(0, end - Date.parse(job.askedAt)));
}

/** Whether a line has ended without what was asked for. */
export const mayTryAgain = (line: JobLine) => line.state === 'FAILED' || line.state === 'STOPPED';

/** A rate of a few lines says nothing. */
export const saysRate = (job: Job) => endedOf(job) >= 20;

/** Lines in a minute, as exact as it is worth reading. */
export function rateOf(job: Job): string {
  return job.perMinute.toLocaleString('en-GB', { maximumFractionDigits: job.perMinute < 10 ? 1 : 0 });
}
