/** Where a line of a text begins and ends, in characters; lines count from 0. The end of the text if there is no such line. */
export function placeOf(text: string, line: number): { from: number; to: number } {
  let from = 0;
  for (let i = 0; i < line; i++) {
    const next = text.indexOf('\n', from);
    if (next < 0) return { from: text.length, to: text.length };
    from = next + 1;
  }
  const end = text.indexOf('\n', from);
  return { from, to: end < 0 ? text.length : end };
}

/** A line of a text, without its end. */
export function lineOf(text: string, line: number): string {
  const { from, to } = placeOf(text, line);
  return text.slice(from, to);
}

/** Marks a line of a field that does not wrap, and brings it into view. */
export function leadTo(field: HTMLTextAreaElement, line: number): void {
  const { from, to } = placeOf(field.value, line);
  field.focus();
  field.setSelectionRange(from, to);
  const height = parseFloat(getComputedStyle(field).lineHeight);
  field.scrollTop = Math.max(0, line * height - field.clientHeight / 2);
}
