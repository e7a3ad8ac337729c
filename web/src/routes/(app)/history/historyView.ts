import type { HistoryKind, HistoryRow } from '$lib/api/client';
import { actorName, wayText } from '$lib/parts/history/whoText';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** The spans that one key widens, the narrowest first; in milliseconds. */
export const SPANS = [
  { name: 'day', word: 'Day', long: DAY },
  { name: 'week', word: 'Week', long: 7 * DAY },
  { name: 'month', word: 'Month', long: 31 * DAY },
  { name: 'year', word: 'Year', long: 366 * DAY }
] as const;

export const KIND_WORDS: Record<HistoryKind, string> = {
  RUNNING: 'running',
  SAVED: 'saved',
  ROUTES: 'routes',
  ARP: 'ARP',
  MACS: 'MAC addresses',
  NEIGHBOURS: 'neighbours',
  FACTS: 'facts',
  MODULES: 'modules',
  RELEASE: 'release'
};
export const KINDS = Object.keys(KIND_WORDS) as HistoryKind[];
/** Tables move all the time, and what is saved follows what runs: who wants them asks for them. */
export const USUAL: readonly HistoryKind[] = ['RUNNING', 'FACTS', 'MODULES', 'RELEASE'];

export const GROUPINGS = [
  { name: '', word: 'nothing' },
  { name: 'device', word: 'device' },
  { name: 'hour', word: 'hour' },
  { name: 'person', word: 'person' },
  { name: 'edit', word: 'the same edit' }
] as const;

/** What the address of the page says. */
export interface HistoryView {
  /** The name of a span, or none if it is from a moment to another. */
  span: string;
  since: string;
  until: string;
  query: string;
  words: string;
  kinds: HistoryKind[];
  /** All, what was planned here, what was not, or what of that nobody has accounted for. */
  which: '' | 'planned' | 'elsewhere' | 'open';
  group: string;
  page: number;
}

export function viewOf(params: URLSearchParams): HistoryView {
  const said = (name: string) => params.get(name) ?? '';
  const kinds = KINDS.filter((kind) => said('kinds').split(' ').includes(kind));
  const which = said('which');
  return {
    span: said('since') ? '' : SPANS.some(({ name }) => name === said('span')) ? said('span') : 'day',
    since: said('since'),
    until: said('until'),
    query: said('query'),
    words: said('words'),
    kinds: kinds.length > 0 ? kinds : [...USUAL],
    which: which === 'planned' || which === 'elsewhere' || which === 'open' ? which : '',
    group: said('group'),
    page: Math.max(0, Number(said('page')) || 0)
  };
}

/** What the server is asked; a span ends now. */
export function requestOf(view: HistoryView, now: number) {
  const long = SPANS.find(({ name }) => name === view.span)?.long;
  const moment = (text: string) =>
    Number.isNaN(Date.parse(text)) ? undefined : new Date(text).toISOString();
  return {
    since: long === undefined ? moment(view.since) : new Date(now - long).toISOString(),
    until: long === undefined ? moment(view.until) : undefined,
    query: view.query || undefined,
    words: view.words || undefined,
    kinds: view.kinds,
    planned: view.which === 'planned' ? true : view.which === 'elsewhere' ? false : undefined,
    open: view.which === 'open' ? true : undefined
  };
}

/** The next wider span; none if there is none. */
export function wider(span: string): string | undefined {
  return SPANS[SPANS.findIndex(({ name }) => name === span) + 1]?.name;
}

export interface HistoryGroup {
  key: string;
  label: string;
  rows: HistoryRow[];
}

/** Whether work of Chaperone brought it. */
export const isPlanned = (row: HistoryRow) => row.change !== undefined || row.rollout !== undefined;

/** Whether a row is a running configuration that was altered elsewhere. */
export const wantsAccount = (row: HistoryRow) => row.kind === 'RUNNING' && row.origin === 'NOT_PLANNED';

/** Whether it stood before the product knew the device. */
export const isOfThePast = (row: HistoryRow) => row.origin === 'BROUGHT_IN' || row.origin === 'FIRST_COPY';

/** One key for each row, in all that is on a page. */
export const keyOf = (row: HistoryRow) => `${row.kind} ${row.device} ${row.number} ${row.at}`;

/**
 * Rows by what they have in common, each group where its newest row stands; rows that have nothing of the kind stand
 * alone.
 *
 * @param dayAndHour writes a moment without its minutes
 */
export function grouped(
  rows: readonly HistoryRow[],
  by: string,
  dayAndHour: (at: string) => string
): HistoryGroup[] {
  const groups = new Map<string, HistoryGroup>();
  for (const row of rows) {
    const label = labelOf(row, by, dayAndHour);
    const key = by === 'edit' ? row.deed || keyOf(row) : by === '' ? keyOf(row) : label;
    const group = groups.get(key) ?? { key, label, rows: [] };
    group.rows.push(row);
    groups.set(key, group);
  }
  return [...groups.values()];
}

function labelOf(row: HistoryRow, by: string, dayAndHour: (at: string) => string): string {
  if (by === 'device') return row.device;
  if (by === 'hour') return dayAndHour(row.at);
  if (by === 'person') {
    const names = (row.who?.actors ?? [])
      .filter(({ proof }) => proof !== 'CLAIM')
      .map((actor) => actorName(actor) || wayText(actor.way));
    return names.join(' or ') || 'not known who';
  }
  return by === 'edit' ? whatText(row) : '';
}

const EVENT_WORDS: Record<string, string> = {
  NAME: 'name',
  MODEL: 'model',
  SERIAL: 'serial number',
  MAC_BASE: 'MAC base',
  INSTALL_MODE: 'way of installation',
  STORAGE_TOTAL: 'storage',
  RESTARTED: 'restarted',
  ADDRESS: 'address',
  HOST_KEY: 'key or certificate',
  RELEASE: 'release',
  MODULE_INSERTED: 'module inserted',
  MODULE_TAKEN_OUT: 'module taken out',
  MODULE_REPLACED: 'module replaced'
};

/** What became different, in one line. */
export function whatText(row: HistoryRow): string {
  if (row.event) {
    const what = [EVENT_WORDS[row.event] ?? row.event, row.object].filter(Boolean).join(' ');
    if (row.event === 'RESTARTED') return what;
    const moved = [row.before, row.after].filter(Boolean).join(' → ');
    return moved ? `${what}: ${moved}` : what;
  }
  if (row.parts.length === 0)
    return row.kind === 'RUNNING' || row.kind === 'SAVED' ? '' : KIND_WORDS[row.kind];
  const more = row.partCount - row.parts.length;
  return row.parts.join(' · ') + (more > 0 ? ` · ${more} more` : '');
}

/** Where all of it is shown. */
export function pathOf(row: HistoryRow): string {
  const device = `/devices/${encodeURIComponent(row.device)}`;
  if (row.event) return `${device}/events`;
  if (row.kind === 'RUNNING' || row.kind === 'SAVED')
    return `${device}?kind=${row.kind}&a=${row.previous}&b=${row.number}`;
  return `${device}/tables?table=${row.kind}`;
}
