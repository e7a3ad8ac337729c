import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { pasted } from './pasted.svelte';

describe('pasted texts', () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  it('are compared once their writer pauses, not at every key', () => {
    for (const text of ['v', 'vl', 'vlan 3']) {
      pasted.texts.b = text;
      pasted.settle();
      vi.advanceTimersByTime(399);
      expect(pasted.settled.b).toBe('');
    }
    vi.advanceTimersByTime(1);
    expect(pasted.settled).toEqual({ b: 'vlan 3', a: '' });
  });

  it('that are settled do not change with the box', () => {
    pasted.texts.a = 'vlan 4';
    pasted.settle();
    vi.advanceTimersByTime(400);
    pasted.texts.a = 'vlan 40';
    expect(pasted.settled.a).toBe('vlan 4');
  });
});
