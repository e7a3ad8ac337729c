import type { CaseItem, CaseItemInput } from '$lib/api/client';

/** What something in a case is called. */
export function itemTitle(item: CaseItem | CaseItemInput): string {
  switch (item.kind) {
    case 'CHANGE':
      return `C-${item.change}`;
    case 'FINDING':
      return `${item.tag} on ${item.device}`;
    case 'DRIFT':
      return `drift of ${item.device}`;
    default:
      return item.device ?? '';
  }
}

/** Where one sees more of it. */
export function itemPath(item: CaseItem): string {
  const device = encodeURIComponent(item.device ?? '');
  switch (item.kind) {
    case 'CHANGE':
      return `/changes/${item.change}`;
    case 'FINDING':
      return `/devices/${device}/standards?${new URLSearchParams({ open: `${item.standard} ${item.tag}` })}`;
    case 'DRIFT':
      return `/drift?device=${device}`;
    default:
      return `/devices/${device}`;
  }
}

export interface Piece {
  text: string;
  isName: boolean;
}

/** A text in pieces, with the people whom it names told apart. */
export function named(text: string, people: readonly string[]): Piece[] {
  const known = new Set(people.map((each) => each.toLowerCase()));
  const pieces: Piece[] = [];
  let from = 0;
  for (const match of text.matchAll(/(?<![\w.@-])@([\w-]+(?:\.[\w-]+)*)/g)) {
    if (!known.has((match[1] ?? '').toLowerCase())) continue;
    if (match.index > from) pieces.push({ text: text.slice(from, match.index), isName: false });
    pieces.push({ text: match[0], isName: true });
    from = match.index + match[0].length;
  }
  if (from < text.length) pieces.push({ text: text.slice(from), isName: false });
  return pieces;
}

/** Whether the day it is due on is over, in the reader's time. */
export const isLate = (dueOn: string | undefined, today: string): boolean =>
  dueOn !== undefined && dueOn < today;
