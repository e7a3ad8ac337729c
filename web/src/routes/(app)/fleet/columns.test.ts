import { describe, expect, it } from 'vitest';
import type { Device } from '$lib/api/client';
import { cellOf, COLUMNS, columnsOf, withColumn } from './columns';

const keys = (text: string | null) => columnsOf(text).map((column) => column.key);

describe('columns', () => {
  it('are the usual ones where the address names none', () =>
    expect(keys(null)).toEqual(['role', 'model', 'release', 'copied', 'changed']));
  it('keep their order, whatever that of the address', () =>
    expect(keys('changed role')).toEqual(['role', 'changed']));
  it('come and go, and the usual ones leave the address empty', () => {
    for (const column of COLUMNS) {
      const once = withColumn(null, column.key);
      expect(keys(once).includes(column.key)).toBe(!keys(null).includes(column.key));
      expect(withColumn(once, column.key)).toBe('');
    }
  });
  it('may all go', () => {
    const none = keys(null).reduce((text, key) => withColumn(text, key), '');
    expect(keys(none)).toEqual([]);
  });
});

it('shows what a device has', () => {
  const device = { host: '127.20.1.1', port: 22, tags: ['a', 'b'], model: 'R4' } as unknown as Device;
  expect(['address', 'tags', 'pair', 'model'].map((key) => cellOf(device, key))).toEqual([
    '127.20.1.1:22',
    'a, b',
    '',
    'R4'
  ]);
});
