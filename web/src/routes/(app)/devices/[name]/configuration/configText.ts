import type { Heading } from '$lib/api/client';

/** Indices of the lines that have the text, capital letters or not; none if nothing is sought. */
export function linesWith(lines: readonly string[], sought: string): number[] {
  const text = sought.toLowerCase();
  if (text === '') return [];
  return lines.flatMap((line, index) => (line.toLowerCase().includes(text) ? [index] : []));
}

/** The heading under which a line stands. */
export function headingAt(outline: readonly Heading[], line: number): Heading | undefined {
  return outline.findLast((heading) => heading.line <= line);
}
