/** The rule of a routine as a form shows it; the server reads the text. */
export interface RuleForm {
  kind: 'hourly' | 'daily' | 'weekly' | 'monthly' | 'once' | 'cron';
  minute: string;
  time: string;
  days: string[];
  day: string;
  moment: string;
  cron: string;
  /** How much later than that it is due, such as 30m; empty for at once. */
  margin: string;
  /** The last date on which it is due; empty for always. */
  until: string;
}

export const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;

const EMPTY: RuleForm = {
  kind: 'daily',
  minute: '15',
  time: '02:30',
  days: ['mon'],
  day: '1',
  moment: '',
  cron: '30 2 * * 1-5',
  margin: '',
  until: ''
};

/** What the text says, as far as the form can show it; an unknown text stands as it is under cron. */
export function formOf(rule: string): RuleForm {
  const words = rule.trim().split(/\s+/);
  const until = words.at(-2) === 'until' ? (words.splice(-2)[1] ?? '') : '';
  const margin = words.at(-1)?.startsWith('+') ? (words.pop() ?? '').slice(1) : '';
  return { ...timesOf(words), margin, until };
}

function timesOf([kind, ...rest]: string[]): RuleForm {
  switch (kind) {
    case 'hourly':
      return { ...EMPTY, kind, minute: (rest[0] ?? '').replace(':', '') };
    case 'daily':
      return { ...EMPTY, kind, time: rest[0] ?? '' };
    case 'weekly':
      return { ...EMPTY, kind, days: (rest[0] ?? '').split(',').filter(Boolean), time: rest[1] ?? '' };
    case 'monthly':
      return { ...EMPTY, kind, day: rest[0] ?? '', time: rest[1] ?? '' };
    case 'once':
      return { ...EMPTY, kind, moment: rest[0] ?? '' };
    case 'cron':
      return { ...EMPTY, kind, cron: rest.join(' ') };
    default:
      return EMPTY;
  }
}

export function ruleOf(form: RuleForm): string {
  const margin = form.margin.trim() === '' ? '' : ` +${form.margin.trim()}`;
  return times(form) + margin + (form.until === '' ? '' : ` until ${form.until}`);
}

function times(form: RuleForm): string {
  switch (form.kind) {
    case 'hourly':
      return `hourly :${form.minute.padStart(2, '0')}`;
    case 'daily':
      return `daily ${form.time}`;
    case 'weekly':
      return `weekly ${DAYS.filter((day) => form.days.includes(day)).join(',')} ${form.time}`;
    case 'monthly':
      return `monthly ${form.day} ${form.time}`;
    case 'once':
      return `once ${form.moment}`;
    case 'cron':
      return `cron ${form.cron}`;
  }
}

const ENDED: Record<string, string> = {
  STARTED: 'started',
  MADE_UP: 'made up',
  SKIPPED: 'skipped',
  NO_DEVICE: 'no device is meant',
  FAILED: 'not started',
  BY_HAND: 'started by hand'
};

/** What came of a time at which a routine was due, in words. */
export function runText(run: { outcome: string; missed: number; devices: number; reason: string }): string {
  const said = ENDED[run.outcome] ?? run.outcome;
  const missed = run.missed > 0 ? ` (${run.missed} missed)` : '';
  const devices = run.devices > 0 ? `, ${run.devices} ${run.devices === 1 ? 'device' : 'devices'}` : '';
  return `${said}${missed}${devices}${run.reason === '' ? '' : `: ${run.reason}`}`;
}

/** Whether nothing was done though it was due. */
export const isFailure = (run: { outcome: string }) =>
  run.outcome === 'FAILED' || run.outcome === 'NO_DEVICE';
