import type { Clause, Evidence, Finding, Section } from '$lib/api/client';
import { count } from '$lib/text/time';

export const BINDING: Record<Clause['binding'], string> = {
  ADVISE: 'advise',
  WARN: 'warn',
  REFUSE: 'refuse'
};

export const KIND: Record<Clause['kind'], string> = {
  GOLDEN: 'must stand',
  FORBIDDEN: 'must not stand',
  FOR_EACH: 'for each block'
};

export const COMPARISON: Record<NonNullable<Clause['comparison']>, string> = {
  AT_MOST: 'at most',
  AT_LEAST: 'at least',
  EXACTLY: 'exactly'
};

export const VERDICT: Record<Finding['kind'], string> = {
  PASS: 'holds',
  FAIL: 'fails',
  NOT_KNOWN: 'not known'
};

/** A new clause of a kind, with nothing filled in that could be mistaken for a rule. */
export const emptyClause = (platform: string, tag: string): Clause => ({
  tag,
  reason: '',
  binding: 'WARN',
  platform,
  scope: '',
  kind: 'GOLDEN',
  text: ''
});

/** The first tag of its kind that no clause has. */
export function freeTag(clauses: readonly Clause[]): string {
  let number = clauses.length + 1;
  while (clauses.some((clause) => clause.tag === `clause-${number}`)) number++;
  return `clause-${number}`;
}

/** The fields in golden texts, in the order in which they come. */
export function fieldsOf(clauses: readonly Clause[]): string[] {
  const names = clauses.flatMap((clause) =>
    [...(clause.text ?? '').matchAll(/\{\{ *([a-z][a-z0-9-]{0,39}) *\}\}/g)].map((match) => match[1] ?? '')
  );
  return [...new Set(names)];
}

/** What stands and what should, in one line; lines count from 1 on the screen. */
export function evidenceText(evidence: Evidence): string {
  const where = evidence.path.length > 0 ? `${evidence.path.join(' / ')}: ` : '';
  const line = evidence.line === undefined ? '' : `line ${evidence.line + 1}: `;
  if (evidence.expected === '') return `${where}${line}${evidence.found ?? ''} must not stand`;
  return evidence.found === undefined
    ? `${where}${evidence.expected} is missing`
    : `${where}${line}${evidence.found}, expected ${evidence.expected}`;
}

/** How strongly a cell of the heat table is drawn, from 0 to 3. */
export function warmth(failing: number, most: number): number {
  if (failing === 0) return 0;
  return Math.max(1, Math.ceil((3 * failing) / most));
}

type SectionMark = Section['lines'][number]['mark'];

export const SECTION_SIGN: Record<SectionMark, string> = {
  HOLDS: '✓',
  DEPARTS: '✗',
  MISSING: '–',
  AROUND: ''
};

export const SECTION_WORD: Record<SectionMark, string> = {
  HOLDS: '',
  DEPARTS: 'departs',
  MISSING: 'missing',
  AROUND: ''
};

/** How much of a configuration a clause speaks of; lines around it and lines that are missing do not count. */
export function sectionText(section: Section): string {
  const own = section.lines.filter((line) => line.mark === 'HOLDS' || line.mark === 'DEPARTS').length;
  if (own === 0) return `nothing of it stands in ${count(section.of, 'line')}`;
  return `section of ${count(own, 'line')}, cut from ${section.of}`;
}
