/** A line of YAML: its indentation, whether it begins a list item, and its key if it has one. */
function partsOf(line: string) {
  const match = /^( *)(- +)?([A-Za-z][\w-]*)?(:)?/.exec(line);
  const indent = (match?.[1] ?? '').length;
  const dash = match?.[2] ?? '';
  return { indent: indent + dash.length, isItem: dash !== '', key: match?.[4] ? match[3] : undefined };
}

/** The path of the block in which a line stands, such as "shell.page": the keys of the lines that it is indented below. */
export function blockAt(lines: readonly string[], at: number): string {
  let indent = partsOf(lines[at] ?? '').indent;
  const path: string[] = [];
  for (let i = at - 1; i >= 0 && indent > 0; i--) {
    const line = lines[i] ?? '';
    if (line.trim() === '' || line.trim().startsWith('#')) continue;
    const parts = partsOf(line);
    if (parts.indent >= indent || !parts.key) {
      if (parts.isItem && parts.indent === indent) indent = parts.indent;
      continue;
    }
    // "- pattern: x" above "  reason: y": the same block, one line further up.
    path.unshift(parts.key);
    indent = parts.isItem ? parts.indent - 2 : parts.indent;
  }
  return path.join('.');
}

/** What is typed of a key on this line up to the cursor; nothing if something else than a key is typed here. */
export function keyTyped(line: string): { from: number; typed: string } | undefined {
  const match = /^( *)(- +)?([\w-]*)$/.exec(line);
  if (!match) return undefined;
  const typed = match[3] ?? '';
  return { from: line.length - typed.length, typed };
}

/** The text that a key begins with: its example behind it, or an open block below it. */
export function keyText(name: string, example: string): string {
  return example === '' ? `${name}:` : `${name}: ${example}`;
}
