import { describe, expect, it } from 'vitest';
import { asProblem, need, Problem, problemOf } from './client';

const answer = (status: number, body: unknown) => ({
  response: new Response(null, { status }),
  ...(status < 400 ? { data: body } : { error: body })
});

describe('what the server answers', () => {
  it('is its body when all is well', async () => {
    expect(await need(Promise.resolve(answer(200, { jobs: 3 })))).toEqual({ jobs: 3 });
  });

  it('is a problem with its code, meaning and advice', async () => {
    const body = { code: 'in-use', detail: 'It is used by 3 devices.', advice: 'Give them another.' };
    await expect(need(Promise.resolve(answer(409, body)))).rejects.toMatchObject({
      status: 409,
      code: 'in-use',
      meaning: 'It is used by 3 devices.',
      advice: 'Give them another.'
    });
  });

  it('is a problem that says so when nothing answers', async () => {
    await expect(need(Promise.reject(new TypeError('fetch failed')))).rejects.toMatchObject({
      code: 'no-server'
    });
  });

  it('never leaves the reader without words', () => {
    expect(problemOf(502, '<html>').meaning).toBe('The server answered 502.');
    expect(problemOf(502, undefined).advice).not.toBe('');
  });

  it('carries the places of mistakes in a list', () => {
    const places = [{ line: 2, column: 1, message: 'x' }];
    expect(problemOf(422, { problems: places }).places).toEqual(places);
  });
});

it('whatever is thrown can be shown', () => {
  const problem = new Problem(404, 'not-found', 'gone', 'look elsewhere');
  expect(asProblem(problem)).toBe(problem);
  expect(asProblem(new Error('odd')).meaning).toContain('odd');
});
