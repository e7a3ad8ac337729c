import { api, need, type Job, type JobLine } from '$lib/api/client';

/** Which lines are looked at; the empty text leaves it open. */
export interface LineFilter {
  state: JobLine['state'] | '';
  /** How they ended, by its code. */
  outcome: string;
}

export const asQuery = ({ state, outcome }: LineFilter) => ({ states: state === '' ? [] : [state], outcome });

/** A job, and those of its lines that are looked at. */
export class JobLines {
  job = $state.raw<Job | undefined>();
  lines = $state.raw<JobLine[]>([]);
  matching = $state(0);
  #asked = 0;

  /**
   * Answers may overtake each other: only that to the latest question counts, and false says that this one was not.
   * Throws what the server says against it.
   */
  async ask(id: number, filter: LineFilter, size: number): Promise<boolean> {
    const mine = ++this.#asked;
    // What is done with a line is done to the job of the address: another job's lines must be gone at once.
    if (this.job?.id !== id) this.#show(undefined, { lines: [], total: 0 });
    const query = { ...asQuery(filter), size: Math.min(size, 500) };
    const path = { id };
    try {
      const [job, found] = await Promise.all([
        need(api.GET('/api/jobs/{id}', { params: { path } })),
        need(api.GET('/api/jobs/{id}/lines', { params: { path, query } }))
      ]);
      if (mine !== this.#asked) return false;
      this.#show(job, found);
      return true;
    } catch (thrown) {
      if (mine !== this.#asked) return false;
      throw thrown;
    }
  }

  #show(job: Job | undefined, found: { lines: JobLine[]; total: number }) {
    this.job = job;
    this.lines = found.lines;
    this.matching = found.total;
  }
}
