export const PAGE_SIZE = 100;

/** What the address asks of the server. */
export function queryOf(params: URLSearchParams) {
  return {
    find: params.get('find') ?? '',
    site: params.getAll('site'),
    role: params.getAll('role'),
    release: params.getAll('release'),
    platform: params.getAll('platform'),
    sort: params.get('sort') ?? 'site',
    page: Math.max(0, Number(params.get('page') ?? '0') || 0),
    size: PAGE_SIZE
  };
}

export function toggled(values: readonly string[], value: string): string[] {
  return values.includes(value) ? values.filter((each) => each !== value) : [...values, value];
}

/** The sort that a click on a column's head asks for: first up, then down. */
export function turned(sort: string, column: string): string {
  return sort === column ? `-${column}` : column;
}
