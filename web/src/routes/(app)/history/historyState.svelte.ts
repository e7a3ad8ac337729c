import { api, asProblem, need, type HistoryRow, type HistorySummary, type Problem } from '$lib/api/client';
import { address } from '$lib/state/address.svelte';
import { clock } from '$lib/state/clock.svelte';
import { Latest } from '$lib/state/latest.svelte';
import { rowAt } from '$lib/keys/listKeys';
import { regret } from '$lib/state/regret.svelte';
import { saidMoment } from '$lib/state/times.svelte';
import { count } from '$lib/text/time';
import { grouped, keyOf, requestOf, viewOf, wantsAccount, wider, type HistoryGroup } from './historyView';

export const SIZE = 200;

/** What changed across the fleet: what is asked, what came of it, where the cursor stands and what is chosen. */
export class HistoryState {
  /** In the reader's time. */
  #hour = (at: string): string => saidMoment(at).replace(/\d\d$/, '00');

  readonly page = new Latest<{ changes: HistoryRow[]; matching: number }>();
  readonly summary = new Latest<HistorySummary>();
  readonly view = $derived(viewOf(address.params));
  readonly rows = $derived(this.page.value?.changes ?? []);
  readonly groups = $derived(grouped(this.rows, this.view.group, this.#hour));
  /** In the order in which they are shown; the same edit on several devices is one row until it is unfolded. */
  readonly shown = $derived(this.groups.flatMap((group) => this.visible(group)));
  #unfolded = $state.raw<readonly string[]>([]);
  #cursor = $state('');
  #chosen = $state.raw<readonly number[]>([]);
  problem = $state.raw<Problem | undefined>();

  readonly cursor = $derived(this.shown.find((row) => keyOf(row) === this.#cursor) ?? this.shown[0]);
  /** The one that is compared in place. */
  readonly open = $derived(this.shown.find((row) => keyOf(row) === (address.params.get('open') ?? '')));
  readonly chosen = $derived(this.rows.filter((row) => this.#chosen.includes(row.id)));

  isFolded = (group: HistoryGroup) =>
    this.view.group === 'edit' && group.rows.length > 1 && !this.#unfolded.includes(group.key);

  visible = (group: HistoryGroup) => (this.isFolded(group) ? group.rows.slice(0, 1) : group.rows);

  unfold = (group: HistoryGroup) => {
    this.#unfolded = this.#unfolded.includes(group.key)
      ? this.#unfolded.filter((key) => key !== group.key)
      : [...this.#unfolded, group.key];
  };

  unfoldHere = () => {
    const group = this.groups.find(({ rows }) => this.cursor && rows.includes(this.cursor));
    if (group) this.unfold(group);
  };

  /** The row itself, or all that are folded behind it. */
  #behind(row: HistoryRow): HistoryRow[] {
    const group = this.groups.find(({ rows }) => rows.includes(row));
    return group && this.isFolded(group) ? group.rows : [row];
  }

  load = async () => {
    const query = requestOf(this.view, clock.now);
    await Promise.all([
      this.page.ask(
        need(api.GET('/api/history', { params: { query: { ...query, page: this.view.page, size: SIZE } } }))
      ),
      this.summary.ask(need(api.GET('/api/history/summary', { params: { query } })))
    ]);
  };

  /** Another question; its first page. */
  seek = (changes: Record<string, string>) => address.change({ page: '', open: '', ...changes });

  widen = () => {
    const next = wider(this.view.span);
    if (next) void this.seek({ span: next, since: '', until: '' });
  };

  move = (by: number) => {
    const at = this.shown.findIndex((row) => row === this.cursor);
    const next = this.shown[rowAt(at, by, this.shown.length)];
    if (!next) return;
    this.#cursor = keyOf(next);
    if (this.open) void address.change({ open: keyOf(next) });
  };

  stand = (row: HistoryRow) => (this.#cursor = keyOf(row));

  compare = (row: HistoryRow | undefined) => {
    if (!row || row.event || row.id === 0) return;
    this.stand(row);
    void address.change({ open: this.open === row ? '' : keyOf(row), place: '' });
  };

  choose = (row: HistoryRow | undefined) => {
    if (!row || !wantsAccount(row)) return;
    const ids = this.#behind(row).map(({ id }) => id);
    const others = this.#chosen.filter((id) => !ids.includes(id));
    this.#chosen = this.isChosen(row) ? others : [...others, ...ids];
  };

  isChosen = (row: HistoryRow) => this.#chosen.includes(row.id);

  letGo = () => (this.#chosen = []);

  /** All of what is shown that nobody has accounted for. */
  chooseOpen = () =>
    (this.#chosen = this.rows.filter((row) => wantsAccount(row) && !row.accounted).map(({ id }) => id));

  /** Those that are chosen, or else the one at the cursor. */
  readonly wanted = $derived(
    this.chosen.length > 0
      ? this.chosen
      : this.cursor && wantsAccount(this.cursor)
        ? this.#behind(this.cursor)
        : []
  );

  /** What is accounted for already keeps what was said of it. */
  accountOpen = async () => {
    const open = this.wanted.filter(({ accounted }) => !accounted);
    if (open.length > 0) await this.account(open, '').catch(() => undefined);
    else this.move(1);
  };

  account = async (rows: readonly HistoryRow[], note: string) => {
    const revisions = rows.map(({ id }) => id);
    if (revisions.length === 0) return;
    const next = this.shown[Math.max(...rows.map((row) => this.shown.indexOf(row))) + 1];
    try {
      await need(api.POST('/api/history/accounted', { body: { revisions, note } }));
      regret.by(`Accounted for ${count(revisions.length, 'change')}.`, () => this.#takeBack(rows));
      this.letGo();
      this.problem = undefined;
      await this.load();
      if (next) this.stand(next);
    } catch (thrown) {
      this.problem = asProblem(thrown);
      throw thrown;
    }
  };

  /** What was said of them before is said again. */
  #takeBack = async (rows: readonly HistoryRow[]) => {
    await need(api.POST('/api/history/not-accounted', { body: { revisions: rows.map(({ id }) => id) } }));
    for (const { id, accounted } of rows)
      if (accounted)
        await need(api.POST('/api/history/accounted', { body: { revisions: [id], note: accounted.note } }));
    await this.load();
  };
}
