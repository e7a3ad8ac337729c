import {
  api,
  need,
  type ChangeRow,
  type Device,
  type DriftRow,
  type HistorySummary,
  type Routine,
  type SiteAnswers
} from '$lib/api/client';
import { address } from '$lib/state/address.svelte';
import { clock } from '$lib/state/clock.svelte';
import { Latest } from '$lib/state/latest.svelte';
import { NEEDING, needsOf, sinceOf } from './deskView';

/** So many of the devices that need an answer stand on the desk; the others in the list that it leads to. */
const MOST = 6;

interface Found {
  devices: Device[];
  matching: number;
  drifts: DriftRow[];
  answers: SiteAnswers[];
  routines: Routine[];
  changes: ChangeRow[];
}

/** What somebody finds on the desk. */
export class DeskState {
  readonly summary = new Latest<HistorySummary>();
  readonly found = new Latest<Found>();
  lastLooked = $state<string | undefined>();
  #isMet = $state(false);

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
    const visit = await need(api.POST('/api/desk/visits')).catch(() => undefined);
    this.lastLooked = visit?.lastLooked;
    this.#isMet = true;
    await this.load();
  };

  load = async () => {
    if (!this.#isMet) return;
    const query = { since: sinceOf(this.span, this.lastLooked, clock.now) };
    await Promise.all([
      this.summary.ask(need(api.GET('/api/history/summary', { params: { query } }))),
      this.found.ask(this.#find())
    ]);
  };

  async #find(): Promise<Found> {
    const [page, drifts, answers, routines, changes] = await Promise.all([
      need(api.GET('/api/devices', { params: { query: { query: NEEDING, size: MOST, sort: '-changed' } } })),
      need(api.GET('/api/drift')),
      need(api.GET('/api/desk/answers')),
      need(api.GET('/api/routines')),
      need(api.GET('/api/changes'))
    ]);
    return { devices: page.devices, matching: page.matching, drifts, answers, routines, changes };
  }
}
