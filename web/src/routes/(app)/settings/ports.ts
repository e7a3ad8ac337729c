/** The ports that somebody wrote, with commas or blanks between; nothing if one of them is none. */
export function portsIn(text: string): number[] | undefined {
  const words = text.split(/[\s,]+/).filter((word) => word !== '');
  const ports = words.map((word) => (/^\d{1,5}$/.test(word) ? Number(word) : 0));
  return ports.every((port) => port >= 1 && port <= 65535) ? [...new Set(ports)] : undefined;
}
