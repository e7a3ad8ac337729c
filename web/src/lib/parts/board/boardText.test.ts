import { expect, it } from 'vitest';
import { ageBars, driftBars, score } from './boardText';

const counts = { pass: 0, fail: 0, excepted: 0, notKnown: 0, notAsked: 0 };

it.each([
  [{ ...counts, pass: 999, fail: 1 }, 99],
  [{ ...counts, pass: 3 }, 100],
  [{ ...counts, pass: 1, notKnown: 1, excepted: 5, notAsked: 9 }, 50],
  [{ ...counts, excepted: 5, notAsked: 9 }, undefined]
])('scores %o', (each, percent) => {
  expect(score(each)).toBe(percent);
});

it('has a bar for each age, whatever their severities', () => {
  const bars = ageBars([
    { age: 'A_WEEK', severity: 'LOW', failing: 2 },
    { age: 'A_WEEK', severity: 'HIGH', failing: 1 }
  ]);
  expect(bars.map(({ value }) => value)).toEqual([0, 3, 0, 0]);
});

it('counts devices by the part that has drifted', () => {
  const row = (device: string, parts: string[]) => ({
    device,
    site: '',
    role: '',
    added: 0,
    modified: 0,
    removed: 0,
    moved: 0,
    parts,
    savedDiffers: false
  });
  expect(driftBars([row('a', ['vlan 1', 'port 1']), row('b', ['port 1'])])).toEqual([
    { name: 'port 1', value: 2 },
    { name: 'vlan 1', value: 1 }
  ]);
});
