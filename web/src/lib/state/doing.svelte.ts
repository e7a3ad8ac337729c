import { asProblem, type Problem } from '$lib/api/client';

/**
 * Loads what a part of a page shows, and does what its reader asks for. A deed that failed says so until the next deed,
 * however often the part is loaded meanwhile.
 */
export class Doing {
  #ofLoading = $state.raw<Problem | undefined>();
  #ofDeed = $state.raw<Problem | undefined>();
  #fetch: () => Promise<unknown>;
  #asked = 0;

  readonly problem = $derived(this.#ofDeed ?? this.#ofLoading);

  constructor(fetch: () => Promise<unknown>) {
    this.#fetch = fetch;
  }

  /** For a page that goes on with something else. */
  forget = () => {
    this.#ofDeed = undefined;
    this.#ofLoading = undefined;
  };

  /** Answers may overtake each other: what is said of loading is said by the latest. */
  load = async () => {
    const mine = ++this.#asked;
    const met = await this.#fetch().then(() => undefined, asProblem);
    if (mine === this.#asked) this.#ofLoading = met;
  };

  /** Loads afterwards in any case: part of it may have been done. True if all of it was. */
  act = async (deed: () => Promise<unknown>): Promise<boolean> => {
    try {
      await deed();
      this.#ofDeed = undefined;
    } catch (thrown) {
      this.#ofDeed = asProblem(thrown);
    }
    await this.load();
    return this.#ofDeed === undefined;
  };
}
