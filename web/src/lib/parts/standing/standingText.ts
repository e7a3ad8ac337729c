import type { ConcernedDrift, StandingRule } from '$lib/api/client';
import { count, span } from '$lib/text/time';

export const DEED: Record<StandingRule['deed'], string> = {
  TELL: 'only tell',
  ADOPT: 'adopt',
  PUT_BACK: 'put back'
};

const MINUTE = 60_000;

/** How long after the last edit it acts. */
export const delayText = (rule: Pick<StandingRule, 'delayMinutes'>) =>
  rule.delayMinutes === 0 ? 'at once' : `${span(rule.delayMinutes * MINUTE)} after the last edit`;

/** Which devices it is for. */
export const scopeText = (rule: Pick<StandingRule, 'query'>) => rule.query || 'the whole fleet';

/** What becomes of the drift of a device by itself, in a few words. */
export function concernedText(each: ConcernedDrift, now: number): string {
  if (each.deed === 'TELL') return `only told: ${each.rule}`;
  if (each.change !== undefined) return `put back by C-${each.change}: ${each.rule}`;
  if (each.hindrance) return `${each.rule} does not act`;
  const left = Date.parse(each.dueAt) - now;
  const when = left <= 0 ? 'in a moment' : `in ${span(Math.max(left, MINUTE))}`;
  return `${DEED[each.deed]} ${when}: ${each.rule}`;
}

/** What a rule would mean today, so that nobody writes one that does more than they think. */
export function reachText(deed: StandingRule['deed'], devices: number, drifting: readonly string[]): string {
  const meant = `${count(devices, 'device')} today`;
  if (drifting.length === 0) return `${meant}; none of them drifts now.`;
  const named =
    drifting.slice(0, 5).join(', ') + (drifting.length > 5 ? ` and ${drifting.length - 5} more` : '');
  return deed === 'TELL' ? `${meant}; now drifting: ${named}.` : `${meant}; it would act on ${named}.`;
}
