const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** How long ago, in plain words: "just now", "12 min", "51 h", "9 days". Both in milliseconds. */
export function age(then: number, now: number): string {
  const gone = Math.max(0, now - then);
  if (gone < MINUTE) return 'just now';
  if (gone < HOUR) return `${Math.floor(gone / MINUTE)} min`;
  if (gone < 3 * DAY) return `${Math.floor(gone / HOUR)} h`;
  return `${Math.floor(gone / DAY)} days`;
}

/** How long something took, in plain words: "4 s", "12 min", "3 h 05 min". In milliseconds. */
export function span(long: number): string {
  if (long < MINUTE) return `${Math.max(1, Math.round(long / 1000))} s`;
  if (long < HOUR) return `${Math.floor(long / MINUTE)} min`;
  const minutes = String(Math.floor((long % HOUR) / MINUTE)).padStart(2, '0');
  return `${Math.floor(long / HOUR)} h ${minutes} min`;
}

/** A moment as all tables have it: "29 Nov 02:22", with the year where it is not this one. */
export function moment(then: number, now: number, zone?: string): string {
  const format = (options: Intl.DateTimeFormatOptions) => inZone(then, options, zone);
  const year = (at: number) => inZone(at, { year: 'numeric' }, zone);
  const date = format({ day: 'numeric', month: 'short' });
  const clock = format({ hour: '2-digit', minute: '2-digit' });
  return year(then) === year(now) ? `${date} ${clock}` : `${date} ${year(then)} ${clock}`;
}

/** "Monday, 07:58", as one says it within a week or so. */
export function weekdayAndTime(then: number, zone?: string, between = ', '): string {
  const time = inZone(then, { hour: '2-digit', minute: '2-digit' }, zone);
  return `${inZone(then, { weekday: 'long' }, zone)}${between}${time}`;
}

/** The exact instant in words, for hovering. */
export function exact(then: number, zone?: string): string {
  return inZone(then, { dateStyle: 'full', timeStyle: 'long' }, zone);
}

/** The exact instant with its zone (ISO 8601, RFC 3339): "2026-11-29 02:22:05+01:00", with Z for UTC. */
export function iso(then: number, zone?: string): string {
  const date = new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', timeStyle: 'medium', timeZone: zone });
  const parts = new Intl.DateTimeFormat('en-GB', { timeZoneName: 'longOffset', timeZone: zone });
  const offset = parts.formatToParts(then).find(({ type }) => type === 'timeZoneName')?.value ?? '';
  return date.format(then) + (/^GMT(\+00:00)?$/.test(offset) ? 'Z' : offset.replace('GMT', ''));
}

function inZone(then: number, options: Intl.DateTimeFormatOptions, zone: string | undefined): string {
  return new Intl.DateTimeFormat('en-GB', { ...options, timeZone: zone }).format(then);
}

/** "1 device", "12 devices". */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString('en-GB')} ${number === 1 ? one : many}`;
}
