type Listener = (id: number) => void;

/** How long to gather events before a page loads again, in milliseconds. */
const GATHER = 200;
/** The server says something every ten seconds; after so many milliseconds of silence it is taken for lost. */
const SILENCE = 25_000;
const LOOK = 5_000;
const AGAIN = 3_000;

/** The server's live events. After a lost connection every listener is called once, so that pages catch up. */
class Live {
  /** Since when nothing is heard, in milliseconds; absent while all is well. */
  lostAt = $state<number | undefined>();
  readonly connected = $derived(this.lostAt === undefined);
  #source: EventSource | undefined;
  #heardAt = 0;
  #watch: ReturnType<typeof setInterval> | undefined;
  #later: ReturnType<typeof setTimeout> | undefined;
  // Nothing on a page depends on who listens.
  #listeners: Record<string, Listener[]> = {
    job: [],
    fleet: [],
    platform: [],
    change: [],
    rollout: [],
    freeze: []
  };

  open() {
    if (this.#source) return;
    const source = new EventSource('/api/events');
    source.onopen = this.#hear;
    source.onerror = () => {
      this.#lose();
      if (source.readyState === EventSource.CLOSED) this.#openLater();
    };
    for (const kind of Object.keys(this.#listeners)) {
      source.addEventListener(kind, (event) => {
        this.#hear();
        this.#tell(kind, Number(event.data));
      });
    }
    source.addEventListener('beat', this.#hear);
    source.addEventListener('again', () => {
      this.#hear();
      Object.keys(this.#listeners).forEach((kind) => this.#tell(kind, 0));
    });
    this.#source = source;
    this.#heardAt = Date.now();
    this.#watch ??= setInterval(this.#look, LOOK);
  }

  close() {
    this.#stop();
    clearInterval(this.#watch);
    this.#watch = undefined;
    this.lostAt = undefined;
  }

  /** For somebody who does not want to wait. */
  tryNow = () => {
    this.#stop();
    this.open();
  };

  #stop() {
    clearTimeout(this.#later);
    this.#source?.close();
    this.#source = undefined;
  }

  #hear = () => {
    this.#heardAt = Date.now();
    this.lostAt = undefined;
  };

  #lose() {
    this.lostAt ??= Date.now();
  }

  /** A machine that is switched off does not say so. */
  #look = () => {
    if (!this.#source || Date.now() - this.#heardAt < SILENCE) return;
    this.#lose();
    this.tryNow();
  };

  /** Calls back at most every {@link GATHER} milliseconds; with 0 when anything may have changed. */
  on(kind: 'job' | 'fleet' | 'platform' | 'change' | 'rollout' | 'freeze', listener: Listener): () => void {
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
    clearTimeout(this.#later);
    this.#later = setTimeout(() => this.open(), AGAIN);
  }
}

export const live = new Live();
