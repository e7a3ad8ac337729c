import { expect, it } from 'vitest';
import { emptyClause } from '$lib/parts/standard/clauseText';
import { clauseDraft } from './clauseDraft.svelte';

it('gives a clause to the standard that it is for, once', () => {
  const clause = emptyClause('corvane', 'new');
  clauseDraft.bring('access', clause, 'a');
  expect(clauseDraft.take('other')).toBeUndefined();
  expect(clauseDraft.take('access')?.clause).toEqual(clause);
  expect(clauseDraft.take('access')).toBeUndefined();
});
