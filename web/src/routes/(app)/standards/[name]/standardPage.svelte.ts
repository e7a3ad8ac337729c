import {
  api,
  need,
  type ChangeEffect,
  type Clause,
  type FleetTrial,
  type PastTrial,
  type Standard,
  type StandardText,
  type Trial
} from '$lib/api/client';
import { emptyClause, fieldsOf, freeTag } from '$lib/parts/standard/clauseText';
import { draft } from '$lib/state/draft.svelte';
import { Doing } from '$lib/state/doing.svelte';
import { Latest } from '$lib/state/latest.svelte';
import { Submission } from '$lib/state/submission.svelte';

/** A standard while it is written: its clauses, what sites fill in, and how it would judge. */
export class StandardPage {
  standard = $state.raw<Standard | undefined>();
  clauses = $state<Clause[]>([]);
  values = $state<Record<string, Record<string, string>>>({});
  chosen = $state(0);
  device = $state('');
  readonly trial = new Latest<Trial[]>();
  readonly fleet = new Latest<FleetTrial[]>();
  readonly past = new Latest<PastTrial>();
  readonly change = new Latest<ChangeEffect[]>();
  days = $state(30);
  readonly doing: Doing;
  readonly #name: string;

  readonly clause = $derived(this.clauses[this.chosen]);
  readonly fields = $derived(fieldsOf(this.clauses));
  readonly text: StandardText = $derived({ clauses: this.clauses, values: this.values });
  readonly isKept = $derived(
    this.standard !== undefined && JSON.stringify(this.text) === JSON.stringify(this.standard.text)
  );

  constructor(name: string) {
    this.#name = name;
    this.doing = new Doing(this.#load);
  }

  #load = async () => {
    this.show(await need(api.GET('/api/standards/{name}', this.#params())));
  };

  #params = () => ({ params: { path: { name: this.#name } } });

  add = (platform: string) => {
    this.clauses.push(emptyClause(platform, freeTag(this.clauses)));
    this.chosen = this.clauses.length - 1;
  };

  /** Clauses of the library, each with a tag of its own. */
  take = (clauses: readonly Clause[]) => {
    for (const clause of clauses) {
      const isTaken = this.clauses.some((each) => each.tag === clause.tag);
      this.clauses.push({ ...clause, tag: isTaken ? freeTag(this.clauses) : clause.tag });
    }
    this.chosen = Math.max(0, this.clauses.length - 1);
  };

  /** What was kept elsewhere takes the place of what is on the page. */
  show = (standard: Standard) => {
    this.standard = standard;
    this.clauses = standard.text.clauses;
    this.values = standard.text.values as Record<string, Record<string, string>>;
    this.chosen = 0;
  };

  takeOut = (index: number) => {
    this.clauses.splice(index, 1);
    this.chosen = Math.max(0, Math.min(this.chosen, this.clauses.length - 1));
  };

  fill = (site: string, field: string, value: string) => {
    this.values = { ...this.values, [site]: { ...this.values[site], [field]: value } };
  };

  /** Sites and fields that a file does not name keep what they have. */
  read = (values: Record<string, Record<string, string>>) => {
    const merged = { ...this.values };
    for (const [site, filled] of Object.entries(values)) merged[site] = { ...merged[site], ...filled };
    this.values = merged;
  };

  #put = () => need(api.PUT('/api/standards/{name}', { ...this.#params(), body: this.text }));

  /** What is refused stays on the page: only what was kept takes the place of what was known. */
  readonly keeping = new Submission(async () => {
    this.standard = await this.#put();
  });

  /** Keeps it first: what is published is what is on the page. */
  readonly publishing = new Submission(async () => {
    this.standard = await this.#put();
    this.standard = await need(api.POST('/api/standards/{name}/publish', this.#params()));
  });

  remove = () => need(api.DELETE('/api/standards/{name}', this.#params()));

  tryOnDevice = () => {
    if (this.device === '' || this.clauses.length === 0) return this.trial.forget();
    return this.trial.ask(
      need(api.POST('/api/standards/trial', { body: { device: this.device, text: this.text } }))
    );
  };

  tryOnPast = () =>
    this.past.ask(
      need(api.POST('/api/standards/past-trial', { body: { days: this.days, text: this.text } }))
    );

  /** On the draft change of whoever writes. */
  tryOnChange = async () => {
    const number = draft.row?.number;
    if (number === undefined) return;
    await this.change.ask(
      need(
        api.POST('/api/changes/{number}/clause-trial', {
          params: { path: { number } },
          body: this.text
        })
      )
    );
  };

  tryOnFleet = () => this.fleet.ask(need(api.POST('/api/standards/fleet-trial', { body: this.text })));
}
