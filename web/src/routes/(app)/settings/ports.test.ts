import { expect, it } from 'vitest';
import { portsIn } from './ports';

it.each([
  ['', []],
  ['2022', [2022]],
  [' 2022, 830 2022 ', [2022, 830]],
  ['0', undefined],
  ['65536', undefined],
  ['22, ssh', undefined],
  ['-1', undefined]
])('reads ports from %j', (text, ports) => expect(portsIn(text)).toEqual(ports));
