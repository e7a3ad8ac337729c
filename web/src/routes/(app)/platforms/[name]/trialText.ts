import type { TrialStep } from '$lib/api/client';

/** What a step is called. */
export const STEP: Record<TrialStep['kind'], string> = {
  CONNECTED: 'Connected',
  PROMPT_FOUND: 'Prompt found',
  PAGING_OFF: 'Paging off',
  PRIVILEGED: 'Privileged level',
  RECOGNISED: 'Recognised',
  FACTS_FOUND: 'Facts found',
  CONFIGURATION_READ: 'Configuration read',
  TREE_BUILT: 'Tree built',
  WRITTEN_BACK: 'Written back',
  TABLE_READ: 'Table read',
  ENDED: 'End'
};

/** "12 steps reached, 1 not". */
export function summary(steps: readonly TrialStep[]): string {
  const inside = steps.filter((step) => step.kind !== 'ENDED');
  const missed = inside.filter((step) => !step.reached).length + (steps.at(-1)?.reached === false ? 1 : 0);
  const reached = inside.filter((step) => step.reached).length;
  return `${reached} ${reached === 1 ? 'step' : 'steps'} reached${missed > 0 ? `, ${missed} not` : ''}`;
}
