import { api, need, type CompareEnd } from '$lib/api/client';
import { saveFile } from './saveFile';

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
