import { expect, it } from 'vitest';
import type { StandIn } from '$lib/api/client';
import { faultWord, matching, stateOf } from './benchText';

const standIn = (name: string, isUp: boolean, isAway: boolean, faults = {}) =>
  ({ name, maker: 'Corvane', model: 'C2024', address: '127.20.1.21', isUp, isAway, faults }) as StandIn;
const all = [
  standIn('brkw-acc-1', true, false),
  standIn('mv-curlew-sw-1', false, true),
  standIn('gull-acc-1', false, false, { NO_ANSWER: 0 })
];

it('says where a stand-in is', () =>
  expect(all.map(stateOf)).toEqual(['up', 'out of reach', 'not answering']));

it('finds by words of any fact', () => {
  expect(matching(all, 'acc corvane')).toHaveLength(2);
  expect(matching(all, 'out of reach').map((each) => each.name)).toEqual(['mv-curlew-sw-1']);
  expect(matching(all, 'no answer')).toHaveLength(1);
  expect(matching(all, '')).toHaveLength(3);
});

it('reads a fault as words', () => expect(faultWord('DROPS_AFTER')).toBe('drops after'));
