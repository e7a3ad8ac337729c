import type {
  Clause,
  ClauseException,
  Evidence,
  FindingRow,
  Section,
  StandardVerdicts,
  StandardVersion
} from '$lib/api/client';
import { whoText } from '$lib/parts/history/whoText';
import { count } from '$lib/text/time';

export const BINDING: Record<Clause['binding'], string> = {
  ADVISE: 'advise',
  WARN: 'warn',
  REFUSE: 'refuse'
};

export const KIND: Record<Clause['kind'], string> = {
  GOLDEN: 'must stand',
  REQUIRED: 'a line like this',
  FORBIDDEN: 'must not stand',
  FOR_EACH: 'for each block',
  KNOWN: 'known of the device',
  ANSWER: 'what it answers'
};

export const TABLE: Record<NonNullable<Clause['table']>, string> = {
  ROUTES: 'its routes: prefix, next hop, port, origin',
  ARP: 'its ARP table: address, MAC address, port',
  MACS: 'its MAC addresses: VLAN, MAC address, port',
  NEIGHBOURS: 'its neighbours: port, name, far port, model'
};

export const MANNER: Record<NonNullable<Clause['manner']>, string> = {
  AT_LEAST: 'at least these',
  EXACT: 'exactly these',
  IN_ORDER: 'in this order'
};

export const CONDITION: Record<NonNullable<Clause['condition']>, string> = {
  COMPARES: 'a value compares',
  HAS_LINE: 'has a line',
  HAS_NO_LINE: 'has no line'
};

export const VALUE_KIND: Record<NonNullable<Clause['valueKind']>, string> = {
  NUMBER: 'number',
  ADDRESS: 'address',
  SET: 'set',
  DURATION: 'duration',
  RELEASE: 'release',
  TEXT: 'text'
};

type Comparison = NonNullable<Clause['comparison']>;

export const COMPARISON: Record<Comparison, string> = {
  AT_MOST: 'at most',
  AT_LEAST: 'at least',
  EXACTLY: 'exactly',
  OTHER_THAN: 'other than',
  WITHIN: 'within',
  HOLDS: 'with'
};

const ORDERED: readonly Comparison[] = ['AT_MOST', 'AT_LEAST', 'EXACTLY', 'OTHER_THAN'];
const COMPARISONS: Record<NonNullable<Clause['valueKind']>, readonly Comparison[]> = {
  NUMBER: ORDERED,
  DURATION: ORDERED,
  RELEASE: ORDERED,
  ADDRESS: ['WITHIN', 'EXACTLY', 'OTHER_THAN'],
  SET: ['WITHIN', 'HOLDS', 'EXACTLY', 'OTHER_THAN'],
  TEXT: ['EXACTLY', 'OTHER_THAN']
};

/** How values of a kind may be compared. */
export const comparisonsOf = (kind: NonNullable<Clause['valueKind']>): readonly Comparison[] =>
  COMPARISONS[kind];

export const FACT: Record<NonNullable<Clause['fact']>, string> = {
  RUNNING_IS_SAVED: 'what runs is saved',
  RUNNING_IS_AGREED: 'what runs is what was agreed',
  RELEASE_IS_STANDARD: 'it is on the standard release',
  NO_OPEN_ADVISORY: 'no advisory is open'
};

export const SEVERITY: Record<NonNullable<Clause['severity']>, string> = {
  LOW: 'low',
  MEDIUM: 'medium',
  HIGH: 'high',
  CRITICAL: 'critical'
};

export const VERDICT: Record<FindingRow['kind'], string> = {
  PASS: 'holds',
  FAIL: 'fails',
  NOT_KNOWN: 'not known'
};

export type Outcome = StandardVerdicts['verdicts'][number]['outcome'];

export const OUTCOME: Record<Outcome, string> = {
  PASS: 'holds',
  FAIL: 'fails',
  EXCEPTED: 'excepted',
  NOT_KNOWN: 'not known',
  NOT_ASKED: 'not asked'
};

const ENDED: Record<string, string> = {
  CHANGED: 'device altered',
  CLAUSE_ALTERED: 'clause altered',
  NOT_ASKED: 'not asked any more',
  KNOWN: 'known otherwise'
};

/** How a finding ended, and by whom if somebody altered the device, in words. */
export const endedText = (row: Pick<FindingRow, 'ended' | 'endedWho'>): string =>
  row.endedWho ? `altered by ${whoText(row.endedWho)}` : (ENDED[row.ended ?? ''] ?? '');

/** Findings in lists are told apart by this; closed ones may be of the same clause on the same device. */
export const findingKey = (row: FindingRow): string =>
  [row.standard, row.tag, row.device, row.since].join(' ');

/** Which clauses a text brought, altered and took out, in one line. */
export function versionText(version: StandardVersion): string {
  const said = [
    ['new', version.added],
    ['altered', version.altered],
    ['taken out', version.removed]
  ] as const;
  const words = said
    .filter(([, tags]) => tags.length > 0)
    .map(([word, tags]) => `${word}: ${tags.slice(0, 5).join(', ')}${tags.length > 5 ? ' …' : ''}`);
  if (version.hasValues) words.push('values of sites');
  return words.join('; ') || 'nothing';
}

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

/**
 * Lines as somebody copied them from a terminal or a page: without what terminals and editors put between and behind them,
 * and moved to the left together.
 */
export function tidied(text: string): string {
  const lines = text
    // Colours and movements of a terminal (ECMA-48), and letters that were taken back.
    // eslint-disable-next-line no-control-regex
    .replace(/\u001b\[[0-9;?]*[ -/]*[@-~]/g, '')
    // eslint-disable-next-line no-control-regex
    .replace(/[^\n]\u0008/g, '')
    .split(/\r\n|\r|\n/)
    .map((line) => line.replace(/\s+$/, ''));
  while (lines.length > 0 && lines[0] === '') lines.shift();
  while (lines.at(-1) === '') lines.pop();
  const indents = lines.filter(Boolean).map((line) => line.length - line.trimStart().length);
  const shared = Math.min(...indents);
  return lines.length === 0 ? '' : lines.map((line) => line.slice(shared)).join('\n') + '\n';
}

/** The fields that sites fill, in the order in which they come. */
export function fieldsOf(clauses: readonly Clause[]): string[] {
  const names = clauses.flatMap((clause) =>
    [
      ...[clause.text, clause.limit, clause.repair].join(' ').matchAll(/\{\{ *([a-z][a-z0-9-]{0,39}) *\}\}/g)
    ].map((match) => match[1] ?? '')
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

const WEEK = 7 * 86_400_000;

/** Whether an exception holds and ends within a week. */
export const endsSoon = (exception: Pick<ClauseException, 'endsAt' | 'endedAt'>, now: Date): boolean =>
  !exception.endedAt && new Date(exception.endsAt).getTime() - now.getTime() < WEEK;

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
