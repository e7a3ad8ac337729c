import { iso } from './time';

/** An instant as a field for date and time has it: "2026-11-23T06:00", in the reader's own time or in UTC. */
export function fieldOf(instant: string, zone: string | undefined): string {
  return iso(Date.parse(instant), zone).slice(0, 16).replace(' ', 'T');
}

/** The instant that such a field names; nothing while it is not filled in. */
export function instantOf(field: string, zone: string | undefined): string | undefined {
  const at = new Date(zone === 'UTC' ? `${field}Z` : field).getTime();
  return Number.isNaN(at) ? undefined : new Date(at).toISOString();
}

/** When the last working week began: Monday at six. */
export function lastMonday(now: number, zone: string | undefined): string {
  const DAY = 24 * 3_600_000;
  for (let back = 0; back <= 7; back++) {
    const day = fieldOf(new Date(now - back * DAY).toISOString(), zone).slice(0, 10);
    const six = instantOf(`${day}T06:00`, zone);
    const isMonday = new Date(`${day}T12:00Z`).getUTCDay() === 1;
    if (isMonday && six && Date.parse(six) < now) return six;
  }
  return new Date(now).toISOString();
}
