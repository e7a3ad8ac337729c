import type { AgeCount, BoardPart, DriftRow, OutcomeCounts } from '$lib/api/client';

export const KINDS: Record<BoardPart['kind'], string> = {
  SITES: 'Score by site',
  AGES: 'Open findings by age',
  CLAUSES: 'State of each clause',
  GROUPS: 'By group of clauses',
  PARAGRAPHS: 'By paragraph of other standards',
  TREND: 'Findings in time',
  DRIFT: 'Drift by part of the configuration',
  ANSWERS: 'Four questions by site'
};

/** Kinds that tell of one standard. */
export const OF_STANDARD: readonly BoardPart['kind'][] = [
  'SITES',
  'CLAUSES',
  'GROUPS',
  'PARAGRAPHS',
  'TREND'
];

/** How many of those that were asked hold, as whole per cent that never round up to all; nothing if none was asked. */
export function score({ pass, fail, notKnown }: OutcomeCounts): number | undefined {
  const asked = pass + fail + notKnown;
  if (asked === 0) return undefined;
  return Math.floor((100 * pass) / asked);
}

export const AGES: Record<AgeCount['age'], string> = {
  A_DAY: 'a day at most',
  A_WEEK: 'up to a week',
  A_MONTH: 'up to a month',
  LONGER: 'longer'
};

interface Bar {
  name: string;
  value: number;
}

/** A bar for each age, the youngest first. */
export const ageBars = (ages: readonly AgeCount[]): Bar[] =>
  (Object.keys(AGES) as AgeCount['age'][]).map((age) => ({
    name: AGES[age],
    value: ages.filter((each) => each.age === age).reduce((sum, each) => sum + each.failing, 0)
  }));

/** On how many devices which part of the configuration has drifted, the most first. */
export function driftBars(rows: readonly DriftRow[]): Bar[] {
  const counts = new Map<string, number>();
  for (const row of rows) for (const part of row.parts) counts.set(part, (counts.get(part) ?? 0) + 1);
  return [...counts]
    .map(([name, value]) => ({ name, value }))
    .toSorted((a, b) => b.value - a.value || a.name.localeCompare(b.name));
}
