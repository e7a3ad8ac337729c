import type { Side } from './ends';

/** In milliseconds. */
const PAUSE = 400;

/** Texts that were pasted: they may hold secrets, so they stand in no address and are gone with the page. */
class Pasted {
  /** As they stand in the boxes. */
  texts = $state<Record<Side, string>>({ b: '', a: '' });
  /** As they were when their writer last paused: what is compared. */
  settled = $state.raw<Record<Side, string>>({ b: '', a: '' });
  platform = $state('');
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** A text may be megabytes long: it is sent after a pause, not at every key. */
  settle() {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => (this.settled = { ...this.texts }), PAUSE);
  }
}

export const pasted = new Pasted();
