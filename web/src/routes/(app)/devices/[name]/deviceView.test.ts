import { describe, expect, it } from 'vitest';
import type { Revision } from '$lib/api/client';
import { handlesOf, moved, viewOf } from './deviceView';

const revisions = [1, 2, 3].map((number) => ({ number }) as Revision);
const handles = (query: string) => handlesOf(viewOf(new URLSearchParams(query)), revisions);

describe('the handles', () => {
  it.each([
    ['', { a: 2, b: 3 }],
    ['b=2', { a: 1, b: 2 }],
    ['b=1', { a: 1, b: 1 }],
    ['a=3&b=1', { a: 3, b: 1 }],
    ['a=-1&b=0', { a: 2, b: 3 }],
    ['a=77&b=x', { a: 2, b: 3 }]
  ])('for "%s"', (query, expected) => expect(handles(query)).toEqual(expected));

  it('are nowhere without revisions', () => expect(handlesOf({ a: 1, b: 2 }, [])).toBeUndefined());
});

it('steps along the line and not beyond', () => {
  expect(moved(revisions, 2, 1)).toBe(3);
  expect(moved(revisions, 3, 1)).toBeUndefined();
  expect(moved(revisions, 1, -1)).toBeUndefined();
});
