/** The lines of a text that is put into a console; one line, or one with its end, is not worth asking about. */
export function linesOfPasted(text: string): string[] | undefined {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '').split('\n');
  return lines.length > 1 ? lines : undefined;
}

/**
 * Whether a device has come back to where it takes a command: its prompts end with the same sign, whatever else of them
 * becomes another.
 *
 * @param before what stood before the cursor when the first line was sent
 * @param now what stands there now
 */
export function isPrompt(before: string, now: string): boolean {
  const sign = before.trimEnd().at(-1);
  const text = now.trimEnd();
  if (sign === undefined || /[\p{L}\p{N}]/u.test(sign)) return text !== '';
  return text.endsWith(sign);
}
