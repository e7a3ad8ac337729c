import { expect, it } from 'vitest';
import { isPrompt, linesOfPasted } from './pastedLines';

it.each([
  ['one', undefined],
  ['one\n', undefined],
  ['one\r\n\r\n', undefined],
  ['one\ntwo', ['one', 'two']],
  ['one\r\ntwo\r\n', ['one', 'two']],
  ['one\r\rtwo', ['one', '', 'two']],
  ['\none', ['', 'one']],
  ['', undefined]
])('%j is the lines %j', (text, lines) => expect(linesOfPasted(text)).toEqual(lines));

it.each([
  ['brkw-core-1:edit> ', 'brkw-core-1:edit:port> ', true],
  ['brkw-core-1:edit> ', 'port 1/0/18', false],
  ['brkw-core-1:edit> ', '', false],
  ['sw# ', 'sw(config)# ', true],
  ['[admin@ferry] > ', 'really? (y/n) ', false],
  ['login', 'anything', true],
  ['', 'x', true],
  ['', '', false]
])('after %j, %j is a prompt: %s', (before, now, is) => expect(isPrompt(before, now)).toBe(is));
