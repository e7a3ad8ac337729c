import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import type { Heat } from '$lib/api/client';
import HeatTable from './HeatTable.svelte';

const heat: Heat = {
  sites: ['Brackwater', 'Dunsay'],
  rows: [
    { tag: 'log', reason: 'night messages', severity: 'HIGH', binding: 'REFUSE', failing: { Brackwater: 3 } },
    { tag: 'clock', reason: '', severity: 'LOW', binding: 'ADVISE', failing: {} }
  ]
};

it('holds a number where devices fail and nothing where none does', async () => {
  const onchoose = vi.fn();
  render(HeatTable, { heat, tag: undefined, site: undefined, onchoose });
  await fireEvent.click(screen.getByRole('button', { name: '3 at Brackwater fail log' }));
  expect(onchoose).toHaveBeenCalledWith('log', 'Brackwater');
  expect(screen.queryByRole('button', { name: /Dunsay/ })).toBeNull();
  await fireEvent.click(screen.getByRole('button', { name: /^clock/ }));
  expect(onchoose).toHaveBeenLastCalledWith('clock');
});
