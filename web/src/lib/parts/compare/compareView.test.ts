import { expect, it } from 'vitest';
import { compareViewOf } from './compareView';

const view = (query: string) => compareViewOf(new URLSearchParams(query));

it.each([
  ['', { layout: 'side', next: 'one', noise: false, all: false, place: undefined }],
  [
    'layout=structure&noise=1&all=1&place=7',
    { layout: 'structure', next: 'side', noise: true, all: true, place: 7 }
  ],
  ['layout=wide&place=-2', { layout: 'side', place: undefined }]
])('reads "%s"', (query, expected) => expect(view(query)).toMatchObject(expected));
