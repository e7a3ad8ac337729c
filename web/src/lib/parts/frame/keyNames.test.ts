import { expect, it } from 'vitest';
import { keyName } from './keyNames';

it.each([
  ['j', 'j'],
  ['ctrl+k', 'Ctrl K'],
  ['shift+ArrowDown', 'Shift ↓'],
  ['Escape', 'Esc'],
  ['+', '+'],
  ['ctrl++', 'Ctrl +']
])('%s stands there as %s', (key, name) => expect(keyName(key)).toBe(name));
