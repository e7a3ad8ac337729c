export interface Binding {
  /** As {@link KeyboardEvent.key} has it; "ctrl+k" for a key with Ctrl. */
  key: string;
  says: string;
  run: () => void;
}

/** The keys of the page that is open and of the frame around it. */
class Keys {
  #pages = $state.raw<readonly (readonly Binding[])[]>([]);
  readonly all = $derived(this.#pages.flat());

  /** Adds bindings until the returned function is called. */
  add(bindings: readonly Binding[]): () => void {
    this.#pages = [...this.#pages, bindings];
    return () => (this.#pages = this.#pages.filter((page) => page !== bindings));
  }

  handle(event: KeyboardEvent) {
    const name = event.ctrlKey || event.metaKey ? `ctrl+${event.key.toLowerCase()}` : event.key;
    if (event.altKey || isAnythingOpen() || (isTyping(event.target) && !name.startsWith('ctrl+'))) return;
    // Enter on a link or a button is theirs.
    if (
      event.key === 'Enter' &&
      event.target instanceof Element &&
      event.target.closest('a, button, summary')
    )
      return;
    const binding = this.all.findLast((candidate) => candidate.key === name);
    if (!binding) return;
    event.preventDefault();
    binding.run();
  }
}

/** A dialog or a menu, which has keys of its own: Escape closes it, and the page behind it rests. */
function isAnythingOpen(): boolean {
  const menus = document.querySelectorAll('[popover]');
  return (
    document.querySelector('dialog[open]') !== null ||
    [...menus].some((menu) => menu.matches(':popover-open'))
  );
}

export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement)
    return !['checkbox', 'radio', 'button', 'file'].includes(target.type);
  return (
    target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement || target.isContentEditable
  );
}

export const keys = new Keys();
