import type { RunDevice, RunStep } from '$lib/api/client';
import { count } from '$lib/text/time';

/** What a cell of the board says, and how it is drawn. */
export interface BoardCell {
  text: string;
  tone: 'done' | 'now' | 'failed' | 'waits' | 'none';
}

export interface BoardColumn {
  title: string;
  cell: (line: RunDevice) => BoardCell;
}

const NONE: BoardCell = { text: '·', tone: 'none' };

const lastOf = (line: RunDevice, state: string): RunStep | undefined =>
  line.steps.findLast((step) => step.state === state);

const seconds = (step: RunStep): string => {
  const time = (Date.parse(step.endedAt ?? step.begunAt) - Date.parse(step.begunAt)) / 1000;
  return `${time.toFixed(1)} s`;
};

/** What each event of a step says in its cell; those that are not here went wrong in a way that "Now" tells. */
const SAID: Record<string, (step: RunStep, line: RunDevice) => BoardCell> = {
  FITS: (step) => ({ text: seconds(step), tone: 'done' }),
  LOADED: (_, line) => ({ text: `${line.commands} sent`, tone: 'done' }),
  PROMISE_KEPT: () => ({ text: 'exact', tone: 'done' }),
  SAVED: () => ({ text: 'kept', tone: 'done' }),
  BACK: () => ({ text: 'as before', tone: 'done' }),
  HAS_MOVED: () => ({ text: 'has moved', tone: 'failed' }),
  NOT_REACHED: () => ({ text: 'not reached', tone: 'failed' }),
  REFUSED: () => ({ text: 'refused', tone: 'failed' }),
  PROMISE_BROKEN: () => ({ text: 'differs', tone: 'failed' }),
  NOT_BACK: () => ({ text: 'not back', tone: 'failed' })
};

function cellOf(line: RunDevice, state: string, doing: string): BoardCell {
  const step = lastOf(line, state);
  if (!step) return line.state === state ? { text: 'next', tone: 'waits' } : NONE;
  if (!step.event) return { text: doing, tone: line.state === state ? 'now' : 'none' };
  return SAID[step.event]?.(step, line) ?? { text: 'not known', tone: 'failed' };
}

function keepCell(line: RunDevice): BoardCell {
  const cell = cellOf(line, 'KEEPING', 'keeping');
  return cell === NONE && line.state === 'EXACT' ? { text: 'held', tone: 'waits' } : cell;
}

const COLUMNS: readonly BoardColumn[] = [
  { title: 'Fresh copy', cell: (line) => cellOf(line, 'READING', 'copying') },
  { title: 'Load', cell: (line) => cellOf(line, 'LOADING', `${line.commands} …`) },
  { title: 'Compare with preview', cell: (line) => cellOf(line, 'CHECKING', 'copying') },
  { title: 'Keep', cell: keepCell }
];

const BACK: BoardColumn = { title: 'Put back', cell: (line) => cellOf(line, 'GIVING_BACK', 'putting back') };

/** Putting back has a column only where it happened. */
export function columnsOf(lines: readonly RunDevice[]): readonly BoardColumn[] {
  const goesBack = lines.some(
    (line) => line.state === 'GIVING_BACK' || lastOf(line, 'GIVING_BACK') !== undefined
  );
  return goesBack ? [...COLUMNS, BACK] : COLUMNS;
}

const NOW: Record<RunDevice['state'], string> = {
  WAITING: 'waits for its turn',
  READING: 'is being copied',
  READY: 'waits until all have been copied',
  LOADING: 'is given its commands',
  CHECKING: 'is copied again',
  EXACT: 'waits for the others',
  KEEPING: 'is being kept',
  GIVING_BACK: 'is put back',
  PROBING: 'is looked at: nobody knows what stands there',
  KEPT: 'kept and saved',
  GIVEN_BACK: 'put back',
  MOVED: 'not touched',
  UNTOUCHED: 'not touched',
  STUCK: 'needs you'
};

/** How a device stands now, with what is to be known of it; `now` in milliseconds. */
export function nowText(line: RunDevice, now: number): string {
  const isPlain = ['KEPT', 'EXACT', 'READY', 'UNTOUCHED', 'WAITING'].includes(line.state) || line.fact === '';
  const fact = isPlain ? '' : `: ${line.fact}`;
  const left = line.guardUntil ? Math.round((Date.parse(line.guardUntil) - now) / 1000) : 0;
  const guard = left > 0 ? `, its guard ${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}` : '';
  return NOW[line.state] + fact + guard;
}

/** One sentence for the whole run. */
export function runText(run: {
  devices: readonly RunDevice[];
  decision: string;
  allOrNone: boolean;
  endedAt?: string;
}): string {
  const all = count(run.devices.length, 'device');
  const stuck = run.devices.filter((line) => line.state === 'STUCK').length;
  if (stuck > 0) return `${count(stuck, 'device')} of ${run.devices.length} need a person`;
  if (!run.allOrNone) {
    const kept = run.devices.filter((line) => line.state === 'KEPT').length;
    const goes = run.endedAt ? '' : 'running device by device: ';
    return `${goes}kept on ${kept} of ${all}`;
  }
  if (!run.endedAt) {
    return run.decision === 'BACK'
      ? `putting back what was loaded on ${all}`
      : run.decision === 'KEEP'
        ? `exact on ${all}, keeping it`
        : `running on ${all}: all of them or none`;
  }
  return run.devices.every((line) => line.state === 'KEPT')
    ? `kept on ${all}, exactly as previewed`
    : `put back: nothing of it stands on any of ${all}`;
}
