import { expect, it } from 'vitest';
import { dueByDevice } from './keepingText';

const due = (device: string, kind: 'RUNNING' | 'SAVED', number: number) => ({
  id: number,
  device,
  kind,
  number,
  lastSeen: '2026-11-01T00:00:00Z'
});

it('names runs of numbers, configuration by configuration', () => {
  const named = [1, 2, 3, 5].map((number) => due('brkw-acc-1', 'RUNNING', number));
  expect(dueByDevice([...named, due('brkw-acc-1', 'SAVED', 7)])).toEqual([
    { title: 'brkw-acc-1, running', path: '/devices/brkw-acc-1?kind=RUNNING', numbers: '1 to 3, 5' },
    { title: 'brkw-acc-1, saved', path: '/devices/brkw-acc-1?kind=SAVED', numbers: '7' }
  ]);
});
