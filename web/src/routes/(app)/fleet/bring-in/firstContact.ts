import type { BaseAnswer, FirstContact } from '$lib/api/client';

/** The fields that somebody has to fill in if these items are left out. */
export function askedFor(contact: FirstContact, left: string[]): FirstContact['fields'] {
  const chosen = contact.items.filter((item) => !left.includes(item.title));
  const ofItems = new Set(contact.items.flatMap((item) => item.fields));
  const wanted = new Set(chosen.flatMap((item) => item.fields));
  // A field that belongs to no item stands around all of them.
  return contact.fields.filter((field) => wanted.has(field.key) || !ofItems.has(field.key));
}

/** Whether the device was told, in words. */
export function sayOf(answer: BaseAnswer): string {
  if (answer.verdict === 'THERE') return 'yes';
  if (answer.verdict === 'NOT_KNOWN') return 'not known';
  return answer.neededFor ? `no; only for ${answer.neededFor}` : 'no; needed now';
}

/** The text with dots where the passwords stand; each as a whole word or between quotation marks. */
export function masked(text: string, secrets: string[]): string {
  const between = /([^\s"]+)/;
  return text
    .split('\n')
    .map((line) =>
      line
        .split(between)
        .map((word) => (secrets.includes(word) ? '••••' : word))
        .join('')
    )
    .join('\n');
}
