import type { Difference, Structure } from '$lib/api/client';
import { count } from '$lib/text/time';

/** One line of a comparison by structure: the path to what follows, or a difference. */
export type StructureLine =
  | { type: 'path'; path: readonly string[] }
  | {
      type: 'difference';
      kind: Difference['kind'];
      sign: string;
      /** In words, for a kind that no sign tells. */
      said: string;
      attribute: string;
      before: string | undefined;
      after: string | undefined;
      beforeLine: number | undefined;
      afterLine: number | undefined;
      /** The lines as they stand, of which the statements may be a part; empty for the top. */
      wholeBefore: string | undefined;
      wholeAfter: string | undefined;
    };

const SIGNS: Record<Difference['kind'], string> = {
  ADDED: '+',
  REMOVED: '−',
  MODIFIED: '~',
  MOVED: '»',
  SPELLING: '≈',
  NOISE: '≈',
  RENUMBERED: '≈',
  UNSAID: '≈',
  REORDERED: '≈'
};

const SAID: Record<Difference['kind'], string> = {
  ADDED: 'added',
  REMOVED: 'removed',
  MODIFIED: 'modified',
  MOVED: 'moved',
  SPELLING: 'spelled otherwise, the same meaning',
  NOISE: 'noise',
  RENUMBERED: 'another number, the same place',
  UNSAID: 'goes without saying',
  REORDERED: 'in another order, which means nothing here'
};

export const counts = (kind: Difference['kind']) => SIGNS[kind] !== '≈';

/** Differences below the path that they share; those without a meaning only if they are asked for. */
export function structureLines(structure: Structure, asideShown: boolean): StructureLine[] {
  const lines: StructureLine[] = [];
  let last: string | undefined;
  let block: Block | undefined;
  for (const difference of structure.differences) {
    if (!counts(difference.kind) && !asideShown) continue;
    const path = keyOf(difference.path);
    if (block && block.kind === difference.kind && (path + SEPARATOR).startsWith(block.inside + SEPARATOR)) {
      // What came or went with its whole block stands below the block's head.
      lines.push(indented(lineOf(difference), difference.path.length - block.depth));
      continue;
    }
    block = blockOf(difference);
    if (path !== last) lines.push({ type: 'path', path: difference.path });
    last = path;
    lines.push(lineOf(difference));
  }
  return lines;
}

/** A statement that came or went as a whole: the path of what stands below it. */
interface Block {
  kind: Difference['kind'];
  inside: string;
  depth: number;
}

const SEPARATOR = '\u0001';
const keyOf = (path: readonly string[]) => path.join(SEPARATOR);

function blockOf({ kind, path, before, after }: Difference): Block | undefined {
  const whole = kind === 'ADDED' ? after : kind === 'REMOVED' ? before : undefined;
  return whole && { kind, inside: keyOf([...path, whole.label]), depth: path.length };
}

function indented(line: StructureLine, by: number): StructureLine {
  if (line.type === 'path') return line;
  const moved = (text: string | undefined) => text && '  '.repeat(by) + text;
  return { ...line, before: moved(line.before), after: moved(line.after) };
}

function lineOf(difference: Difference): StructureLine {
  const { kind, attribute, before, after } = difference;
  const isWhole = kind === 'REORDERED' || kind === 'UNSAID';
  const rest = (text: string) => text.slice(attribute.length).trimStart();
  const isPair = ['MODIFIED', 'SPELLING', 'NOISE', 'RENUMBERED'].includes(kind);
  // An entry of a list has no text of its own: what names it stands for it.
  const words = (part: { text: string; label: string }) => part.text || part.label;
  return {
    type: 'difference',
    kind,
    sign: SIGNS[kind],
    said: SAID[kind],
    attribute: isPair ? attribute : '',
    before: isWhole ? undefined : before && (isPair ? rest(before.text) : words(before)),
    after: isWhole ? undefined : after && (isPair ? rest(after.text) : words(after)),
    beforeLine: isWhole ? undefined : before && before.line + 1,
    afterLine: isWhole ? undefined : after && after.line + 1,
    wholeBefore: isWhole ? undefined : before?.whole,
    wholeAfter: isWhole ? undefined : after?.whole
  };
}

/** Lines that hold what somebody looks for, in what they show; capitals do not matter. */
export function structureFound(lines: readonly StructureLine[], text: string): number[] {
  const wanted = text.toLowerCase();
  if (wanted === '') return [];
  return lines.flatMap((line, i) => {
    const shown = line.type === 'path' ? line.path : [line.attribute, line.before, line.after];
    return shown.some((each) => each?.toLowerCase().includes(wanted)) ? [i] : [];
  });
}

/** Where each difference that counts stands among the lines. */
export function structurePlaces(lines: readonly StructureLine[]): number[] {
  return lines.flatMap((line, i) => (line.type === 'difference' && counts(line.kind) ? [i] : []));
}

/** The line of a difference as it stands after and before. */
export const wholeLines = (line: StructureLine | undefined) =>
  line?.type === 'difference' ? [line.wholeAfter, line.wholeBefore] : [];

/** What differs between two texts without being text, in words; empty if nothing does. */
export function layoutWords(layout: Structure['layout'] | undefined): string {
  if (!layout) return '';
  const said = [
    layout.trailingBlanks > 0 && `blanks at the end of ${count(layout.trailingBlanks, 'line')}`,
    layout.lineEnds > 0 && `the end of ${count(layout.lineEnds, 'line')}`,
    layout.finalNewline && 'the end of the last line'
  ];
  return said.filter(Boolean).join(', ');
}
