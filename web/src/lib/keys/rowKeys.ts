import { cameBack } from './arrival';
import { keys, isTyping } from './keys.svelte';
import { listKeys, rowAt } from './listKeys';

/** On which row each list was left, by the list's address. */
const left = new Map<string, string>();

const here = () => location.pathname + location.search;

/** What opens each row: the first link or button of its first cell. */
function openers(table: HTMLElement): HTMLElement[] {
  return [...table.querySelectorAll<HTMLTableRowElement>('tbody > tr')]
    .map((row) => row.querySelector<HTMLElement>(':is(td, th):first-child :is(a[href], button)'))
    .filter((opener) => opener !== null);
}

/**
 * Lets the keys go through the rows of a table, or of all tables within an element, from one that can be opened to the next; Enter opens it, as the browser has it.
 * Who comes back to the list finds the row that was left.
 */
export const rowKeys = (thing: string) => (table: HTMLElement) => {
  const focused = () =>
    openers(table).findIndex((each) => each.closest('tr') === document.activeElement?.closest('tr'));
  const move = (by: number) => {
    const rows = openers(table);
    const at = focused();
    const next = rows[at < 0 && by > 0 && Number.isFinite(by) ? 0 : rowAt(at, by, rows.length)];
    next?.focus();
    next?.scrollIntoView({ block: 'nearest' });
  };
  const remember = () => {
    const opener = openers(table)[focused()];
    if (opener) left.set(here(), opener.textContent);
  };
  table.addEventListener('focusin', remember);
  const before = cameBack() ? left.get(here()) : undefined;
  if (before !== undefined && !isTyping(document.activeElement))
    openers(table)
      .find((each) => each.textContent === before)
      ?.focus();
  return keys.add([
    ...listKeys(thing, move),
    { key: 'Enter', says: `open the ${thing}`, run: () => openers(table)[focused()]?.click() }
  ]);
};
