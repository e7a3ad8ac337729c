/**
 * What a field cuts off from a text that is put into it, in words; nothing if all of it fits. Browsers cut without a word
 * (HTML, maxlength).
 */
export function cutFrom(field: HTMLInputElement | HTMLTextAreaElement, pasted: string): string | undefined {
  if (field.maxLength < 0) return undefined;
  const replaced = (field.selectionEnd ?? 0) - (field.selectionStart ?? 0);
  const room = field.maxLength - (field.value.length - replaced);
  const cut = pasted.length - Math.max(0, room);
  if (cut <= 0) return undefined;
  return `Only ${field.maxLength} characters fit here: the last ${cut} of what was pasted were cut off.`;
}

/** For the whole page: tells what a field cuts off. */
export const tellWhatIsCut = (tell: (text: string) => void) => (event: ClipboardEvent) => {
  const field = event.target;
  if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return;
  const said = cutFrom(field, event.clipboardData?.getData('text') ?? '');
  if (said) tell(said);
};
