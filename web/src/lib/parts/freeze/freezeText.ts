import type { Freeze } from '$lib/api/client';

/** When it holds next and until when, in milliseconds from a moment on; nothing if it does neither any more. */
export function turnOf(freezes: readonly Freeze[], now: number): number | undefined {
  const turns = freezes
    .filter((freeze) => freeze.phase === 'NOW' || freeze.phase === 'COMING')
    .flatMap((freeze) => [Date.parse(freeze.startsAt), Date.parse(freeze.endsAt)])
    .filter((at) => at > now);
  return turns.length > 0 ? Math.min(...turns) - now : undefined;
}

export const PHASE: Record<Freeze['phase'], string> = {
  COMING: 'coming',
  NOW: 'holds now',
  OVER: 'over',
  LIFTED: 'lifted'
};

export const LIFTER: Record<Freeze['lifter'], string> = {
  VIEWER: 'nobody',
  ENGINEER: 'engineers',
  APPROVER: 'approvers',
  ADMINISTRATOR: 'administrators'
};

/** Which devices it holds. */
export const scopeOf = (freeze: Pick<Freeze, 'query'>) => freeze.query || 'the whole fleet';
