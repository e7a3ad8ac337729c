import { describe, expect, it } from 'vitest';
import { withParams } from './address';

const at = (path: string) => new URL(path, 'http://127.0.0.1');

describe('an address with other parameters', () => {
  it.each([
    ['/fleet', {}, '/fleet'],
    ['/fleet', { query: 'site = "Cairn Point"' }, '/fleet?query=site+%3D+%22Cairn+Point%22'],
    ['/fleet?sort=name&query=x', { query: '' }, '/fleet?sort=name'],
    ['/fleet?query=x', { query: '' }, '/fleet'],
    ['/fleet?mark=KEPT&mark=SOUND', { mark: ['CURRENT'] }, '/fleet?mark=CURRENT'],
    ['/fleet?mark=KEPT', { mark: [] }, '/fleet'],
    ['/fleet?a=1', { b: ['x', 'y'] }, '/fleet?a=1&b=x&b=y'],
    ['/compare?b=1&a=2', { a: '3' }, '/compare?b=1&a=3']
  ])('%s with %j is %s', (path, changes, expected) => {
    expect(withParams(at(path), changes)).toBe(expected);
  });

  it('gives back every value as it was put in', () => {
    for (const value of ['a&b=c', 'é ü', '100%', '#4', '"quay" | \'net loft\'', '+1']) {
      const next = at(withParams(at('/fleet'), { query: value }));
      expect(next.searchParams.get('query')).toBe(value);
    }
  });

  it('leaves the one it came from as it is', () => {
    const url = at('/fleet?query=x');
    withParams(url, { query: 'y' });
    expect(url.search).toBe('?query=x');
  });
});
