import { beforeEach, describe, expect, it, vi } from 'vitest';
import { isTyping, keys } from './keys.svelte';

const press = (key: string, more: Partial<KeyboardEvent> = {}) => {
  const event = new KeyboardEvent('keydown', { key, cancelable: true, ...more });
  Object.defineProperty(event, 'target', { value: more.target ?? document.body });
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
