import { expect, test } from 'vitest';
import { Problem } from '$lib/api/client';
import { Submission } from './submission.svelte';

test('what is asked for twice before it was answered is sent once', async () => {
  let sent = 0;
  let answer = () => {};
  const saving = new Submission(() => {
    sent++;
    return new Promise<void>((done) => (answer = done));
  });
  const first = saving.send();
  expect(saving.isSending).toBe(true);
  expect(await saving.send()).toBe(false);
  answer();
  expect(await first).toBe(true);
  expect(sent).toBe(1);
  expect(saving.isSending).toBe(false);
});

test('a refusal is kept until the next try, and told field by field', async () => {
  let refuses = true;
  const saving = new Submission(async () => {
    if (refuses)
      throw new Problem(400, 'field', 'name is long.', 'Correct it.', [], undefined, undefined, [
        { field: 'name', message: 'is long' }
      ]);
  });
  expect(await saving.send()).toBe(false);
  expect(saving.problem?.code).toBe('field');
  expect(saving.of('name')).toBe('is long');
  expect(saving.of('note')).toBeUndefined();
  refuses = false;
  expect(await saving.send()).toBe(true);
  expect(saving.problem).toBeUndefined();
});

test('a problem of one field is told at that field; anything thrown is a problem', async () => {
  const ranges = new Submission(() =>
    Promise.reject(new Problem(422, 'ranges', 'Line 2 is no range.', '', [], undefined, 'ranges'))
  );
  await ranges.send();
  expect(ranges.of('ranges')).toBe('Line 2 is no range.');
  const broken = new Submission(() => Promise.reject(new Error('split')));
  await broken.send();
  expect(broken.problem?.meaning).toContain('split');
  broken.forget();
  expect(broken.problem).toBeUndefined();
});
