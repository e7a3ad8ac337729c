import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import type { Job } from '$lib/api/client';
import JobBar from './JobBar.svelte';

it('says how far a job is, by number and by kind of ending', () => {
  const states = { WAITING: 4, IN_HAND: 2, DONE: 3, FAILED: 1, STOPPED: 0 };
  render(JobBar, { job: { title: 'Copy 10 devices', states } as unknown as Job });
  const bar = screen.getByRole('progressbar', { name: 'Copy 10 devices' });
  expect(bar.getAttribute('aria-valuenow')).toBe('4');
  expect(bar.getAttribute('aria-valuemax')).toBe('10');
  expect(bar.getAttribute('aria-valuetext')).toBe('3 done, 1 failed, 0 stopped, 2 in hand');
});
