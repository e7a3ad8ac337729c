const NAMES: Record<string, string> = {
  ArrowDown: '↓',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowRight: '→',
  PageDown: 'Page ↓',
  PageUp: 'Page ↑',
  Escape: 'Esc'
};

/** A key of a binding as it stands on the keyboard: "Ctrl K", "Shift ↓". */
export function keyName(key: string): string {
  const at = key.indexOf('+', 1);
  if (at < 0) return NAMES[key] ?? key;
  const before = key.slice(0, at);
  const name = NAMES[key.slice(at + 1)] ?? key.slice(at + 1);
  return `${before[0]?.toUpperCase()}${before.slice(1)} ${name.length === 1 ? name.toUpperCase() : name}`;
}
