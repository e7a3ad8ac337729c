import { expect, it } from 'vitest';
import { isName, renamed } from './platformText';

it('gives a text another name', () =>
  expect(renamed('# a note\n# more\nplatform: old\ntitle: platform: x\n', 'new')).toBe(
    'platform: new\ntitle: platform: x\n'
  ));

it.each([
  ['harbour-switch', true],
  ['Harbour', false],
  ['9x', false],
  ['', false]
])('%s can be a name: %s', (name, can) => expect(isName(name)).toBe(can));
