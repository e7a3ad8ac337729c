import { expect, it } from 'vitest';
import { together } from './possible';

const platform = (title: string, whyNoPutBack?: string) => ({ platform: title, title, whyNoPutBack });

it('puts platforms together for which the same is possible', () => {
  expect(together([platform('A'), platform('B', 'why'), platform('C'), platform('D', 'other')])).toEqual([
    { titles: ['A', 'C'], can: ['copy', 'put back', 'image transfer'], cannot: [] },
    { titles: ['B'], can: ['copy', 'image transfer'], cannot: [{ what: 'put back', why: 'why' }] },
    { titles: ['D'], can: ['copy', 'image transfer'], cannot: [{ what: 'put back', why: 'other' }] }
  ]);
  expect(together([])).toEqual([]);
});
