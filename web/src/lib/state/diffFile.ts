import { api, need, type CompareEnd } from '$lib/api/client';

/** What is compared, as the API wants it. */
interface Pair {
  before: CompareEnd;
  after: CompareEnd;
  /** How texts are read. */
  platform?: string;
}

/** The whole difference as a file for `patch`, exact to the byte, secrets included; the look is recorded. */
export async function saveDiff(pair: Pair, name: string): Promise<void> {
  const bytes = await need(api.POST('/api/compare/diff', { body: pair, parseAs: 'blob' }));
  const link = document.createElement('a');
  link.href = URL.createObjectURL(bytes as unknown as Blob);
  link.download = `${name}.diff`;
  link.click();
  URL.revokeObjectURL(link.href);
}
