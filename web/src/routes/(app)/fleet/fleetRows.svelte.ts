import { SvelteMap, SvelteSet } from 'svelte/reactivity';
import { api, need, type Device, type DevicePage } from '$lib/api/client';
import type { queryOf } from './fleetView';

type Query = Omit<ReturnType<typeof queryOf>, 'page' | 'size'>;

/** Devices in one request. */
export const PART = 100;

/** The parts that hold these rows, both counted from 0; {@code to} is exclusive. */
export function partsOf(from: number, to: number): number[] {
  const parts = [];
  for (let part = Math.floor(Math.max(0, from) / PART); part * PART < to; part++) parts.push(part);
  return parts;
}

/** The devices that a query means, fetched part by part as they come into view. */
export class FleetRows {
  page = $state.raw<DevicePage | undefined>();
  #parts = new SvelteMap<number, readonly Device[]>();
  #query: Query | undefined;
  #pending = new SvelteSet<number>();
  #asked = 0;

  readonly matching = $derived(this.page?.matching ?? 0);

  at(index: number): Device | undefined {
    return this.#parts.get(Math.floor(index / PART))?.[index % PART];
  }

  /** Where a device stands among those that were fetched. */
  indexOf(name: string | null): number {
    for (const [part, devices] of this.#parts) {
      const index = devices.findIndex((device) => device.name === name);
      if (index >= 0) return part * PART + index;
    }
    return -1;
  }

  get fetched(): Device[] {
    return [...this.#parts.values()].flat();
  }

  /**
   * Begins anew with another query; throws what the server says against it, and keeps what was shown. Answers may
   * overtake each other: only that to the latest question counts, and false says that this one was not.
   */
  async ask(query: Query): Promise<boolean> {
    const mine = ++this.#asked;
    try {
      const found = await this.#fetch(query, 0);
      if (mine !== this.#asked) return false;
      this.#query = query;
      this.#parts.clear();
      this.#pending.clear();
      this.#keep(0, found);
      return true;
    } catch (thrown) {
      if (mine !== this.#asked) return false;
      throw thrown;
    }
  }

  /** What is shown may have changed: it is fetched again. */
  async refresh(from: number, to: number) {
    if (!this.#query) return;
    const parts = partsOf(from, Math.max(to, 1));
    for (const part of [...this.#parts.keys()]) if (!parts.includes(part)) this.#parts.delete(part);
    await Promise.all(parts.map((part) => this.#load(part)));
  }

  /** Sees that these rows are there. */
  async need(from: number, to: number) {
    const missing = partsOf(from, Math.min(to, this.matching)).filter(
      (part) => !this.#parts.has(part) && !this.#pending.has(part)
    );
    await Promise.all(missing.map((part) => this.#load(part)));
  }

  async #load(part: number) {
    const query = this.#query;
    if (!query) return;
    this.#pending.add(part);
    try {
      const found = await this.#fetch(query, part);
      // Another query may have been answered meanwhile.
      if (query === this.#query) this.#keep(part, found);
    } finally {
      this.#pending.delete(part);
    }
  }

  #fetch(query: Query, part: number) {
    return need(api.GET('/api/devices', { params: { query: { ...query, page: part, size: PART } } }));
  }

  #keep(part: number, found: DevicePage) {
    this.page = found;
    this.#parts.set(part, found.devices);
  }
}
