import { FitAddon } from '@xterm/addon-fit';
import { Terminal } from '@xterm/xterm';
import '@xterm/xterm/css/xterm.css';

/** A terminal in the colours of the page, as large as its holder. */
export function terminalIn(holder: HTMLElement): Terminal {
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
  fit.fit();
  // Tab belongs to the page, so that the keyboard is never caught here.
  terminal.attachCustomKeyEventHandler((event) => event.key !== 'Tab');
  return terminal;
}
