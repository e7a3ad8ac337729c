import { goto } from '$app/navigation';
import { page } from '$app/state';
import { withParams } from '$lib/text/address';

/**
 * The page's address with its parameters. Changing it takes a moment; until then the address that was asked for counts,
 * so that keys pressed in quick succession each start from where the one before it led.
 */
class Address {
  #ahead = $state.raw<URL | undefined>();
  readonly params = $derived((this.#ahead ?? page.url).searchParams);

  /** An empty value takes a parameter away. The history gets no entry: back leads to the page before. */
  async change(changes: Record<string, string | string[]>) {
    const next = new URL(withParams(this.#ahead ?? page.url, changes), page.url.origin);
    this.#ahead = next;
    try {
      await goto(next, { replaceState: true, keepFocus: true, noScroll: true });
    } finally {
      if (this.#ahead === next) this.#ahead = undefined;
    }
  }
}

export const address = new Address();
