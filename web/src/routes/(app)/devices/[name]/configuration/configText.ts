import type { Heading, LineOrigins, Revision } from '$lib/api/client';
import { whoText } from '$lib/parts/history/whoText';
import { originText } from '$lib/text/configKind';

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

/** Since when a line stands, and who brought it. */
export interface LineOrigin {
  revision: number;
  /** In a few characters. */
  text: string;
  title: string;
  /** Whether the line before stands since another revision. */
  isFirst: boolean;
}

/**
 * For each line what is said of it.
 *
 * @param exact writes a moment
 */
export function originsOf(
  { runs, oldest }: LineOrigins,
  revisions: readonly Revision[],
  exact: (at: string) => string
): LineOrigin[] {
  return runs.flatMap((run) => {
    const revision = revisions.find((each) => each.number === run.revision);
    const who = whoText(revision?.who);
    const since =
      run.revision === oldest ? 'stands since this revision or before' : 'stands since this revision';
    const title = revision
      ? `Revision ${run.revision}, ${exact(revision.firstCopyAt)}: ${[originText(revision), who].filter(Boolean).join(', ')}; ${since}`
      : `Revision ${run.revision}`;
    const name = who.split(' from ')[0]?.split(' by ')[0] ?? '';
    const text = `${run.revision}${name && run.revision !== oldest ? ` ${name}` : ''}`;
    return Array.from({ length: run.count }, (_, i) => ({
      revision: run.revision,
      text,
      title,
      isFirst: i === 0
    }));
  });
}
