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

it('folds the clauses that hold everywhere when they are many', async () => {
  const row = (tag: string) => ({ ...heat.rows[1]!, tag });
  const rows = [heat.rows[0]!, ...['a', 'b', 'c', 'd'].map(row)];
  render(HeatTable, { heat: { ...heat, rows }, tag: undefined, site: undefined, onchoose: vi.fn() });
  expect(screen.queryByRole('button', { name: /^a / })).toBeNull();
  await fireEvent.click(screen.getByRole('button', { name: /^4 clauses hold everywhere/ }));
  expect(screen.getAllByRole('row')).toHaveLength(7);
});

it('holds a number where devices fail and nothing where none does', async () => {
  const onchoose = vi.fn();
  render(HeatTable, { heat, tag: undefined, site: undefined, onchoose });
  await fireEvent.click(screen.getByRole('button', { name: '3 at Brackwater fail log' }));
  expect(onchoose).toHaveBeenCalledWith('log', 'Brackwater');
  expect(screen.queryByRole('button', { name: /Dunsay/ })).toBeNull();
  await fireEvent.click(screen.getByRole('button', { name: /^clock/ }));
  expect(onchoose).toHaveBeenLastCalledWith('clock');
});
