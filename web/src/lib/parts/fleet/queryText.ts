const AROUND = 16;

/** A query is one line, also when a text of several is put in. */
export function oneLine(text: string): string {
  return text.replace(/\s*\n\s*/g, ' ');
}

/** The place of a mistake with a little text around it; at the text's end a sign stands for what is missing. */
export function markOf(text: string, span: { position: number; length: number }) {
  const to = span.position + span.length;
  const from = Math.max(0, span.position - AROUND);
  return {
    from: span.length ? span.position : Math.max(0, span.position - 1),
    to,
    before: (from > 0 ? '…' : '') + text.slice(from, span.position),
    marked: text.slice(span.position, to) || '?',
    after: text.slice(to, to + AROUND) + (to + AROUND < text.length ? '…' : '')
  };
}

/** A text as a value of a query, whatever it is; an empty one stands for none. */
export function valueText(text: string): string {
  return text === '' ? 'none' : `"${text.replace(/[\\"]/g, '\\$&')}"`;
}

/** A query that means the devices in whose facts each of the words occurs. */
export function wordsAsQuery(text: string): string {
  const words = text.split(/\s+/).filter((word) => word !== '');
  return words.map(valueText).join(' ');
}
