import { expect, it } from 'vitest';
import { blockAt, keyText, keyTyped } from './yamlPlace';

const yaml = `platform: x
shell:
  prompt: y
  page:
    off: page off
    # a note
    
  privilege:
    
tables:
  - table: arp
    request: show arp
    
configuration:
  verbatim:
    - opens: a
      
`.split('\n');

it.each([
  [0, ''],
  [2, 'shell'],
  [4, 'shell.page'],
  [6, 'shell.page'],
  [8, 'shell.privilege'],
  [10, 'tables'],
  [11, 'tables'],
  [12, 'tables'],
  [16, 'configuration.verbatim']
])('line %d stands in %s', (line, block) => expect(blockAt(yaml, line)).toBe(block));

it('knows when a key is typed', () => {
  expect(keyTyped('  pro')).toEqual({ from: 2, typed: 'pro' });
  expect(keyTyped('  - ')).toEqual({ from: 4, typed: '' });
  expect(keyTyped('  prompt: x')).toBeUndefined();
});

it('offers a value with the key', () => {
  expect(keyText('off', 'page off')).toBe('off: page off');
  expect(keyText('page', '')).toBe('page:');
});
