import { api, need } from '$lib/api/client';
import { Submission } from './submission.svelte';

/** How long the way back is offered beside the page, in milliseconds; after that it stands under "Lately removed". */
const OFFERED = 30_000;

interface Offer {
  text: string;
  /** What can be put back; a notice without one only tells. */
  removal?: number;
  /** Shows again what was put back. */
  again?: () => unknown;
}

/** What was done a moment ago and can be taken back. */
class Regret {
  offer = $state.raw<Offer | undefined>();
  #end: ReturnType<typeof setTimeout> | undefined;

  /**
   * Waits for a deed and offers the way back.
   *
   * @param text what was done, as a sentence
   */
  async of(text: string, deed: Promise<{ removal: number }>, again: () => unknown): Promise<void> {
    const { removal } = await deed;
    this.#show({ text, removal, again });
  }

  /** Something that is good to know and cannot be taken back by a key. */
  tell = (text: string) => this.#show({ text });

  #show(offer: Offer) {
    this.offer = offer;
    this.#undoing.forget();
    this.wait();
  }

  /** Once, however often the key is pressed meanwhile. */
  readonly #undoing = new Submission(async () => {
    const offer = this.offer;
    if (offer?.removal === undefined) return;
    await need(api.POST('/api/removals/{id}/undo', { params: { path: { id: offer.removal } } }));
    this.close();
    await offer.again?.();
  });

  undo = () => void this.#undoing.send();

  /** Why it could not be taken back. */
  get problem() {
    return this.#undoing.problem;
  }

  close = () => {
    clearTimeout(this.#end);
    this.offer = undefined;
    this.#undoing.forget();
  };

  /** Nothing goes while somebody reaches for it. */
  hold = () => clearTimeout(this.#end);

  wait = () => {
    clearTimeout(this.#end);
    this.#end = setTimeout(this.close, OFFERED);
  };
}

export const regret = new Regret();
