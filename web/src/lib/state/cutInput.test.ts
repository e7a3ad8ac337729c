import { expect, it } from 'vitest';
import { cutFrom } from './cutInput';

it.each([
  [-1, 'x', [0, 0], 'y'.repeat(500), undefined],
  [5, '', [0, 0], '12345', undefined],
  [5, '', [0, 0], '123456', 1],
  [5, 'abc', [0, 0], '12345', 3],
  [5, 'abc', [0, 3], '12345', undefined],
  [5, 'abcde', [5, 5], '12', 2]
])('of a field of %i with %j, selected %j, %j is cut by %s', (maxLength, value, [from, to], pasted, cut) => {
  const field = { maxLength, value, selectionStart: from, selectionEnd: to } as HTMLInputElement;
  const said = cutFrom(field, pasted);
  if (cut === undefined) expect(said).toBeUndefined();
  else expect(said).toContain(`last ${cut} of`);
});
