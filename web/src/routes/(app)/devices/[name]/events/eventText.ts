import type { DeviceEvent } from '$lib/api/client';
import { bytes } from '$lib/text/bytes';
import { saidIso } from '$lib/state/times.svelte';

/** Both sides of an event as people read them: bytes with their unit, moments in the reader's zone, words for codes. */
export function beforeAndAfter(event: Pick<DeviceEvent, 'kind' | 'before' | 'after'>) {
  const shown = (text: string) => (text === '' ? '' : said(event.kind, text));
  return { before: shown(event.before), after: shown(event.after) };
}

function said(kind: DeviceEvent['kind'], text: string): string {
  if (kind === 'STORAGE_FREE' || kind === 'STORAGE_TOTAL') return bytes(Number(text));
  if (kind === 'RESTARTED') return saidIso(text);
  if (kind === 'FAILED' || kind === 'ANSWERS_AGAIN') return text.toLowerCase().replaceAll('_', ' ');
  return text;
}
