import { describe, expect, it } from 'vitest';
import { dueByDevice, whatGoes } from './keepingText';

const due = (device: string, kind: string, number: number) => ({
  id: number,
  device,
  kind,
  number,
  lastSeen: '2026-11-01T00:00:00Z'
});

it('names runs of numbers, configuration by configuration', () => {
  const named = [1, 2, 3, 5].map((number) => due('brkw-acc-1', 'RUNNING', number));
  expect(dueByDevice([...named, due('brkw-acc-1', 'SAVED', 7), due('brkw-acc-1', 'ARP', 2)])).toEqual([
    { title: 'brkw-acc-1, running', path: '/devices/brkw-acc-1?kind=RUNNING', numbers: '1 to 3, 5' },
    { title: 'brkw-acc-1, saved', path: '/devices/brkw-acc-1?kind=SAVED', numbers: '7' },
    { title: 'brkw-acc-1, arp (table)', path: '/devices/brkw-acc-1/tables?table=ARP', numbers: '2' }
  ]);
});

describe('whatGoes', () => {
  it.each([
    [0, 0, '0 revisions'],
    [1, 0, '1 revision'],
    [3, 2, '3 revisions and 2 readings of tables'],
    [0, 1, '1 reading of a table']
  ])('says of %d revisions and %d readings %j', (revisions, readings, said) =>
    expect(whatGoes({ revisions, readings })).toBe(said)
  );
});
