import { describe, expect, it } from 'vitest';
import { fieldOf, instantOf, lastMonday } from './moment';

const HOUR = 3_600_000;
const start = Date.UTC(2026, 9, 20);

describe.each([undefined, 'UTC'])('in zone %s', (zone) => {
  it('a field and its instant tell the same minute', () => {
    for (let hour = 0; hour < 24 * 14; hour++) {
      const instant = new Date(start + hour * HOUR).toISOString();
      expect(instantOf(fieldOf(instant, zone), zone)).toBe(instant);
    }
  });

  it('the last Monday is one, at six, and not a week away', () => {
    for (let hour = 0; hour < 24 * 15; hour += 5) {
      const now = start + hour * HOUR;
      const monday = lastMonday(now, zone);
      expect(fieldOf(monday, zone).slice(11)).toBe('06:00');
      expect(new Date(`${fieldOf(monday, zone).slice(0, 10)}T12:00Z`).getUTCDay()).toBe(1);
      expect(now - Date.parse(monday)).toBeGreaterThan(0);
      expect(now - Date.parse(monday)).toBeLessThanOrEqual(7 * 24 * HOUR);
    }
  });
});

it('what is no moment is none', () => expect(instantOf('', 'UTC')).toBeUndefined());
