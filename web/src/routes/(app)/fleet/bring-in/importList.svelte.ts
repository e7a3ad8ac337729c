import { goto } from '$app/navigation';
import { api, asProblem, need, type ListPreview, Problem } from '$lib/api/client';
import { Latest } from '$lib/state/latest.svelte';
import { once } from '$lib/state/once';
import { whenever } from '$lib/state/whenever.svelte';
import { needsMeanings, type Guess } from './headings';

/** In milliseconds: not every key stroke asks the server. */
const REST = 400;
export const LARGEST = 2_000_000;

/** What a list would do, or what is wrong with it, and the text that this was said of. */
interface Told {
  csv: string;
  preview: ListPreview;
}

/** A list of addresses that somebody is about to bring in, with what it would do. Made while a component is set up. */
export class ImportList {
  csv = $state('');
  listName = $state('');
  set = $state<number | undefined>();
  port = $state(22);
  platform = $state('');
  allowTelnet = $state(false);
  guess = $state<Guess | undefined>();
  meanings = $state<Record<string, string>>({});
  isBusy = $state(false);
  refusal = $state<Problem | undefined>();
  readonly #looked = new Latest<Told>();

  /** Only the first lines decide what the columns are. */
  private readonly head = $derived(this.csv.slice(0, 2000).split('\n').slice(0, 6).join('\n'));
  private readonly request = $derived({
    csv: this.csv,
    credentialSet: this.set ?? 0,
    port: this.port,
    listName: this.listName,
    platform: this.platform || undefined,
    allowTelnet: this.allowTelnet,
    columns: needsMeanings(this.guess) ? { ...this.meanings } : undefined
  });

  readonly told = $derived(this.#looked.value);
  /** Another set, port or platform makes it another list as much as another text does. */
  readonly isStale = $derived(this.#looked.isStale);
  readonly mistakes = $derived(this.told?.preview.mistakes ?? []);
  readonly preview = $derived(this.mistakes.length > 0 ? undefined : this.told?.preview);
  readonly problem = $derived(this.refusal ?? this.#looked.problem);

  constructor(csv: string) {
    this.csv = csv;
    whenever(
      () => this.head,
      () => later(() => this.understand())
    );
    whenever(
      () => this.request,
      (request) => {
        this.refusal = undefined;
        if (request.csv.trim() === '') return this.#looked.forget();

        return this.#looked.soon(() => this.#looked.ask(this.look(request)));
      }
    );
  }

  async take(file: File | undefined) {
    if (!file) return;
    this.refusal = undefined;
    if (file.size > LARGEST) {
      this.refusal = new Problem(
        0,
        'too-long',
        `${file.name} has ${file.size.toLocaleString('en')} bytes; a list may have 2,000,000.`,
        'Divide it into several lists.'
      );
      return;
    }
    this.csv = await file.text();
    this.listName = file.name.slice(0, 100);
  }

  private async understand() {
    const wanted = this.head;
    if (wanted.trim() === '') {
      this.guess = undefined;
      return;
    }
    const found = await need(api.POST('/api/imports/columns', { body: { csv: wanted } })).catch(
      () => undefined
    );
    if (wanted !== this.head) return;
    this.guess = found;
    this.meanings = { ...(found?.meanings ?? {}) };
  }

  private async look(request: typeof this.request): Promise<Told> {
    const preview = await need(api.POST('/api/imports/preview', { body: request }));
    return { csv: request.csv, preview };
  }

  readonly bringIn = once(async () => {
    if (this.set === undefined) return;
    this.isBusy = true;
    this.refusal = undefined;
    try {
      const started = await need(api.POST('/api/imports', { body: this.request }));
      await goto(`/jobs/${started.job}`);
    } catch (thrown) {
      this.refusal = asProblem(thrown);
    } finally {
      this.isBusy = false;
    }
  });
}

function later(work: () => void): () => void {
  const timer = setTimeout(work, REST);
  return () => clearTimeout(timer);
}
