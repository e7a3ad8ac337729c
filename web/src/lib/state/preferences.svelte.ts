const KEPT = 'preferences';

/** What somebody likes on this machine; kept by the browser. */
export interface Liked {
  /** In whose time times are told. */
  zone: 'local' | 'UTC';
  theme: 'system' | 'day' | 'night';
  rows: 'wide' | 'narrow';
}

const USUAL: Liked = { zone: 'local', theme: 'system', rows: 'wide' };

/** The choices that are known; anything else that may stand there counts as not chosen. */
export function likedFrom(kept: string | null): Liked {
  let said: Partial<Record<keyof Liked, unknown>> = {};
  try {
    said = JSON.parse(kept ?? '{}') ?? {};
  } catch {
    // What cannot be read is forgotten.
  }
  return {
    zone: said.zone === 'UTC' ? 'UTC' : USUAL.zone,
    theme: said.theme === 'day' || said.theme === 'night' ? said.theme : USUAL.theme,
    rows: said.rows === 'narrow' ? 'narrow' : USUAL.rows
  };
}

class Preferences {
  #liked = $state.raw<Liked>(likedFrom(read()));

  /** As {@link Intl.DateTimeFormat} has it; none for the reader's own. */
  get zone(): string | undefined {
    return this.#liked.zone === 'UTC' ? 'UTC' : undefined;
  }

  get theme() {
    return this.#liked.theme;
  }

  get rows() {
    return this.#liked.rows;
  }

  change(changes: Partial<Liked>) {
    this.#liked = { ...this.#liked, ...changes };
    try {
      localStorage.setItem(KEPT, JSON.stringify(this.#liked));
    } catch {
      // A browser that keeps nothing still shows it until the page is left.
    }
    show(this.#liked);
  }
}

function read(): string | null {
  try {
    return localStorage.getItem(KEPT);
  } catch {
    return null;
  }
}

/** The page's first lines do the same before anything is drawn. */
function show({ theme, rows }: Liked) {
  const root = document.documentElement;
  if (theme === 'system') delete root.dataset.theme;
  else root.dataset.theme = theme === 'night' ? 'nightwatch' : 'daylight';
  root.dataset.rows = rows;
}

export const preferences = new Preferences();
