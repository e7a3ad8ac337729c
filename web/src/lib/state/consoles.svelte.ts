import { SvelteMap } from 'svelte/reactivity';
import type { ConsoleSession } from '$lib/parts/console/consoleSession.svelte';

/** The consoles that are open in this window, by device: they go on while other pages are looked at. */
class Consoles {
  readonly #open = new SvelteMap<string, { session: ConsoleSession; status: string }>();

  of(device: string) {
    return this.#open.get(device);
  }

  /** Whether one of them still talks to its device. */
  get isAnyOpen(): boolean {
    return [...this.#open.values()].some(({ session }) => session.stage === 'open');
  }

  keep(device: string, session: ConsoleSession, status: string) {
    this.#open.set(device, { session, status });
  }

  forget(device: string) {
    this.#open.delete(device);
  }

  /** For somebody who logs out. */
  endAll() {
    for (const { session } of this.#open.values()) session.end();
    this.#open.clear();
  }
}

export const consoles = new Consoles();
