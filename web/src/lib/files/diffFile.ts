import { api, need, type CompareEnd } from '$lib/api/client';
import { saveFile, type ListFormat } from './saveFile';

/** What is compared, as the API wants it. */
export interface Pair {
  before: CompareEnd;
  after: CompareEnd;
  /** How texts are read. */
  platform?: string;
}

/** The whole difference as a file for `patch`; with secrets it is exact to the byte, and the look is recorded. */
export async function saveDiff(pair: Pair, name: string, withSecrets: boolean): Promise<void> {
  const request = { body: pair, parseAs: 'blob' } as const;
  const bytes = withSecrets
    ? await need(api.POST('/api/compare/diff', request))
    : await need(api.POST('/api/compare/diff/masked', request));
  saveFile(bytes as unknown as Blob, `${name}${withSecrets ? '' : '-masked'}.diff`);
}

/** What differs as a file of another kind, with its secrets masked. */
export async function saveComparison(pair: Pair, name: string, format: ListFormat): Promise<void> {
  const bytes = await need(
    api.POST('/api/compare/rows.{format}', { params: { path: { format } }, body: pair, parseAs: 'blob' })
  );
  saveFile(bytes as unknown as Blob, `${name}.${format}`);
}
