import { api, need, type Filled, type Port, type Template } from '$lib/api/client';
import { ownFields, portFields } from '$lib/parts/template/templateText';
import { draft } from '$lib/state/draft.svelte';
import { Doing } from '$lib/state/doing.svelte';
import { Latest } from '$lib/state/latest.svelte';
import { Submission } from '$lib/state/submission.svelte';

/** What is filled in for one device alone. */
class OwnValues {
  values = $state<Record<string, string>>({});
  ports = $state<Record<string, string[]>>({});
  /** What was typed to pick ports, by field. */
  filters = $state<Record<string, string>>({});
  constructor(readonly device: string) {}
}

/** A template while it is filled in: for which devices, with which values, and what comes of it on each. */
export class FillPage {
  template = $state.raw<Template | undefined>();
  shared = $state<Record<string, string>>({});
  devices = $state<OwnValues[]>([]);
  chosen = $state('');
  readonly filled = new Latest<Filled[]>();
  readonly ports = new Latest<Port[]>();
  readonly doing: Doing;
  readonly #name: string;

  readonly text = $derived(this.template?.text);
  readonly of = $derived(this.devices.find((each) => each.device === this.chosen));
  readonly result = $derived(this.filled.value?.find((each) => each.device === this.chosen));
  /** What the chosen device is asked for. */
  readonly asked = $derived.by(() => {
    const asked = this.result?.asked ?? [];
    if (!this.text) return { own: [], ports: [] };
    return {
      own: ownFields(this.text).filter((field) => asked.includes(field.name)),
      ports: portFields(this.text).filter((field) => asked.includes(field.name))
    };
  });
  readonly isReady = $derived(
    this.devices.length > 0 &&
      this.filled.value !== undefined &&
      this.filled.problem === undefined &&
      this.filled.value.length === this.devices.length &&
      this.filled.value.every((each) => each.problems.length === 0)
  );
  readonly input = $derived({
    values: this.shared,
    devices: this.devices.map((each) => ({ device: each.device, values: each.values, ports: each.ports }))
  });

  constructor(name: string) {
    this.#name = name;
    this.doing = new Doing(async () => {
      this.template = await need(api.GET('/api/templates/{name}', this.#params()));
    });
  }

  #params = () => ({ params: { path: { name: this.#name } } });

  /** The devices that the address names, with what was filled in for those that stay. */
  take = (names: readonly string[]) => {
    this.devices = names.map(
      (name) => this.devices.find((each) => each.device === name) ?? new OwnValues(name)
    );
    if (!names.includes(this.chosen)) this.chosen = names[0] ?? '';
  };

  fill = () => {
    if (!this.template || this.devices.length === 0) return this.filled.forget();
    return this.filled.ask(
      need(api.POST('/api/templates/{name}/fill', { ...this.#params(), body: $state.snapshot(this.input) }))
    );
  };

  /** The ports of the chosen device, and which of them the filter picks. */
  look = (field: string) => {
    if (!this.chosen) return this.ports.forget();
    const filter = this.of?.filters[field] ?? '';
    return this.ports.ask(
      need(
        api.GET('/api/devices/{name}/ports', { params: { path: { name: this.chosen }, query: { filter } } })
      )
    );
  };

  /** Takes what the filter picks, in place of what was ticked. */
  pick = async (field: string, filter: string) => {
    const own = this.of;
    if (!own) return;
    own.filters[field] = filter;
    await this.look(field);
    if (this.ports.problem === undefined && this.of === own && own.filters[field] === filter)
      own.ports[field] =
        filter.trim() === ''
          ? []
          : (this.ports.value ?? []).filter((port) => port.picked).map((port) => port.name);
  };

  tick = (field: string, port: string) => {
    const own = this.of;
    if (!own) return;
    const now = own.ports[field] ?? [];
    const order = (this.ports.value ?? []).map((each) => each.name);
    const next = now.includes(port) ? now.filter((each) => each !== port) : [...now, port];
    own.ports[field] = next.toSorted((a, b) => order.indexOf(a) - order.indexOf(b));
  };

  readonly adding = new Submission(async () => {
    const { change } = await need(
      api.POST('/api/templates/{name}/edits', {
        ...this.#params(),
        body: { ...$state.snapshot(this.input), ...(draft.row ? { change: draft.row.number } : {}) }
      })
    );
    await draft.load();
    return change;
  });
}
