import { regret } from '$lib/state/regret.svelte';
import { goto } from '$app/navigation';
import { SvelteSet } from 'svelte/reactivity';
import { api, asProblem, need, type Group, type Problem } from '$lib/api/client';
import { address } from '$lib/state/address.svelte';
import { rowAt } from '$lib/keys/listKeys';
import { count } from '$lib/text/time';
import { FleetRows } from './fleetRows.svelte';
import { groupQuery, queryOf, undoneText, wholeQuery } from './fleetView';

const FACETS = ['site', 'role', 'platform', 'release', 'tag'] as const;

/** The fleet as the address asks for it, what is chosen of it, and what is done with that. */
export class FleetState {
  readonly rows = new FleetRows();
  readonly chosen = new SvelteSet<string>();
  problem = $state.raw<Problem | undefined>();
  /** In the query itself. */
  mistake = $state.raw<Problem | undefined>();
  groups = $state.raw<Group[]>([]);
  /** What was done a moment ago, and the edit by which it was done. */
  notice = $state.raw<{ text: string; edit?: number } | undefined>();
  #view = { from: 0, to: 0 };
  /** The device that was chosen last by itself. */
  #anchor: string | undefined;

  readonly query = $derived(queryOf(address.params));
  /** A text: the query is another object whenever the cursor moves, and the list must not be loaded again for that. */
  readonly wanted = $derived(JSON.stringify(this.query));
  readonly cursor = $derived(Math.max(0, this.rows.indexOf(address.params.get('at'))));
  readonly current = $derived(this.rows.at(this.cursor));
  readonly group = $derived(this.groups.find((each) => groupQuery(each.name) === this.query.query));
  readonly isFiltered = $derived(['query', ...FACETS].some((key) => address.params.has(key)));
  /** Whether the group that is meant is all that is asked for. */
  readonly isGroupAlone = $derived(
    this.group !== undefined && wholeQuery(this.query) === this.query.query.trim()
  );

  show = (changes: Record<string, string | string[]>) => address.change(changes);

  /** Another query, with no value chosen beside it. */
  ask = (query: string) => this.show({ query, ...Object.fromEntries(FACETS.map((key) => [key, []])) });

  act = async (what: () => Promise<unknown>) => {
    try {
      await what();
      this.problem = undefined;
    } catch (thrown) {
      const said = asProblem(thrown);
      // The devices of the last query that could be read stay.
      if (said.span) await this.#showMistake(said);
      else this.problem = said;
    }
  };

  async #showMistake(said: Problem) {
    this.mistake = said;
    // Nothing was shown yet: the page with its filter, and no device that could be taken for an answer.
    if (!this.rows.page) await this.rows.ask({ ...this.query, query: 'name is none' }).catch(() => {});
  }

  /** Only an answer to the query itself says that there is no mistake in it. */
  begin = () =>
    this.act(async () => {
      if (await this.rows.ask(this.query)) this.mistake = undefined;
    });

  load = () => this.act(() => this.rows.refresh(this.#view.from, this.#view.to));

  /** These rows are in sight. */
  look = (from: number, to: number) => {
    this.#view = { from, to };
    return this.act(() => this.rows.need(from, to));
  };

  loadGroups = async () => {
    this.groups = await need(api.GET('/api/groups')).catch(() => this.groups);
  };

  removeGroup = (name: string) =>
    this.act(async () => {
      const removed = need(api.DELETE('/api/groups/{name}', { params: { path: { name } } }));
      await regret.of(`Removed the group ${name}.`, removed, this.loadGroups);
      await this.show({ query: '' });
      await this.loadGroups();
    });

  /** All that are shown, if none are named. */
  copy = (names: string[]) =>
    this.act(async () => {
      const means = names.length === 0 && this.isFiltered ? wholeQuery(this.query) : undefined;
      const started = await need(api.POST('/api/copies', { body: { devices: names, query: means } }));
      await goto(`/jobs/${started.job}`);
    });

  /** All that are chosen, with one way back for all of them. */
  removeChosen = () =>
    this.act(async () => {
      const devices = [...this.chosen];
      const text = `Removed ${devices.length === 1 ? devices[0] : count(devices.length, 'device')} with all revisions; the devices themselves are not touched.`;
      await regret.of(text, need(api.POST('/api/devices/remove', { body: { devices } })), this.load);
      this.chosen.clear();
      await this.load();
    });

  undo = (edit: number) =>
    this.act(async () => {
      const undone = await need(api.POST('/api/fleet-edits/{id}/undo', { params: { path: { id: edit } } }));
      this.notice = { text: undoneText(undone.devices, undone.left) };
      await this.load();
    });

  chooseAll = async () => {
    await this.act(() => this.rows.need(0, this.rows.matching));
    this.rows.fetched.forEach((device) => this.chosen.add(device.name));
  };

  choose = (name: string | undefined) => {
    if (!name) return;
    this.#anchor = name;
    if (!this.chosen.delete(name)) this.chosen.add(name);
  };

  /** All from the device that was chosen last to this one. */
  chooseTo = (name: string) =>
    this.act(async () => {
      const ends = [this.rows.indexOf(this.#anchor ?? name), this.rows.indexOf(name)];
      const [first, last] = [Math.min(...ends), Math.max(...ends)];
      if (first < 0) return this.choose(name);
      await this.rows.need(first, last + 1);
      for (let index = first; index <= last; index++) {
        const device = this.rows.at(index);
        if (device) this.chosen.add(device.name);
      }
      this.#anchor = name;
    });

  /** This device and the one that lies so many rows from it, to which the cursor goes. */
  chooseOn = async (by: number) => {
    if (this.current) this.chosen.add(this.current.name);
    await this.move(by);
    if (this.current) this.chosen.add(this.current.name);
  };

  move = async (by: number) => {
    const index = rowAt(this.cursor, by, this.rows.matching);
    // At the far end of a long list the rows are not there yet.
    if (!this.rows.at(index)) await this.act(() => this.rows.need(index, index + 1));
    const next = this.rows.at(index);
    if (next) await this.show({ at: next.name });
  };
}
