import { asProblem, type Problem } from '$lib/api/client';

/**
 * What a form or a button asks the server for. What Enter and a click ask for together, or a second click before the first
 * was answered, is sent once; a refusal stays until the next try.
 */
export class Submission {
  #problem = $state.raw<Problem | undefined>();
  #isSending = $state(false);
  #work: () => Promise<unknown>;

  constructor(work: () => Promise<unknown>) {
    this.#work = work;
  }

  get problem() {
    return this.#problem;
  }

  get isSending() {
    return this.#isSending;
  }

  /** True if it was done. */
  send = async (): Promise<boolean> => {
    if (this.#isSending) return false;
    this.#isSending = true;
    try {
      await this.#work();
      this.#problem = undefined;
      return true;
    } catch (thrown) {
      this.#problem = asProblem(thrown);
      return false;
    } finally {
      this.#isSending = false;
    }
  };

  /** The handler of a form. */
  submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    await this.send();
  };

  /** Before something else is done: what was refused is of no interest any more. */
  forget = () => (this.#problem = undefined);

  /** What the server said of a field, by its name in what was sent. */
  of = (field: string): string | undefined => {
    const said = this.#problem?.fields.find((each) => each.field === field);
    return said?.message ?? (this.#problem?.field === field ? this.#problem.meaning : undefined);
  };
}
