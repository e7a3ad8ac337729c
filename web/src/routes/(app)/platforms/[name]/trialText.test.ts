import { expect, it } from 'vitest';
import type { TrialStep } from '$lib/api/client';
import { summary } from './trialText';

const step = (kind: TrialStep['kind'], reached: boolean) =>
  ({ kind, reached, seen: '', advice: '', exchanges: [] }) as TrialStep;

it.each([
  [[step('CONNECTED', true), step('ENDED', true)], '1 step reached'],
  [[step('CONNECTED', true), step('TABLE_READ', false), step('ENDED', true)], '1 step reached, 1 not'],
  [[step('CONNECTED', true), step('PROMPT_FOUND', true), step('ENDED', false)], '2 steps reached, 1 not']
])('sums a trial up', (steps, said) => expect(summary(steps)).toBe(said));
