import { describe, expect, it } from 'vitest';
import type { Freeze } from '$lib/api/client';
import { scopeOf, turnOf } from './freezeText';

const freeze = (phase: Freeze['phase'], startsAt: string, endsAt: string) =>
  ({ phase, startsAt, endsAt, query: '' }) as Freeze;

describe('a freeze', () => {
  const now = Date.parse('2026-11-30T12:00:00Z');

  it('is looked at again when the next one begins or ends', () => {
    const all = [
      freeze('NOW', '2026-11-30T06:00:00Z', '2026-11-30T13:00:00Z'),
      freeze('COMING', '2026-11-30T12:10:00Z', '2026-12-01T06:00:00Z'),
      freeze('LIFTED', '2026-11-30T12:01:00Z', '2026-11-30T12:02:00Z')
    ];
    expect(turnOf(all, now)).toBe(600_000);
    expect(turnOf([all[0]!], now)).toBe(3_600_000);
    expect(turnOf([all[2]!], now)).toBeUndefined();
    expect(turnOf([], now)).toBeUndefined();
  });

  it('says what it holds', () => {
    expect(scopeOf({ query: '' })).toBe('the whole fleet');
    expect(scopeOf({ query: 'site is Quay' })).toBe('site is Quay');
  });
});
