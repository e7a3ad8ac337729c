import type { ConfigKind, Revision } from '$lib/api/client';

/** A device's configurations in the order in which they are offered, and how people call them. */
export const KINDS: Record<ConfigKind, string> = {
  RUNNING: 'running',
  SAVED: 'saved',
  AGREED: 'agreed'
};

export const kinds = Object.keys(KINDS) as ConfigKind[];

/** The running one unless a text names another. */
export const kindOf = (text: string | null): ConfigKind => kinds.find((kind) => kind === text) ?? 'RUNNING';

/** The number of a revision as an address says it: below 0 for what was brought in from before the first copy. */
export function revisionNumber(text: string | null): number | undefined {
  const number = Number(text);
  return Number.isInteger(number) && number !== 0 ? number : undefined;
}

export const titled = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);

/** Where a revision comes from. */
export function originText(revision: Pick<Revision, 'origin' | 'change' | 'rollout'>): string {
  if (revision.origin === 'FIRST_COPY') return 'first copy';
  if (revision.origin === 'BROUGHT_IN') return 'brought in';
  if (revision.origin === 'NOT_PLANNED') return 'not planned here';
  return `planned here, ${revision.rollout ? `rollout ${revision.rollout}` : `C-${revision.change}`}`;
}
