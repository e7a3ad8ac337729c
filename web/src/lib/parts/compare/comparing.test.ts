import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '$lib/api/client';
import type { FoldLine } from './compareRows';
import { Comparing, type Wanted } from './comparing.svelte';

const end = (number: number) => ({ device: 'brkw-acc-1', kind: 'RUNNING' as const, number });
const wanted: Wanted = { before: end(1), after: end(2), form: 'lines', noise: false, all: false };
const fold = { beforeStart: 0, afterStart: 0, count: 900 };
const compared = (count: number) => ({
  data: { after: end(2), sections: [{ rows: [], fold: { ...fold, count } }] },
  response: new Response()
});
const structured = { data: { parts: [] }, response: new Response() };
const refused = {
  error: { detail: 'Nobody knows "kiosk-9".' },
  response: new Response(null, { status: 404 })
};

let answers: ((answer: unknown) => void)[] = [];
let comparing: Comparing;

beforeEach(() => {
  answers = [];
  vi.spyOn(api, 'POST').mockImplementation((() => new Promise((done) => answers.push(done))) as never);
  comparing = new Comparing();
});

afterEach(() => {
  vi.restoreAllMocks();
});

describe('a comparison', () => {
  it('is loading until its answer is there', async () => {
    const loaded = comparing.load(wanted);
    expect(comparing.isLoading).toBe(true);
    answers[0]?.(compared(7));
    await loaded;
    expect(comparing.isLoading).toBe(false);
    expect(comparing.lines).toEqual([{ type: 'fold', beforeStart: 0, afterStart: 0, count: 7 }]);
  });

  it.each([
    [0, 1],
    [1, 0]
  ])('shows what was asked for last, though answer %i comes first', async (first, second) => {
    const both = [comparing.load(wanted), comparing.load(wanted)];
    for (const index of [first, second]) answers[index]?.(compared(index + 1));
    await Promise.all(both);
    expect(comparing.lines).toMatchObject([{ count: 2 }]);
  });

  it('asks for nothing that was not chosen, and for every line if all are wanted', () => {
    void comparing.load(wanted);
    void comparing.load({ ...wanted, platform: 'corvane', all: true });
    const bodies = vi.mocked(api.POST).mock.calls.map((call) => (call as unknown[])[1] as { body: object });
    expect(Object.keys(bodies[0]?.body ?? {})).toEqual(['before', 'after', 'noise']);
    expect(bodies[1]?.body).toMatchObject({ platform: 'corvane', context: 10_000_000 });
  });

  it('by structure takes the place of the one by lines, and the other way round', async () => {
    const byLines = comparing.load(wanted);
    answers[0]?.(compared(7));
    await byLines;
    const byStructure = comparing.load({ ...wanted, form: 'structure' });
    answers[1]?.(structured);
    await byStructure;
    expect(comparing.compare).toBeUndefined();
    expect(comparing.lines).toEqual([]);
    expect(comparing.structure).toEqual(structured.data);
  });

  it('keeps what is shown when the next one fails, and says why', async () => {
    const shown = comparing.load(wanted);
    answers[0]?.(compared(7));
    await shown;
    const failing = comparing.load(wanted);
    answers[1]?.(refused);
    await failing;
    expect(comparing.problem?.meaning).toBe('Nobody knows "kiosk-9".');
    expect(comparing.lines).toHaveLength(1);
    const again = comparing.load(wanted);
    answers[2]?.(compared(8));
    await again;
    expect(comparing.problem).toBeUndefined();
  });

  it('that was cleared does not come back with a late answer', async () => {
    const late = comparing.load(wanted);
    comparing.clear();
    answers[0]?.(compared(7));
    await late;
    expect(comparing.compare).toBeUndefined();
    expect(comparing.isLoading).toBe(false);
  });
});

describe('a fold', () => {
  async function folded() {
    const loaded = comparing.load(wanted);
    answers[0]?.(compared(900));
    await loaded;
    return comparing.lines[0] as FoldLine;
  }

  it('gives its first 400 lines and keeps the rest folded', async () => {
    const lines = Array.from({ length: 400 }, (_, i) => `line ${i}`);
    const get = vi
      .spyOn(api, 'GET')
      .mockResolvedValue({ data: { lines }, response: new Response() } as never);
    expect(await comparing.unfold(await folded())).toBe(true);
    const query = { kind: 'RUNNING', from: 0, count: 400 };
    expect(get).toHaveBeenCalledWith(expect.stringContaining('/lines'), {
      params: { path: { name: 'brkw-acc-1', number: 2 }, query }
    });
    expect(comparing.lines).toHaveLength(401);
    expect(comparing.lines.at(-1)).toMatchObject({ type: 'fold', count: 500 });
  });

  it('stays folded when its lines cannot be had', async () => {
    vi.spyOn(api, 'GET').mockResolvedValue(refused as never);
    await comparing.unfold(await folded());
    expect(comparing.lines).toHaveLength(1);
    expect(comparing.problem?.meaning).toContain('kiosk-9');
  });

  it('of a pasted text has no lines to ask for', async () => {
    const loaded = comparing.load(wanted);
    answers[0]?.({ ...compared(900), data: { ...compared(900).data, after: {} } });
    await loaded;
    expect(await comparing.unfold(comparing.lines[0] as FoldLine)).toBe(false);
  });
});
