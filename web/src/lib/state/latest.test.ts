import { expect, test } from 'vitest';
import { Problem } from '$lib/api/client';
import { Latest } from './latest.svelte';

function later<T>() {
  let answer: (value: T) => void = () => {};
  let refuse: (why: unknown) => void = () => {};
  const question = new Promise<T>((done, fail) => ([answer, refuse] = [done, fail]));
  return { question, answer, refuse };
}

test('an answer that was overtaken does not count, whatever it is', async () => {
  const latest = new Latest<string>();
  const [first, second, third] = [later<string>(), later<string>(), later<string>()];
  const asked = [first, second, third].map((each) => latest.ask(each.question));
  third.answer('third');
  await asked[2];
  expect(latest.value).toBe('third');
  first.answer('first');
  second.refuse(new Problem(500, 'internal', 'Broken.', ''));
  await Promise.all(asked);
  expect(latest.value).toBe('third');
  expect(latest.problem).toBeUndefined();
});

test('a problem leaves the answer before it, and what is forgotten does not come back', async () => {
  const latest = new Latest<number>();
  await latest.ask(Promise.resolve(7));
  await latest.ask(Promise.reject(new Problem(404, 'gone', 'Gone.', '')));
  expect(latest.value).toBe(7);
  expect(latest.problem?.code).toBe('gone');
  const slow = later<number>();
  const asked = latest.ask(slow.question);
  latest.forget();
  expect(latest.value).toBeUndefined();
  slow.answer(8);
  await asked;
  expect(latest.value).toBeUndefined();
});
