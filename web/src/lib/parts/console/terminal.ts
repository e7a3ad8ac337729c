import { FitAddon } from '@xterm/addon-fit';
import { Terminal } from '@xterm/xterm';
import '@xterm/xterm/css/xterm.css';

/**
 * A terminal in the colours of the page, always as large as its holder. Tab belongs to the page, so that the keyboard is
 * never caught here.
 *
 * @param onleave if Tab belongs to what is talked to instead: called for the key that leaves, {@link LEAVE}
 */
export function terminalIn(holder: HTMLElement, onleave?: () => void): Terminal {
  const style = getComputedStyle(document.documentElement);
  const colour = (token: string) => style.getPropertyValue(token).trim();
  const terminal = new Terminal({
    fontFamily: colour('--font-mono') || 'monospace',
    fontSize: 12.5,
    screenReaderMode: true,
    theme: { background: colour('--color-neutral'), foreground: colour('--color-neutral-content') }
  });
  const fit = new FitAddon();
  terminal.loadAddon(fit);
  terminal.open(holder);
  // Not while it is out of the page: it would have no size at all.
  new ResizeObserver(() => holder.isConnected && holder.clientHeight > 0 && fit.fit()).observe(holder);
  terminal.attachCustomKeyEventHandler((event) => {
    if (!onleave) return event.key !== 'Tab';
    if (event.key === 'Tab') event.preventDefault();
    if (event.key !== LEAVE) return true;
    event.preventDefault();
    if (event.type === 'keydown') onleave();
    return false;
  });
  return terminal;
}

/** No device has a use for this key. */
export const LEAVE = 'F6';
