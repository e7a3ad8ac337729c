import { valueText } from '$lib/parts/fleet/queryText';

/** What became of an undone edit, in words. */
export function undoneText(devices: number, left: readonly string[]): string {
  if (left.length === 0)
    return devices === 1 ? 'The device is as before.' : `All ${devices} devices are as before.`;
  return `${devices - left.length} of ${devices} as before; edited again meanwhile, so partly left as now: ${left.join(', ')}.`;
}

/** What the address asks of the server. */
export function queryOf(params: URLSearchParams) {
  return {
    query: params.get('query') ?? '',
    site: params.getAll('site'),
    role: params.getAll('role'),
    release: params.getAll('release'),
    platform: params.getAll('platform'),
    tag: params.getAll('tag'),
    sort: params.get('sort') ?? 'site'
  };
}

export function toggled(values: readonly string[], value: string): string[] {
  return values.includes(value) ? values.filter((each) => each !== value) : [...values, value];
}

/** The sort that a click on a column's head asks for: first up, then down. */
export function turned(sort: string, column: string): string {
  return sort === column ? `-${column}` : column;
}

/** Tags as people list them. */
export function tagsIn(text: string): string[] {
  return [...new Set(text.split(',').map((tag) => tag.trim()))].filter((tag) => tag !== '');
}

/** What asks for the same devices as a file. */
export function listQuery(query: ReturnType<typeof queryOf>): string {
  const params = new URLSearchParams({ query: query.query, sort: query.sort });
  for (const key of ['site', 'role', 'release', 'platform', 'tag'] as const) {
    for (const value of query[key]) params.append(key, value);
  }
  return params.toString();
}

/** The query that means a group's devices. */
export function groupQuery(name: string): string {
  return `group is ${valueText(name)}`;
}

/** The query and the chosen values of each fact as one query. */
export function wholeQuery(query: ReturnType<typeof queryOf>): string {
  const parts = query.query.trim() === '' ? [] : [query.query.trim()];
  for (const field of ['site', 'role', 'release', 'platform', 'tag'] as const) {
    const values = query[field].map(valueText);
    if (values.length > 0) parts.push(`${field} is ${values.join(', ')}`);
  }
  return parts.length > 1 ? parts.map((part) => `(${part})`).join(' and ') : parts.join('');
}

/** Values to choose from: those that some device has, the first so many of them, and all that are chosen. */
export function shownOf<V extends { value: string; devices: number }>(
  values: readonly V[],
  chosen: readonly string[],
  most: number
): V[] {
  const first = new Set(values.filter((each) => each.devices > 0).slice(0, most));
  return values.filter((each) => first.has(each) || chosen.includes(each.value));
}
