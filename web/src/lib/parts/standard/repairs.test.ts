import { afterEach, expect, it, vi } from 'vitest';
import { Problem } from '$lib/api/client';
import { draft } from '$lib/state/draft.svelte';
import { Repairs } from './repairs.svelte';

const finding = (device: string, isRepairable?: boolean) => ({
  device,
  standard: 'access and logging',
  tag: 'log',
  ...(isRepairable === undefined ? {} : { isRepairable })
});

/** Devices whose name says so have no repair, or are not there any more. */
const server = () =>
  vi.spyOn(draft, 'add').mockImplementation(({ device }) => {
    if (device.startsWith('no-repair'))
      return Promise.reject(new Problem(409, 'no-repair', 'It does not say.', ''));
    if (device.startsWith('gone'))
      return Promise.reject(new Problem(404, 'not-found', 'No such device.', ''));
    return Promise.resolve({ number: 7 } as never);
  });

afterEach(() => void vi.restoreAllMocks());

it('leaves to people what no clause can mend, whoever says so, and goes on', async () => {
  const adds = server();
  const repairs = new Repairs();
  expect(
    await repairs.send([finding('no-repair-1'), finding('a', true), finding('b', false), finding('c')])
  ).toBe(true);
  expect(adds.mock.calls.map(([edit]) => edit.device)).toEqual(['no-repair-1', 'a', 'c']);
  expect(repairs.done).toContain('In C-7');
  expect(repairs.done).toContain('2 findings left to people');
});

it('claims no change where nothing could be repaired', async () => {
  server();
  const repairs = new Repairs();
  await repairs.send([finding('a', false)]);
  expect(repairs.done).toBe('1 finding left to people: no clause says what would mend them.');
});

it('says what else went wrong', async () => {
  server();
  const repairs = new Repairs();
  expect(await repairs.send([finding('gone'), finding('a')])).toBe(false);
  expect(repairs.sending.problem?.meaning).toBe('No such device.');
  expect(repairs.done).toBe('');
});
