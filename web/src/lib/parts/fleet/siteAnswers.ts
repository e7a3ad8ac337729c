import type { Answer, SiteAnswers } from '$lib/api/client';

export const ASKED = ['KEPT', 'MATCHED', 'SOUND', 'CURRENT'] as const;
type Question = (typeof ASKED)[number];
type Kind = Answer['kind'];

export interface SiteCell {
  /** How many need attention or say no; a question mark where nothing is known of any. */
  text: string;
  tone: 'no' | 'attention' | 'unknown' | 'none';
  /** The list that holds exactly these; none if there are none. */
  path: string | undefined;
}

/** What a site has to say to a question, in one cell. */
export function cellOf(row: SiteAnswers, question: Question): SiteCell {
  const counts = (row.answers as Partial<Record<Question, Partial<Record<Kind, number>>>>)[question] ?? {};
  const [no, attention] = [counts.NO ?? 0, counts.ATTENTION ?? 0];
  if (no + attention > 0)
    return {
      text: String(no + attention),
      tone: no > 0 ? 'no' : 'attention',
      path: listOf(row.site, `${question.toLowerCase()} is no, attention`)
    };
  const isUnknown = (counts.YES ?? 0) === 0 && (counts.NOT_KNOWN ?? 0) > 0;
  return isUnknown
    ? { text: '?', tone: 'unknown', path: listOf(row.site, `${question.toLowerCase()} is unknown`) }
    : { text: '·', tone: 'none', path: undefined };
}

const listOf = (site: string, query: string) => `/fleet?${new URLSearchParams({ site, query })}`;
