/** The address with some parameters changed; an empty value takes one away. */
export function withParams(url: URL, changes: Record<string, string | string[]>): string {
  const params = new URLSearchParams(url.searchParams);
  for (const [key, value] of Object.entries(changes)) {
    params.delete(key);
    for (const each of [value].flat()) if (each !== '' || Array.isArray(value)) params.append(key, each);
  }
  const text = params.toString();
  return text === '' ? url.pathname : `${url.pathname}?${text}`;
}
