import { api, need, type FindingPage, type FindingRow } from '$lib/api/client';
import { rowAt } from '$lib/keys/listKeys';
import { address } from '$lib/state/address.svelte';
import { Latest } from '$lib/state/latest.svelte';
import { findingKey } from './clauseText';
import { Repairs } from './repairs.svelte';

export const SIZE = 200;

const ASKED = [
  'standard',
  'tag',
  'site',
  'device',
  'query',
  'person',
  'severity',
  'state',
  'order',
  'since'
] as const;

/** Findings over all standards: what is asked, where the cursor stands, what is chosen and what is done with it. */
export class FindingsState {
  readonly page = new Latest<FindingPage>();
  readonly rows = $derived(this.page.value?.findings ?? []);
  #cursor = $state('');
  #open = $state('');
  #chosen = $state.raw<readonly string[]>([]);
  readonly repairs = new Repairs();

  readonly cursor = $derived(this.rows.find((row) => findingKey(row) === this.#cursor) ?? this.rows[0]);
  readonly open = $derived(this.rows.find((row) => findingKey(row) === this.#open));
  readonly chosen = $derived(this.rows.filter((row) => this.#chosen.includes(findingKey(row))));
  /** Those that are chosen, or else the one at the cursor; only what fails now can be acted on. */
  readonly wanted = $derived(
    (this.chosen.length > 0 ? this.chosen : this.cursor ? [this.cursor] : []).filter(
      (row) => row.kind === 'FAIL' && row.state !== 'CLOSED'
    )
  );

  /** What is asked, as it stands in the address. */
  get asked(): Record<string, string> {
    return Object.fromEntries(
      ASKED.flatMap((name) => {
        const value = address.params.get(name);
        return value ? [[name, value]] : [];
      })
    );
  }

  get number(): number {
    return Math.max(0, Number(address.params.get('page') ?? 0) || 0);
  }

  load = () =>
    this.page.ask(
      need(
        api.GET('/api/findings', {
          params: { query: { ...(this.asked as object), page: this.number, size: SIZE } }
        })
      )
    );

  /** Another question; its first page. */
  seek = (changes: Record<string, string>) => address.change({ page: '', ...changes });

  move = (by: number) => {
    const at = this.rows.findIndex((row) => row === this.cursor);
    const next = this.rows[rowAt(at, by, this.rows.length)];
    if (!next) return;
    if (this.open) this.#open = findingKey(next);
    this.#cursor = findingKey(next);
  };

  stand = (row: FindingRow) => (this.#cursor = findingKey(row));

  /** Its lines, or away with them. */
  unfold = (row: FindingRow | undefined) => {
    if (!row) return;
    this.stand(row);
    this.#open = this.open === row ? '' : findingKey(row);
  };

  isChosen = (row: FindingRow) => this.#chosen.includes(findingKey(row));

  choose = (row: FindingRow | undefined) => {
    if (!row || row.state === 'CLOSED') return;
    const key = findingKey(row);
    this.#chosen = this.isChosen(row) ? this.#chosen.filter((each) => each !== key) : [...this.#chosen, key];
  };

  chooseAll = () =>
    (this.#chosen = this.rows.filter(({ kind }) => kind === 'FAIL').map((row) => findingKey(row)));

  letGo = () => (this.#chosen = []);

  repair = async () => {
    if (this.wanted.length > 0 && (await this.repairs.send(this.wanted))) this.letGo();
  };
}
