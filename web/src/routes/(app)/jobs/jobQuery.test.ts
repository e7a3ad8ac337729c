import { expect, it } from 'vitest';
import { jobQuery, PAGE } from './jobQuery';

const ALL = { size: PAGE, page: 0, kinds: [], who: '', state: 'ANY', device: '' };

it.each([
  ['', {}],
  ['kind=COPY&state=FAILED&page=3', { kinds: ['COPY'], state: 'FAILED', page: 3 }],
  ['who=r.anand&device=brkw-acc-1', { who: 'r.anand', device: 'brkw-acc-1' }],
  ['kind=NONE&state=x&page=-1', {}],
  ['page=1e9', {}],
  ['page=1.5', {}]
])('%s asks for %j', (text, asked) =>
  expect(jobQuery(new URLSearchParams(text))).toEqual({ ...ALL, ...asked })
);
