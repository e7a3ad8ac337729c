import { describe, expect, it } from 'vitest';
import { lineOf } from './listPlaces';

describe('the lines of a list', () => {
  it.each(['', 'a', 'a\n', '\n\n', 'address,port\n127.20.4.11,2022\n\n127.20.4.12', 'one\ntwo\n'])(
    'are those that dividing %j gives',
    (text) => {
      const lines = text.split('\n');
      for (let i = 0; i < lines.length + 2; i++) expect(lineOf(text, i)).toBe(lines[i] ?? '');
    }
  );
});
