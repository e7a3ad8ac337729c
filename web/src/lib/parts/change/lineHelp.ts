import type { Completion, CompletionResult } from '@codemirror/autocomplete';
import type { Diagnostic } from '@codemirror/lint';
import type { Text } from '@codemirror/state';
import { count } from '$lib/text/time';
import type { LineHelp, LineMark, LineSuggestion } from '$lib/api/client';

/** Where a word stands in a line, from 0; all of the line if it is not in it. */
export function placeOf(line: string, word: string | undefined): { from: number; to: number } {
  const start = line.length - line.trimStart().length;
  const at = word ? line.indexOf(word) : -1;
  return at < 0 || !word ? { from: start, to: line.length } : { from: at, to: at + word.length };
}

const SEVERITY: Record<LineMark['kind'], Diagnostic['severity']> = {
  REFUSED: 'error',
  UNUSUAL: 'warning',
  STANDS: 'info'
};

/** A word that is being typed is not unusual yet, and lines that were removed meanwhile have no marks. */
export function settled(doc: Text, marks: readonly LineMark[], cursor: number): LineMark[] {
  return marks.filter((mark) => {
    if (mark.line >= doc.lines) return false;
    const line = doc.line(mark.line + 1);
    return mark.kind !== 'UNUSUAL' || cursor !== line.from + placeOf(line.text, mark.word).to;
  });
}

/** What the server says of lines, as marks of the editor. */
export function diagnostics(doc: Text, marks: readonly LineMark[]): Diagnostic[] {
  return marks.map((mark) => {
    const line = doc.line(mark.line + 1);
    const { from, to } = placeOf(line.text, mark.word);
    return {
      from: line.from + from,
      to: line.from + to,
      severity: SEVERITY[mark.kind],
      message: mark.message
    };
  });
}

/** How often a word is used, in a few letters. */
export function usage(suggestion: LineSuggestion, configurations: number): string {
  if (suggestion.has === 0) return suggestion.isHere ? 'on this device' : '';
  const all = `${suggestion.has} of ${count(configurations, 'device')}`;
  return suggestion.isHere ? `${all}, here too` : all;
}

/** What may stand in place of the word that is typed; a blank follows, so that one can go on. */
export function completions(lineStart: number, help: LineHelp): CompletionResult | null {
  if (help.suggestions.length === 0) return null;
  const options: Completion[] = help.suggestions.map((suggestion) => ({
    label: suggestion.text,
    detail: usage(suggestion, help.configurations)
  }));
  return { from: lineStart + help.from, filter: false, options };
}
