type Listener = (id: number) => void;

/** How long to gather events before a page loads again, in milliseconds. */
const GATHER = 200;

/** The server's live events. After a lost connection every listener is called once, so that pages catch up. */
class Live {
  connected = $state(true);
  #source: EventSource | undefined;
  // Nothing on a page depends on who listens.
  #listeners: Record<string, Listener[]> = { job: [], fleet: [], platform: [], change: [], rollout: [] };

  open() {
    if (this.#source) return;
    const source = new EventSource('/api/events');
    source.onopen = () => (this.connected = true);
    source.onerror = () => {
      this.connected = false;
      if (source.readyState === EventSource.CLOSED) this.#openLater();
    };
    for (const kind of Object.keys(this.#listeners)) {
      source.addEventListener(kind, (event) => this.#tell(kind, Number(event.data)));
    }
    source.addEventListener('again', () =>
      Object.keys(this.#listeners).forEach((kind) => this.#tell(kind, 0))
    );
    this.#source = source;
  }

  close() {
    this.#source?.close();
    this.#source = undefined;
    this.connected = true;
  }

  /** Calls back at most every {@link GATHER} milliseconds; with 0 when anything may have changed. */
  on(kind: 'job' | 'fleet' | 'platform' | 'change' | 'rollout', listener: Listener): () => void {
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const gathered: Listener = (id) => {
      waiting ??= setTimeout(() => {
        waiting = undefined;
        listener(id);
      }, GATHER);
    };
    this.#listeners[kind] = [...(this.#listeners[kind] ?? []), gathered];
    return () => {
      clearTimeout(waiting);
      this.#listeners[kind] = (this.#listeners[kind] ?? []).filter((each) => each !== gathered);
    };
  }

  #tell(kind: string, id: number) {
    this.#listeners[kind]?.forEach((listener) => listener(id));
  }

  #openLater() {
    this.#source = undefined;
    setTimeout(() => this.open(), 3000);
  }
}

export const live = new Live();
