import { expect, it } from 'vitest';
import { beforeAndAfter } from './eventText';

it.each([
  ['STORAGE_FREE', '80000000', '0', '80 MB', '0 bytes'],
  ['FAILED', '', 'NO_ANSWER', '', 'no answer'],
  ['MODULE_INSERTED', '', 'P8, serial X', '', 'P8, serial X'],
  ['RELEASE', '7.4.2', '7.4.3', '7.4.2', '7.4.3']
] as const)('says both sides of %s', (kind, before, after, left, right) => {
  expect(beforeAndAfter({ kind, before, after })).toEqual({ before: left, after: right });
});
