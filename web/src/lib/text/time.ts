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

/** A moment as one says it: "Sun 22:14" within a week, "12 Nov" within the year, else with the year; also to come. */
export function moment(then: number, now: number, zone?: string): string {
  const format = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options }).format(then);
  const clock = format({ hour: '2-digit', minute: '2-digit' });
  if (Math.abs(now - then) < 6 * DAY) return `${format({ weekday: 'short' })} ${clock}`;
  if (Math.abs(now - then) < 300 * DAY) return format({ day: 'numeric', month: 'short' });
  return format({ day: 'numeric', month: 'short', year: 'numeric' });
}

/** The exact instant in the reader's zone, for hovering. */
export function exact(then: number, zone?: string): string {
  return new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'long', timeZone: zone }).format(
    then
  );
}

/** "1 device", "12 devices". */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString('en-GB')} ${number === 1 ? one : many}`;
}
