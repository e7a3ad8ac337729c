import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import type { Answers } from '$lib/api/client';
import FourMarks from './FourMarks.svelte';

const answers: Answers = {
  kept: { kind: 'YES', reason: 'a complete copy is recent' },
  matched: { kind: 'ATTENTION', reason: 'saved differs from running' },
  sound: { kind: 'NO', reason: '2 clauses fail' },
  current: { kind: 'NOT_KNOWN', reason: 'no standard release is chosen yet' }
};

it('tells each answer in words, in the order of the questions', () => {
  render(FourMarks, { answers });
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
    'Kept: yes, a complete copy is recent; Matched: attention, saved differs from running; ' +
      'Sound: no, 2 clauses fail; Current: not known, no standard release is chosen yet'
  );
});

it('gives each answer a shape of its own, never that of yes to what is not known', () => {
  const { container } = render(FourMarks, { answers });
  const shapes = [...container.querySelectorAll('.mark')].map((mark) => mark.classList[1]);
  expect(shapes).toEqual(['yes', 'attention', 'no', 'unknown']);
});
