import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '$lib/api/client';
import { JobLines, type LineFilter } from './jobLines.svelte';

const lines = (state: LineFilter['state']): LineFilter => ({ state, outcome: '' });

/** Questions in the order in which they came, each with what answers it. */
let asked: { path: string; id: number; query: unknown; answer: (given: unknown) => void }[] = [];

type Params = { params: { path: { id: number }; query?: unknown } };

beforeEach(() => {
  asked = [];
  vi.spyOn(api, 'GET').mockImplementation(((path: string, { params }: Params) => {
    return new Promise((answer) => asked.push({ path, id: params.path.id, query: params.query, answer }));
  }) as never);
});

afterEach(() => {
  vi.restoreAllMocks();
});

/** Both answers to the question for this job that was asked as number {@code which}, counted from 0. */
function answer(which: number, target: string) {
  for (const { path, id, answer } of asked.slice(2 * which, 2 * which + 2)) {
    const data = path.endsWith('/lines') ? { lines: [{ number: 0, target }], total: 1 } : { id };
    answer({ data, response: new Response() });
  }
}

function refuse(which: number) {
  const response = new Response(null, { status: 500 });
  for (const each of asked.slice(2 * which, 2 * which + 2)) each.answer({ error: {}, response });
}

describe('the lines of a job', () => {
  it.each([[[0, 1]], [[1, 0]]])('are those asked for last, answered in the order %j', async (order) => {
    const shown = new JobLines();
    const questions = [shown.ask(3, lines(''), 200), shown.ask(3, lines('FAILED'), 200)];
    for (const which of order) answer(which, which === 1 ? 'brkw-acc-1' : 'cairn-acc-1');
    expect(await Promise.all(questions)).toEqual([false, true]);
    expect(shown.lines).toMatchObject([{ target: 'brkw-acc-1' }]);
  });

  it('are never those of another job', async () => {
    const shown = new JobLines();
    const first = shown.ask(3, lines(''), 200);
    answer(0, 'cairn-acc-1');
    await first;
    const late = shown.ask(3, lines(''), 200);
    const next = shown.ask(4, lines(''), 200);
    expect([shown.job, shown.lines, shown.matching]).toEqual([undefined, [], 0]);
    answer(1, 'cairn-acc-1');
    expect(await late).toBe(false);
    expect(shown.lines).toEqual([]);
    answer(2, 'duns-acc-1');
    await next;
    expect(shown.job?.id).toBe(4);
    expect(shown.lines).toMatchObject([{ target: 'duns-acc-1' }]);
  });

  it('stay while the same job is looked at again, and when that fails', async () => {
    const shown = new JobLines();
    const first = shown.ask(3, lines(''), 200);
    answer(0, 'cairn-acc-1');
    await first;
    const again = shown.ask(3, lines(''), 200);
    expect(shown.lines).toHaveLength(1);
    refuse(1);
    await expect(again).rejects.toThrow();
    expect(shown.lines).toHaveLength(1);
  });

  it('a failure of an earlier question is not said of the latest', async () => {
    const shown = new JobLines();
    const questions = [shown.ask(3, lines(''), 200), shown.ask(3, lines(''), 200)];
    refuse(0);
    answer(1, 'cairn-acc-1');
    expect(await Promise.all(questions)).toEqual([false, true]);
  });

  it('are no more than the server gives at once', () => {
    void new JobLines().ask(3, lines('WAITING'), 9000);
    expect(asked[1]?.query).toEqual({ states: ['WAITING'], outcome: '', size: 500 });
  });
});
