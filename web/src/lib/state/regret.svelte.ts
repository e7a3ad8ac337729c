import { api, need } from '$lib/api/client';
import { Submission } from './submission.svelte';

/** How long the way back is offered beside the page, in milliseconds; after that it stands under "Lately removed". */
const OFFERED = 30_000;

interface Offer {
  text: string;
  /** The way back; a notice without one only tells. */
  back?: () => Promise<unknown>;
  /** Whether it stands under "Lately removed" afterwards. */
  isListed?: boolean;
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
    const back = () => need(api.POST('/api/removals/{id}/undo', { params: { path: { id: removal } } }));
    this.#show({ text, back, isListed: true, again });
  }

  /** Offers a way back that needs nothing that was removed. */
  by = (text: string, back: () => Promise<unknown>) => this.#show({ text, back });

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
    if (!offer?.back) return;
    await offer.back();
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
