import type { Job } from '$lib/api/client';

/** Jobs on a page. */
export const PAGE = 50;

export const KINDS: readonly { value: Job['kind']; says: string }[] = [
  { value: 'COPY', says: 'copies' },
  { value: 'IMPORT', says: 'imports' },
  { value: 'RANGE', says: 'looks through ranges' },
  { value: 'TRY', says: 'trials of a set' },
  { value: 'SAVE', says: 'saving' },
  { value: 'PAST', says: 'past configurations' }
];

export const STATES = [
  { value: 'RUNNING', says: 'running' },
  { value: 'FAILED', says: 'with failures' },
  { value: 'DONE', says: 'all done' }
] as const;

const among = <V extends string>(choices: readonly { value: V }[], said: string | null): V | undefined =>
  choices.find(({ value }) => value === said)?.value;

/** What the address asks of the server; what it cannot mean counts as not asked. */
export function jobQuery(params: URLSearchParams) {
  const kind = among(KINDS, params.get('kind'));
  const page = Number(params.get('page') ?? 0);
  return {
    size: PAGE,
    page: Number.isInteger(page) && page >= 0 && page <= 100_000 ? page : 0,
    kinds: kind ? [kind] : [],
    who: (params.get('who') ?? '').slice(0, 60),
    state: among(STATES, params.get('state')) ?? ('ANY' as const),
    device: (params.get('device') ?? '').slice(0, 253)
  };
}
