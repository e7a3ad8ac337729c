import type { ConfigKind, Revision } from '$lib/api/client';
import { kindOf, revisionNumber } from '$lib/text/configKind';

export interface View {
  kind: ConfigKind;
  a: number | undefined;
  b: number | undefined;
}

/** What the address says about the page. */
export function viewOf(params: URLSearchParams): View {
  return {
    kind: kindOf(params.get('kind')),
    a: revisionNumber(params.get('a')),
    b: revisionNumber(params.get('b'))
  };
}

/** The two revisions to compare: those of the address, else the newest and the one before it. */
export function handlesOf(
  view: Pick<View, 'a' | 'b'>,
  revisions: readonly Revision[]
): { a: number; b: number } | undefined {
  const newest = revisions.at(-1);
  if (!newest) return undefined;
  const known = (number: number | undefined) =>
    revisions.find((revision) => revision.number === number)?.number;
  const b = known(view.b) ?? newest.number;
  return { a: known(view.a) ?? moved(revisions, b, -1) ?? b, b };
}

/** The revision that is {@code by} steps away, if there is one. */
export function moved(revisions: readonly Revision[], number: number, by: number): number | undefined {
  return revisions[revisions.findIndex((revision) => revision.number === number) + by]?.number;
}

/** The page that compares what is in force with what is used at the next start. */
export function otherConfigurationOf(device: string): string {
  const name = encodeURIComponent(device);
  return `/compare?bd=${name}&bk=SAVED&ad=${name}&ak=RUNNING`;
}
