import { problemOf } from '$lib/api/client';

/** As which a list can be saved. */
export const LIST_FORMATS = ['csv', 'json', 'pdf'] as const;
export type ListFormat = (typeof LIST_FORMATS)[number];

/** Hands bytes to the browser as a file to be saved. */
export function saveFile(bytes: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(bytes);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Saves what the server gives at an address under the name that it gives, or throws the problem. */
export async function saveFrom(address: string): Promise<void> {
  const answer = await fetch(address);
  if (!answer.ok) throw problemOf(answer.status, await answer.json().catch(() => ({})));
  const name = /filename="([^"]+)"/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1];
  saveFile(await answer.blob(), name ?? 'list');
}
