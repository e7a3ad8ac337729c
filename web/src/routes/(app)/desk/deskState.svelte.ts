import {
  api,
  need,
  type CaseRow,
  type ChangeRow,
  type DeskLayout,
  type DeskNote,
  type Device,
  type DriftRow,
  type HistorySummary,
  type ReviewRow,
  type Routine,
  type SiteAnswers
} from '$lib/api/client';
import { address } from '$lib/state/address.svelte';
import { clock } from '$lib/state/clock.svelte';
import { Latest } from '$lib/state/latest.svelte';
import { Submission } from '$lib/state/submission.svelte';
import { NEEDING, needsOf, sinceOf } from './deskView';

/** So many of the devices that need an answer stand on the desk; the others in the list that it leads to. */
const MOST = 6;

/** Until it is known how somebody likes it, or if that cannot be told. */
const USUAL: DeskLayout = {
  main: ['NEEDS', 'CHART', 'NOTES'],
  side: ['ANSWERS', 'ROUTINES', 'WAITING'],
  hidden: []
};

interface Found {
  devices: Device[];
  matching: number;
  drifts: DriftRow[];
  answers: SiteAnswers[];
  notes: DeskNote[];
  routines: Routine[];
  changes: ChangeRow[];
  /** Open ones, for whoever looks. */
  cases: CaseRow[];
  /** That wait for a signature of whoever looks. */
  reviews: ReviewRow[];
  newFindings: number;
}

/** What somebody finds on the desk. */
export class DeskState {
  readonly summary = new Latest<HistorySummary>();
  readonly found = new Latest<Found>();
  layout = $state.raw<DeskLayout | undefined>();
  lastLooked = $state<string | undefined>();
  #isMet = $state(false);
  /** From when on was asked last. */
  since = $state('');

  readonly span = $derived(address.params.get('span') ?? '');
  readonly needs = $derived(needsOf(this.found.value?.devices ?? [], this.found.value?.drifts ?? []));
  readonly routines = $derived(
    (this.found.value?.routines ?? [])
      .filter((routine) => routine.on && routine.dueAt[0])
      .toSorted((a, b) => (a.dueAt[0] ?? '').localeCompare(b.dueAt[0] ?? ''))
      .slice(0, 4)
  );
  readonly waiting = $derived(
    (this.found.value?.changes ?? []).filter(({ state }) => state === 'PROPOSED' || state === 'STUCK')
  );

  /** Once: whoever looks is told what came since they looked before. */
  meet = async () => {
    const [visit, layout] = await Promise.all([
      need(api.POST('/api/desk/visits')).catch(() => undefined),
      need(api.GET('/api/desk/layout')).catch(() => undefined)
    ]);
    this.layout = layout ?? USUAL;
    this.lastLooked = visit?.lastLooked;
    this.#isMet = true;
    await this.load();
  };

  /** At once; the server keeps it for the next time. */
  arrange = (layout: DeskLayout) => {
    this.layout = layout;
    void this.keeping.send();
  };

  readonly keeping = new Submission(async () => {
    if (this.layout) await need(api.PUT('/api/desk/layout', { body: this.layout }));
  });

  load = async () => {
    if (!this.#isMet) return;
    const query = { since: sinceOf(this.span, this.lastLooked, clock.now) };
    this.since = query.since;
    await Promise.all([
      this.summary.ask(need(api.GET('/api/history/summary', { params: { query } }))),
      this.found.ask(this.#find(query.since))
    ]);
  };

  async #find(since: string): Promise<Found> {
    const [page, drifts, answers, routines, changes, notes, cases, reviews, findings] = await Promise.all([
      need(api.GET('/api/devices', { params: { query: { query: NEEDING, size: MOST, sort: '-changed' } } })),
      need(api.GET('/api/drift')),
      need(api.GET('/api/desk/answers')),
      need(api.GET('/api/routines')),
      need(api.GET('/api/changes')),
      need(api.GET('/api/desk/notes', { params: { query: { since } } })),
      need(api.GET('/api/cases', { params: { query: { mine: true } } })),
      need(api.GET('/api/reviews')),
      need(api.GET('/api/findings', { params: { query: { since, size: 1 } } }))
    ]);
    return {
      devices: page.devices,
      matching: page.matching,
      drifts,
      answers,
      routines,
      changes,
      notes,
      cases,
      reviews: reviews.filter(({ mine }) => mine),
      newFindings: findings.matching
    };
  }
}
