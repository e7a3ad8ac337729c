import { asProblem, type Problem } from '$lib/api/client';

/** In milliseconds: nobody who types goes on so slowly. */
const PAUSE = 300;

/** The answer to what was asked last: answers may overtake each other, and those to earlier questions do not count. */
export class Latest<T> {
  #value = $state.raw<T | undefined>();
  #problem = $state.raw<Problem | undefined>();
  #isStale = $state(false);
  #isAwaited = $state(false);
  /** Whether the question changed after it was asked, and whether it will be asked again by itself. */
  #isOutdated = false;
  #isExpected = false;
  #asked = 0;

  /** Whether the last answer is to an earlier question than the one that stands by now. */
  get isStale() {
    return this.#isStale && this.#value !== undefined;
  }

  /** Whether an answer is still to come. */
  get isAwaited() {
    return this.#isAwaited;
  }

  /** What is asked has changed; it is asked in a moment. */
  expect = () => {
    this.outdate();
    this.#isAwaited = this.#isExpected = true;
  };

  /** What is typed is asked when it pauses; what this returns lets go of that. */
  soon = (work: () => unknown, pause = PAUSE): (() => void) => {
    this.expect();
    const waiting = setTimeout(work, pause);
    return () => clearTimeout(waiting);
  };

  /** What is asked has changed; somebody asks when they like. */
  outdate = () => {
    this.#isStale = this.#isOutdated = true;
  };

  /** The last answer; it stays while the next one is awaited, and when that is a problem. */
  get value() {
    return this.#value;
  }

  get problem() {
    return this.#problem;
  }

  ask = async (question: Promise<T>): Promise<void> => {
    const mine = ++this.#asked;
    this.#isStale = this.#isAwaited = true;
    this.#isOutdated = this.#isExpected = false;
    try {
      const answer = await question;
      if (mine === this.#asked) {
        [this.#value, this.#problem] = [answer, undefined];
        this.#isStale = this.#isOutdated;
      }
    } catch (thrown) {
      if (mine === this.#asked) this.#problem = asProblem(thrown);
    } finally {
      if (mine === this.#asked) this.#isAwaited = this.#isExpected;
    }
  };

  /** Whatever is still on its way does not count any more. */
  forget = () => {
    this.#asked++;
    [this.#value, this.#problem] = [undefined, undefined];
    this.#isStale = this.#isAwaited = this.#isOutdated = this.#isExpected = false;
  };
}
