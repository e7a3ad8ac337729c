import {
  api,
  asProblem,
  need,
  type Compare,
  type CompareEnd,
  type Problem,
  type Structure
} from '$lib/api/client';
import { linesOf, unfolded, type FoldLine, type Line } from './compareRows';

/** What is compared, and how it is wanted. */
export interface Wanted {
  before: CompareEnd;
  after: CompareEnd;
  /** For texts; devices have their own. */
  platform?: string;
  form: 'lines' | 'structure';
  noise: boolean;
  /** Whether equal lines are all shown. */
  all: boolean;
}

const FETCHED = 400;
const ALL = 10_000_000;

/** A comparison as the server gives it, and what the reader has unfolded of it. */
export class Comparing {
  compare = $state.raw<Compare | undefined>();
  structure = $state.raw<Structure | undefined>();
  lines = $state.raw<Line[]>([]);
  problem = $state.raw<Problem | undefined>();
  isLoading = $state(false);
  #asked = 0;

  async load(wanted: Wanted) {
    const mine = ++this.#asked;
    this.isLoading = true;
    try {
      if (wanted.form === 'structure') await this.#loadStructure(wanted, mine);
      else await this.#loadLines(wanted, mine);
      if (mine === this.#asked) this.problem = undefined;
    } catch (thrown) {
      if (mine === this.#asked) this.problem = asProblem(thrown);
    } finally {
      if (mine === this.#asked) this.isLoading = false;
    }
  }

  async #loadLines({ before, after, platform, noise, all }: Wanted, mine: number) {
    const body = {
      before,
      after,
      noise,
      ...(platform ? { platform } : {}),
      ...(all ? { context: ALL } : {})
    };
    const compare = await need(api.POST('/api/compare', { body }));
    // Answers may overtake each other: only the latest question counts.
    if (mine !== this.#asked) return;
    this.compare = compare;
    this.structure = undefined;
    this.lines = linesOf(compare);
  }

  async #loadStructure({ before, after, platform }: Wanted, mine: number) {
    const body = { before, after, ...(platform ? { platform } : {}) };
    const structure = await need(api.POST('/api/compare/structure', { body }));
    if (mine !== this.#asked) return;
    this.structure = structure;
    this.compare = undefined;
    this.lines = [];
  }

  clear() {
    this.#asked++;
    this.compare = undefined;
    this.structure = undefined;
    this.lines = [];
    this.problem = undefined;
    this.isLoading = false;
  }

  /** Puts the first lines of a fold in; false if its text must be asked for as a whole. */
  async unfold(fold: FoldLine): Promise<boolean> {
    const after = this.compare?.after;
    if (!after?.device || !after.number || !after.kind) return false;
    try {
      const query = { kind: after.kind, from: fold.afterStart, count: Math.min(FETCHED, fold.count) };
      const path = { name: after.device, number: after.number };
      const params = { path, query };
      const got = await need(api.GET('/api/devices/{name}/revisions/{number}/lines', { params }));
      this.lines = unfolded(this.lines, fold, got.lines);
    } catch (thrown) {
      this.problem = asProblem(thrown);
    }
    return true;
  }
}
