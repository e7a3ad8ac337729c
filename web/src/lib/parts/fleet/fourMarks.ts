import type { Answer } from '$lib/api/client';

/** The four questions, always in this order. */
export const QUESTIONS = [
  { key: 'kept', letter: 'K', word: 'Kept' },
  { key: 'matched', letter: 'M', word: 'Matched' },
  { key: 'sound', letter: 'S', word: 'Sound' },
  { key: 'current', letter: 'C', word: 'Current' }
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
