import type { Job, JobLine } from '$lib/api/client';
import { count } from '$lib/text/time';

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
  const isThere = line.outcome === 'ADDED' || line.outcome === 'ALREADY_KNOWN';
  return isThere ? line.seen.match(/^as (\S+)/)?.[1] : undefined;
}

/** Lines in a minute, as exact as it is worth reading. */
export function rateOf(job: Job): string {
  return job.perMinute.toLocaleString('en-GB', { maximumFractionDigits: job.perMinute < 10 ? 1 : 0 });
}
