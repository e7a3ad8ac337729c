import { describe, expect, it } from 'vitest';
import type { Rollout, RolloutDevice } from '$lib/api/client';
import { awayText, cellOf, wavesOf } from './rolloutText';

const step = (state: RolloutDevice['state'], event: string | undefined, from: number, to?: number) => ({
  state,
  fact: '',
  console: '',
  begunAt: new Date(from * 1000).toISOString(),
  ...(to === undefined ? {} : { endedAt: new Date(to * 1000).toISOString() }),
  ...(event === undefined ? {} : { event: event as never })
});

const device = (name: string, wave: number, more: Partial<RolloutDevice>): RolloutDevice => ({
  device: name,
  wave,
  image: 'a.img',
  imageSize: 200,
  copied: 0,
  copyRate: 0,
  release: '2',
  releaseBefore: '1',
  state: 'WAITING',
  needsDecision: false,
  fact: '',
  commands: [],
  steps: [],
  ...more
});

const rollout = (devices: RolloutDevice[]): Rollout => ({
  number: 1,
  title: '',
  state: 'RUNNING',
  needs: 'APPROVER',
  madeBy: 'a',
  madeAt: '2026-11-29T00:00:00Z',
  devices
});

describe('a rollout', () => {
  it('tells how far each wave has come', () => {
    const waves = wavesOf(
      rollout([
        device('a', 1, { state: 'DONE', partner: 'b' }),
        device('b', 2, { state: 'RETURNING', partner: 'a' }),
        device('d', 2, { state: 'DONE', partner: 'c' }),
        device('x', 3, { state: 'NOT_READY', needsDecision: true }),
        device('y', 4, { state: 'READY' })
      ])
    );
    expect(waves.map((wave) => [wave.number, wave.tone, wave.says, wave.about])).toEqual([
      [1, 'done', 'done', 'one of each pair'],
      [2, 'now', 'in hand, 1 of 2 done', 'one of each pair'],
      [3, 'failed', '1 of 1 need a decision', 'nothing backs these up'],
      [4, 'next', 'ready', 'nothing backs these up']
    ]);
  });

  it('says a fact in each cell', () => {
    const went = device('a', 1, {
      state: 'VERIFYING',
      steps: [
        step('PREPARING', 'PREPARED', 0, 1),
        step('SWITCHING', 'SWITCHED', 2, 4),
        step('RETURNING', 'BACK', 4, 129),
        step('VERIFYING', undefined, 129)
      ]
    });
    expect(
      ['PREPARING', 'SWITCHING', 'RETURNING', 'VERIFYING'].map((state) => cellOf(went, state).text)
    ).toEqual(['digest ✓', 'restarts', '2:05', '…']);
    expect(cellOf(device('b', 1, {}), 'PREPARING').tone).toBe('none');
    const half = device('d', 1, { state: 'PREPARING', copied: 90, steps: [step('PREPARING', undefined, 0)] });
    expect(cellOf(half, 'PREPARING').text).toBe('45 %');
    expect(
      cellOf(device('c', 1, { steps: [step('PREPARING', 'NOT_PREPARED', 0, 1)] }), 'PREPARING').tone
    ).toBe('failed');
  });

  it('counts the time away from the last restart', () => {
    const again = device('a', 1, {
      steps: [
        step('SWITCHING', 'SWITCHED', 0, 1),
        step('RETURNING', 'BACK', 1, 31),
        step('SWITCHING', 'SWITCHED', 40, 41)
      ]
    });
    expect(awayText(again)).toBeUndefined();
  });
});
