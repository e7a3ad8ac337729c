import type { DriftRow } from '$lib/api/client';
import { rowAt } from '$lib/keys/listKeys';

/** Those of the rows that have a text in their device, site, role or parts. */
export function among(rows: readonly DriftRow[], text: string): DriftRow[] {
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return [...rows];
  return rows.filter((row) =>
    [row.device, row.site, row.role, ...row.parts].some((each) => each.toLowerCase().includes(wanted))
  );
}

/** The row so many places below the chosen one, or above it; the last, or the first, where there is none. */
export function chosenAfter(
  rows: readonly DriftRow[],
  device: string | undefined,
  by: number
): DriftRow | undefined {
  const at = rows.findIndex((row) => row.device === device);
  return rows[rowAt(at, by, rows.length)];
}
