import type { Answer, Answers } from '$lib/api/client';

/** The four questions, always in this order. */
export const QUESTIONS = [
  { key: 'kept', letter: 'K', word: 'Kept', asks: 'is there a complete, recent copy?' },
  { key: 'matched', letter: 'M', word: 'Matched', asks: 'does it run what was agreed, and is that saved?' },
  { key: 'sound', letter: 'S', word: 'Sound', asks: 'does it hold to the standards?' },
  { key: 'current', letter: 'C', word: 'Current', asks: 'does it run the release that it should?' }
] as const;

const WORDS: Record<Answer['kind'], string> = {
  YES: 'yes',
  ATTENTION: 'attention',
  NO: 'no',
  NOT_KNOWN: 'not known'
};

/** "Kept: yes, a complete copy is recent". */
export function saidOf(question: string, answer: Answer): string {
  return `${question}: ${WORDS[answer.kind]}, ${answer.reason}`;
}

export function wordOf(answer: Answer): string {
  return WORDS[answer.kind];
}

/** The answers in words, in the order in which one wants them. */
export const MEANINGS: readonly { kind: Answer['kind']; says: string }[] = [
  { kind: 'YES', says: 'filled: yes' },
  { kind: 'ATTENTION', says: 'half filled: yes, but look at it' },
  { kind: 'NO', says: 'outlined: no' },
  { kind: 'NOT_KNOWN', says: 'hatched: not known' }
];

/** Four times the same answer, to show what it looks like. */
export function exampleOf(kind: Answer['kind']): Answers {
  const answer: Answer = { kind, reason: WORDS[kind], since: '1970-01-01T00:00:00Z' };
  return { kept: answer, matched: answer, sound: answer, current: answer };
}
