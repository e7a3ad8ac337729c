import { expect, test, vi } from 'vitest';
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

test('an answer is stale from the moment in which the question changes until it is answered', async () => {
  const latest = new Latest<number>();
  latest.expect();
  expect(latest.isStale, 'there is nothing that could be').toBe(false);
  await latest.ask(Promise.resolve(1));
  expect(latest.isStale).toBe(false);
  latest.expect();
  expect(latest.isStale).toBe(true);
  const slow = later<number>();
  const asked = latest.ask(slow.question);
  expect(latest.isStale).toBe(true);
  latest.expect();
  slow.answer(2);
  await asked;
  expect([latest.isStale, latest.isAwaited], 'the question changed meanwhile').toEqual([true, true]);
  await latest.ask(Promise.resolve(2));
  expect(latest.isStale).toBe(false);
  await latest.ask(Promise.reject(new Problem(400, 'wrong', 'Wrong.', '')));
  expect(latest.isStale, 'what stands is not the answer to what was asked').toBe(true);
  expect(latest.isAwaited).toBe(false);
  await latest.ask(Promise.resolve(3));
  latest.outdate();
  expect([latest.isStale, latest.isAwaited]).toEqual([true, false]);
});

test('what is typed is asked once, when it pauses, and a slower one lets go', () => {
  vi.useFakeTimers();
  const latest = new Latest<number>();
  const asked: string[] = [];
  latest.soon(() => asked.push('first'))();
  latest.soon(() => asked.push('second'));
  expect(latest.isAwaited).toBe(true);
  vi.advanceTimersByTime(1000);
  expect(asked).toEqual(['second']);
  vi.useRealTimers();
});
