import { describe, expect, it } from 'vitest';
import type { RunDevice } from '$lib/api/client';
import { columnsOf, nowText, runText } from './boardCells';

const step = (state: string, event?: string) =>
  ({
    state,
    begunAt: '2026-11-23T02:00:00.000Z',
    endedAt: event && '2026-11-23T02:00:00.900Z',
    event,
    fact: '',
    console: ''
  }) as RunDevice['steps'][number];

const line = (state: RunDevice['state'], ...steps: RunDevice['steps']): RunDevice => ({
  device: 'brkw-acc-1',
  state,
  decision: 'OPEN',
  fact: '',
  commands: 9,
  steps
});

const texts = (of: RunDevice) => columnsOf([of]).map((column) => column.cell(of).text);
const tones = (of: RunDevice) => columnsOf([of]).map((column) => column.cell(of).tone);

describe('the cells of the board', () => {
  it.each([
    [line('WAITING'), ['·', '·', '·', '·']],
    [line('READING', step('READING')), ['copying', '·', '·', '·']],
    [line('LOADING', step('READING', 'FITS')), ['0.9 s', 'next', '·', '·']],
    [line('LOADING', step('READING', 'FITS'), step('LOADING')), ['0.9 s', '9 …', '·', '·']],
    [
      line('EXACT', step('READING', 'FITS'), step('LOADING', 'LOADED'), step('CHECKING', 'PROMISE_KEPT')),
      ['0.9 s', '9 sent', 'exact', 'held']
    ],
    [
      line('GIVEN_BACK', step('READING', 'FITS'), step('LOADING', 'REFUSED'), step('GIVING_BACK', 'BACK')),
      ['0.9 s', 'refused', '·', '·', 'as before']
    ],
    [line('MOVED', step('READING', 'HAS_MOVED')), ['has moved', '·', '·', '·']]
  ])('say facts: %#', (of, expected) => expect(texts(of)).toEqual(expected));

  it('tell what failed from what is done, in hand or next', () => {
    expect(tones(line('LOADING', step('READING', 'FITS'), step('LOADING')))).toEqual([
      'done',
      'now',
      'none',
      'none'
    ]);
    expect(tones(line('STUCK', step('GIVING_BACK', 'NOT_BACK'))).at(-1)).toBe('failed');
  });
});

it('a guard counts down beside what happens now', () => {
  const guarded = { ...line('EXACT'), guardUntil: '2026-11-23T02:04:12Z' };
  expect(nowText(guarded, Date.parse('2026-11-23T02:00:00Z'))).toBe('waits for the others, its guard 4:12');
  expect(nowText(guarded, Date.parse('2026-11-23T02:05:00Z'))).toBe('waits for the others');
  expect(nowText({ ...line('MOVED'), fact: 'changed since' }, 0)).toBe('not touched: changed since');
});

it('one sentence says how a run ended', () => {
  const run = (decision: string, endedAt: string | undefined, ...devices: RunDevice[]) =>
    runText({ decision, endedAt, devices, allOrNone: true });
  expect(run('OPEN', undefined, line('LOADING'))).toContain('all of them or none');
  expect(run('KEEP', 'x', line('KEPT'))).toBe('kept on 1 device, exactly as previewed');
  expect(run('BACK', 'x', line('UNTOUCHED'), line('MOVED'))).toContain('nothing of it stands');
  expect(run('BACK', 'x', line('STUCK'))).toContain('need a person');
  const apart = { decision: 'OPEN', allOrNone: false, devices: [line('KEPT'), line('GIVEN_BACK')] };
  expect(runText({ ...apart, endedAt: 'x' })).toBe('kept on 1 of 2 devices');
  expect(runText(apart)).toContain('device by device');
});
