/** A stretch of the strip: where it begins and how long it is, as shares of the whole, and what lies there. */
export interface Mark {
  from: number;
  length: number;
  kind: string;
}

const MOST = 400;
/** Of several kinds in one stretch the first of these is shown. */
const ORDER = ['removed', 'added', 'modified', 'moved', 'noise'];

/** Runs of one kind as marks along a strip; at most four hundred stretches, so that long texts stay quick. */
export function marksOf(kinds: readonly string[]): Mark[] {
  const size = Math.max(1, Math.ceil(kinds.length / MOST));
  const marks: Mark[] = [];
  for (let from = 0; from < kinds.length; from += size) {
    const here = kinds.slice(from, from + size);
    const kind = ORDER.find((each) => here.includes(each));
    if (!kind) continue;
    const share = from / kinds.length;
    const length = here.length / kinds.length;
    const last = marks.at(-1);
    if (last?.kind === kind && Math.abs(last.from + last.length - share) < 1e-9) last.length += length;
    else marks.push({ from: share, length, kind });
  }
  return marks;
}
