import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import type { Revision } from '$lib/api/client';
import RevisionLine from './RevisionLine.svelte';

const revisions = ['2026-09-02', '2026-10-01', '2026-10-20', '2026-11-01'].map((day, i): Revision => ({
  number: i + 1,
  firstCopyAt: `${day}T08:00:00Z`,
  lastCopyAt: `${day}T09:00:00Z`,
  origin: i === 0 ? 'FIRST_COPY' : 'NOT_PLANNED',
  lines: 10,
  added: 0,
  modified: 0,
  removed: 0,
  incomplete: '',
  moved: 0,
  parts: [],
  partCount: 0,
  onlyNoise: false,
  marks: []
}));
const shown = () => {
  const onmove = vi.fn();
  const { container } = render(RevisionLine, { revisions, a: 2, b: 4, onmove, span: '', onspan: vi.fn() });
  return { onmove, circles: [...container.querySelectorAll('circle')] };
};

it('draws one dot a revision, the first of another kind', () => {
  const { circles } = shown();
  expect(circles).toHaveLength(4);
  expect(circles.map((circle) => circle.classList.contains('first'))).toEqual([true, false, false, false]);
});

it('says where the handles stand', () => {
  shown();
  const [a, b] = screen.getAllByRole('slider');
  expect(a?.getAttribute('aria-valuenow')).toBe('2');
  expect(b?.getAttribute('aria-valuetext')).toMatch(/^revision 4, /);
});

it('moves a handle to the neighbouring revision by arrow key, and not beyond the ends', async () => {
  const { onmove } = shown();
  const [a, b] = screen.getAllByRole('slider');
  await fireEvent.keyDown(a!, { key: 'ArrowLeft' });
  expect(onmove).toHaveBeenLastCalledWith('a', 1);
  await fireEvent.keyDown(b!, { key: 'ArrowRight' });
  expect(onmove).toHaveBeenCalledTimes(1);
});

it('moves B to a dot that is clicked, and A with Shift', async () => {
  const { onmove, circles } = shown();
  await fireEvent.click(circles[2]!);
  expect(onmove).toHaveBeenLastCalledWith('b', 3);
  await fireEvent.click(circles[0]!, { shiftKey: true });
  expect(onmove).toHaveBeenLastCalledWith('a', 1);
});
