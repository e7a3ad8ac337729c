import { afterEach, describe, expect, it, vi } from 'vitest';
import { api } from '$lib/api/client';
import { FleetRows, partsOf } from './fleetRows.svelte';

describe('partsOf', () => {
  it.each([
    [0, 0, []],
    [0, 1, [0]],
    [0, 100, [0]],
    [0, 101, [0, 1]],
    [250, 420, [2, 3, 4]],
    [-5, 20, [0]]
  ])('of rows %d to %d', (from, to, parts) => expect(partsOf(from, to)).toEqual(parts));
});

describe('questions that overtake each other', () => {
  const answers: ((answer: unknown) => void)[] = [];
  const query = { query: '' } as Parameters<FleetRows['ask']>[0];
  const found = (matching: number) => ({ data: { matching, devices: [] }, response: new Response() });
  const refused = { error: { title: 'no' }, response: new Response(null, { status: 400 }) };

  function asking() {
    vi.spyOn(api, 'GET').mockImplementation((() => new Promise((done) => answers.push(done))) as never);
    const rows = new FleetRows();
    return { rows, first: rows.ask(query), second: rows.ask(query) };
  }

  afterEach(() => {
    answers.length = 0;
    vi.restoreAllMocks();
  });

  it('an answer to an earlier one changes nothing, and says so', async () => {
    const { rows, first, second } = asking();
    answers[1]?.(found(2));
    expect(await second).toBe(true);
    answers[0]?.(found(49));
    expect(await first).toBe(false);
    expect(rows.matching).toBe(2);
  });

  it('fetching again what an earlier one found does not take the place of the latest', async () => {
    vi.spyOn(api, 'GET').mockImplementation((() => new Promise((done) => answers.push(done))) as never);
    const rows = new FleetRows();
    const first = rows.ask({ ...query, query: 'name is none' });
    answers[0]?.(found(0));
    await first;
    const latest = rows.ask({ ...query });
    const again = rows.refresh(0, 30);
    answers[1]?.(found(49));
    await latest;
    answers[2]?.(found(0));
    await again;
    expect(rows.matching).toBe(49);
  });

  it('what is said against an earlier one is not said of the latest', async () => {
    const { first, second } = asking();
    answers[0]?.(refused);
    expect(await first).toBe(false);
    answers[1]?.(refused);
    await expect(second).rejects.toThrow();
  });
});
