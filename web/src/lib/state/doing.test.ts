import { describe, expect, it } from 'vitest';
import { Problem } from '$lib/api/client';
import { Doing } from './doing.svelte';

const refused = new Problem(409, 'no-pair', 'They are no pair.', 'Choose others.');

describe('Doing', () => {
  it('loads after a deed, done or not', async () => {
    let loads = 0;
    const doing = new Doing(async () => loads++);
    expect(await doing.act(async () => {})).toBe(true);
    expect(await doing.act(() => Promise.reject(refused))).toBe(false);
    expect(loads).toBe(2);
  });

  it('keeps what a deed met until the next deed', async () => {
    const doing = new Doing(async () => {});
    await doing.act(() => Promise.reject(refused));
    await doing.load();
    expect(doing.problem).toBe(refused);
    await doing.act(async () => {});
    expect(doing.problem).toBeUndefined();
  });

  it('says what loading met, and takes it back when it works again', async () => {
    let works = false;
    const doing = new Doing(async () => {
      if (!works) throw new Problem(0, 'no-server', 'The server does not answer.', 'Wait.');
    });
    await doing.load();
    expect(doing.problem?.code).toBe('no-server');
    works = true;
    await doing.load();
    expect(doing.problem).toBeUndefined();
  });

  it.each([[[0, 1]], [[1, 0]]])(
    'says of loading what the latest met, answered in the order %j',
    async (order) => {
      const answers: (() => void)[] = [];
      const doing = new Doing(() => {
        const isLatest = answers.length === 1;
        return new Promise<void>((done, fail) => answers.push(isLatest ? () => fail(refused) : done));
      });
      const loads = [doing.load(), doing.load()];
      for (const which of order) answers[which]?.();
      await Promise.all(loads);
      expect(doing.problem).toBe(refused);
    }
  );

  it('forgets what it met when the page goes on with something else', async () => {
    const doing = new Doing(() => Promise.reject(refused));
    await doing.act(() => Promise.reject(refused));
    doing.forget();
    expect(doing.problem).toBeUndefined();
  });

  it('makes a problem of whatever was thrown', async () => {
    const doing = new Doing(() => Promise.reject(new Error('boom')));
    await doing.load();
    expect(doing.problem?.meaning).toContain('boom');
  });
});
