import { beforeEach, describe, expect, it, vi } from 'vitest';
import { isTyping, keys, letGoOfChip } from './keys.svelte';
import { listKeys, rowAt } from './listKeys';
import { rowKeys } from './rowKeys';

const press = (key: string, more: Partial<KeyboardEvent> = {}) => {
  const event = new KeyboardEvent('keydown', { key, cancelable: true, ...more });
  Object.defineProperty(event, 'target', { value: more.target ?? document.body });
  if (more.timeStamp !== undefined) Object.defineProperty(event, 'timeStamp', { value: more.timeStamp });
  keys.handle(event);
  return event;
};

describe('the keys', () => {
  const frame = vi.fn();
  const page = vi.fn();
  let leave: () => void;

  beforeEach(() => {
    frame.mockReset();
    page.mockReset();
    keys.add([{ key: 'n', says: 'frame', run: frame }]);
    leave = keys.add([{ key: 'n', says: 'page', run: page }]);
  });

  it('are those of the page before those of its frame', () => {
    expect(press('n').defaultPrevented).toBe(true);
    expect(page).toHaveBeenCalledOnce();
    expect(frame).not.toHaveBeenCalled();
  });

  it('are forgotten when the page is left', () => {
    leave();
    press('n');
    expect(page).not.toHaveBeenCalled();
    expect(frame).toHaveBeenCalledOnce();
  });

  it('rest while somebody types, but for those with Ctrl', () => {
    const find = vi.fn();
    keys.add([{ key: 'ctrl+k', says: 'find', run: find }]);
    const target = document.createElement('input');
    press('n', { target });
    press('k', { target, ctrlKey: true });
    expect(page).not.toHaveBeenCalled();
    expect(find).toHaveBeenCalledOnce();
  });

  it('rest while a dialog is open: its own keys count', () => {
    const dialog = document.createElement('dialog');
    document.body.append(dialog);
    dialog.open = true;
    expect(press('n').defaultPrevented).toBe(false);
    dialog.remove();
    press('n');
    expect(page).toHaveBeenCalledOnce();
  });

  it('take what Ctrl and Alt type together as the character that it is', () => {
    const open = vi.fn();
    const end = keys.add([{ key: '[', says: 'open', run: open }]);
    press('[', { ctrlKey: true, altKey: true });
    expect(open).toHaveBeenCalledOnce();
    press('n', { altKey: true });
    expect(page).not.toHaveBeenCalled();
    end();
  });

  it('go by two where the first does nothing alone, and only soon after it', () => {
    const go = vi.fn();
    const end = keys.add([{ key: 'g n', says: 'go', run: go }]);
    press('g');
    press('n');
    expect([go.mock.calls.length, page.mock.calls.length]).toEqual([1, 0]);
    press('g');
    press('x');
    press('n');
    expect([go.mock.calls.length, page.mock.calls.length]).toEqual([1, 1]);
    press('g', { timeStamp: 0 });
    press('n', { timeStamp: 5000 });
    expect([go.mock.calls.length, page.mock.calls.length]).toEqual([1, 2]);
    end();
  });

  it('leave a key to whom it was meant for', () => {
    const down = vi.fn();
    const end = keys.add(listKeys('row', down));
    const target = document.createElement('input');
    target.type = 'radio';
    press('ArrowDown', { target });
    const event = new KeyboardEvent('keydown', { key: 'ArrowDown', cancelable: true });
    event.preventDefault();
    keys.handle(event);
    expect(down).not.toHaveBeenCalled();
    press('ArrowDown');
    press('End');
    press('ArrowDown', { shiftKey: true });
    expect(down.mock.calls).toEqual([[1], [Infinity]]);
    end();
  });

  it('leave Enter to a link that has the focus', () => {
    const open = vi.fn();
    keys.add([{ key: 'Enter', says: 'open', run: open }]);
    press('Enter', { target: document.createElement('button') });
    expect(open).not.toHaveBeenCalled();
    press('Enter');
    expect(open).toHaveBeenCalledOnce();
  });
});

it('a checkbox is not typed into', () => {
  const box = document.createElement('input');
  box.type = 'checkbox';
  expect(isTyping(box)).toBe(false);
  expect(isTyping(document.createElement('textarea'))).toBe(true);
  expect(isTyping(null)).toBe(false);
});

it.each([
  [0, 1, 3, 1],
  [2, 1, 3, 2],
  [0, -1, 3, 0],
  [-1, 1, 3, 1],
  [1, Infinity, 3, 2],
  [1, -Infinity, 3, 0],
  [0, 1, 0, 0]
])('from row %i by %i of %i is %i', (index, by, length, to) => expect(rowAt(index, by, length)).toBe(to));

it('goes through the rows of a table that can be opened, and opens the one with the focus', () => {
  const table = document.createElement('table');
  table.innerHTML = `<tbody><tr><td><a href="#a">a</a></td></tr><tr><td>told more</td></tr>
    <tr><td><button>b</button> <a href="#c">c</a></td></tr></tbody>`;
  document.body.append(table);
  const end = rowKeys('row')(table);
  const said = () => document.activeElement?.textContent;
  press('j');
  expect(said()).toBe('a');
  press('ArrowDown');
  expect(said()).toBe('b');
  press('j');
  expect(said()).toBe('b');
  press('Home');
  expect(said()).toBe('a');
  end();
  press('j');
  expect(said()).toBe('a');
  table.remove();
});

it('a chip that was clicked by mouse lets go of the keys, one that was pressed by key does not', () => {
  const chip = document.createElement('button');
  chip.setAttribute('aria-pressed', 'true');
  document.body.append(chip);
  for (const [detail, holds] of [
    [0, true],
    [1, false]
  ] as const) {
    chip.focus();
    const event = new MouseEvent('click', { detail });
    Object.defineProperty(event, 'target', { value: chip });
    letGoOfChip(event);
    expect(document.activeElement === chip).toBe(holds);
  }
  chip.remove();
});
