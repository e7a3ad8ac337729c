import { asProblem, type Problem } from '$lib/api/client';

/** The answer to what was asked last: answers may overtake each other, and those to earlier questions do not count. */
export class Latest<T> {
  #value = $state.raw<T | undefined>();
  #problem = $state.raw<Problem | undefined>();
  #asked = 0;

  /** The last answer; it stays while the next one is awaited, and when that is a problem. */
  get value() {
    return this.#value;
  }

  get problem() {
    return this.#problem;
  }

  ask = async (question: Promise<T>): Promise<void> => {
    const mine = ++this.#asked;
    try {
      const answer = await question;
      if (mine === this.#asked) [this.#value, this.#problem] = [answer, undefined];
    } catch (thrown) {
      if (mine === this.#asked) this.#problem = asProblem(thrown);
    }
  };

  /** Whatever is still on its way does not count any more. */
  forget = () => {
    this.#asked++;
    [this.#value, this.#problem] = [undefined, undefined];
  };
}
