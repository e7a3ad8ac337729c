import type { Terminal } from '@xterm/xterm';
import { tick } from 'svelte';
import { isPrompt, linesOfPasted } from './pastedLines';
import { terminalIn } from './terminal';

/** A device that says nothing for so long has said what it had to say, in milliseconds. */
const QUIET = 150;
/** So long a device may take for a line of a pasted text, in milliseconds. */
const PATIENCE = 10_000;

/** A session with a device, which goes on while its reader looks at something else. */
export class ConsoleSession {
  stage = $state<'opening' | 'open' | 'ended'>('opening');
  /** A text of several lines that somebody has put in and that was not sent yet. */
  pasted = $state.raw<readonly string[] | undefined>();
  /** How many of its lines went to the device; stuck when it did not come back to its prompt. */
  sending = $state.raw<{ sent: number; of: number; stuck: boolean } | undefined>();
  /** Where the focus goes by the key that leaves. */
  onleave: () => void = () => {};
  readonly #path: string;
  readonly #onended: () => void;
  readonly #element = document.createElement('div');
  #terminal: Terminal | undefined;
  #socket: WebSocket | undefined;
  #saidAt = 0;
  #stops = false;

  /** @param path the address of the web socket, from the first slash */
  constructor(path: string, onended: () => void = () => {}) {
    this.#path = path;
    this.#onended = onended;
    this.#element.style.height = '100%';
    // Before the terminal takes it.
    this.#element.addEventListener('paste', this.#paste, { capture: true });
  }

  /** Shows it in a holder until the returned function is called. */
  attach = (holder: HTMLElement): (() => void) => {
    holder.append(this.#element);
    if (!this.#terminal) this.#open();
    this.#terminal?.focus();
    return () => this.#element.remove();
  };

  focus = () => this.#terminal?.focus();

  end = () => {
    this.#stops = true;
    this.stage = 'ended';
    if (this.#socket) {
      this.#socket.onclose = null;
      this.#socket.close();
    }
    this.#terminal?.dispose();
    this.#onended();
  };

  /** Line by line, each when the device has come back to its prompt. */
  sendPasted = async () => {
    const lines = this.pasted ?? [];
    await this.dropPasted();
    this.#prompt = this.#lineAtCursor();
    await this.#send(lines, 0);
  };

  dropPasted = async () => {
    this.pasted = undefined;
    // While the question stands there nothing behind it takes the focus.
    await tick();
    this.focus();
  };

  /** Though the device has not come back to its prompt. */
  goOn = () => {
    const { sent } = this.sending ?? { sent: 0 };
    this.focus();
    return this.#send(this.#lines, sent);
  };

  stopSending = () => {
    this.#stops = true;
    this.sending = undefined;
    this.focus();
  };

  #lines: readonly string[] = [];
  /** What stood before the cursor when the first of them was sent. */
  #prompt = '';

  async #send(lines: readonly string[], from: number) {
    this.#lines = lines;
    this.#stops = false;
    for (let at = from; at < lines.length; at++) {
      if (this.#stops || this.stage !== 'open') break;
      this.sending = { sent: at, of: lines.length, stuck: false };
      this.#socket?.send(`${lines[at]}\r`);
      if (await this.#comesBack()) continue;
      if (this.#stops || this.stage !== 'open') break;
      this.sending = { sent: at + 1, of: lines.length, stuck: true };
      return;
    }
    this.sending = undefined;
  }

  /** True when the device has said something, is quiet, and stands at a prompt. */
  async #comesBack(): Promise<boolean> {
    const from = Date.now();
    while (Date.now() - from < PATIENCE && !this.#stops && this.stage === 'open') {
      await new Promise((done) => setTimeout(done, QUIET));
      const isQuiet = this.#saidAt > from && Date.now() - this.#saidAt >= QUIET;
      if (isQuiet && isPrompt(this.#prompt, this.#lineAtCursor())) return true;
    }
    return false;
  }

  #lineAtCursor(): string {
    const buffer = this.#terminal?.buffer.active;
    return buffer?.getLine(buffer.baseY + buffer.cursorY)?.translateToString(true) ?? '';
  }

  #paste = (event: ClipboardEvent) => {
    const lines = linesOfPasted(event.clipboardData?.getData('text') ?? '');
    if (!lines) return;
    event.preventDefault();
    event.stopPropagation();
    this.pasted = lines;
  };

  #open() {
    const terminal = terminalIn(this.#element, () => this.onleave());
    this.#terminal = terminal;
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const socket = new WebSocket(`${scheme}://${location.host}${this.#path}`);
    this.#socket = socket;
    socket.binaryType = 'arraybuffer';
    socket.onopen = () => {
      this.stage = 'open';
      terminal.focus();
    };
    socket.onmessage = (event) => {
      this.#saidAt = Date.now();
      terminal.write(new Uint8Array(event.data as ArrayBuffer));
    };
    socket.onclose = () => {
      this.stage = 'ended';
      terminal.write('\r\n-- the session has ended --\r\n');
      this.#onended();
    };
    terminal.onData((text) => socket.readyState === WebSocket.OPEN && socket.send(text));
  }
}
