import type { Compare, CompareRow } from '$lib/api/client';

export interface Span {
  text: string;
  changed: boolean;
}

export interface Cell {
  /** Counts from 1, as people read it. */
  number: number;
  spans: readonly Span[];
}

export type Kind = CompareRow['kind'];

export interface RowLine {
  type: 'row';
  kind: Kind;
  before?: Cell;
  after?: Cell;
  /** Of a moved line: its number on the other side. */
  elsewhere?: number;
}

export interface FoldLine {
  type: 'fold';
  /** Where the fold starts on each side, from 0, and how many rows it hides. */
  beforeStart: number;
  afterStart: number;
  count: number;
}

export type Line = RowLine | FoldLine;

export const SIGN: Record<Kind, string> = {
  SAME: '',
  ADDED: '+',
  REMOVED: '−',
  MODIFIED: '~',
  MOVED: '»',
  NOISE: '≈'
};

type Side = NonNullable<CompareRow['before']>;

/** The server's sections as one list of lines. */
export function linesOf(compare: Pick<Compare, 'sections'>): Line[] {
  return compare.sections.flatMap((section): Line[] =>
    section.fold
      ? [{ type: 'fold', ...section.fold }]
      : section.rows.map((row) => ({
          type: 'row',
          kind: row.kind,
          before: cell(row.before),
          after: cell(row.after),
          ...(row.elsewhere === undefined ? {} : { elsewhere: row.elsewhere + 1 })
        }))
  );
}

function cell(side: Side | undefined): Cell | undefined {
  return side && { number: side.line + 1, spans: side.spans };
}

/** Puts fetched lines in place of the first rows of a fold; what is left of it stays folded. */
export function unfolded(lines: readonly Line[], fold: FoldLine, texts: readonly string[]): Line[] {
  const at = lines.indexOf(fold);
  if (at < 0) return [...lines];
  const shown = texts.slice(0, fold.count).map((text, i): Line => {
    const spans = [{ text, changed: false }];
    return {
      type: 'row',
      kind: 'SAME',
      before: { number: fold.beforeStart + i + 1, spans },
      after: { number: fold.afterStart + i + 1, spans }
    };
  });
  const rest: Line[] =
    fold.count > shown.length
      ? [
          {
            type: 'fold',
            beforeStart: fold.beforeStart + shown.length,
            afterStart: fold.afterStart + shown.length,
            count: fold.count - shown.length
          }
        ]
      : [];
  return [...lines.slice(0, at), ...shown, ...rest, ...lines.slice(at + 1)];
}

/** For reading in one column: a modified row becomes the line before and, below it, the line after. */
export function oneColumn(lines: readonly Line[]): Line[] {
  return lines.flatMap((line): Line[] =>
    line.type === 'row' && line.kind === 'MODIFIED'
      ? [
          { ...line, after: undefined },
          { ...line, before: undefined }
        ]
      : [line]
  );
}

/** Where each run of changed rows begins. */
export function places(lines: readonly Line[]): number[] {
  const isChange = (line: Line | undefined) =>
    line?.type === 'row' && line.kind !== 'SAME' && line.kind !== 'NOISE';
  return lines.flatMap((line, i) => (isChange(line) && !isChange(lines[i - 1]) ? [i] : []));
}

/** Lines whose text, on either side, holds what somebody looks for; capitals do not matter. */
export function found(lines: readonly Line[], text: string): number[] {
  const wanted = text.toLowerCase();
  if (wanted === '') return [];
  return lines.flatMap((line, i) =>
    bothTexts(line).some((side) => side?.toLowerCase().includes(wanted)) ? [i] : []
  );
}

/** The next of some places from here, around the end; none if there are none. */
export function nextPlace(
  starts: readonly number[],
  here: number | undefined,
  by: 1 | -1
): number | undefined {
  if (by > 0) return starts.find((start) => start > (here ?? -1)) ?? starts[0];
  return starts.findLast((start) => start < (here ?? Infinity)) ?? starts.at(-1);
}

const textOf = (cell: Cell | undefined) => cell?.spans.map((span) => span.text).join('');

/** A line as it stands after and before; nothing of a fold. */
export const bothTexts = (line: Line | undefined) =>
  line?.type === 'row' ? [textOf(line.after), textOf(line.before)] : [];

/** The longest line's length in characters, for the width of the table. */
export function widest(lines: readonly Line[]): number {
  const length = (cell?: Cell) => cell?.spans.reduce((sum, span) => sum + span.text.length, 0) ?? 0;
  return lines.reduce(
    (most, line) => (line.type === 'row' ? Math.max(most, length(line.before), length(line.after)) : most),
    0
  );
}
