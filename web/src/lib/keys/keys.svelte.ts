import { untrack } from 'svelte';

export interface Binding {
  /** As {@link KeyboardEvent.key} has it; "ctrl+k" for a key with Ctrl, "shift+ArrowDown" for a named one with Shift, "g f" for two. */
  key: string;
  /** Other keys that do the same. */
  also?: readonly string[];
  says: string;
  run: () => void;
}

/** One after the other within this time are taken together, in milliseconds. */
const TOGETHER = 1500;

/** The keys of the page that is open and of the frame around it. */
class Keys {
  #pages = $state.raw<readonly (readonly Binding[])[]>([]);
  readonly all = $derived(this.#pages.flat());
  /** To be read: those of the page before those of the frame. */
  readonly listed = $derived(this.#pages.toReversed().flat());
  #first = { name: '', at: 0 };

  /** Adds bindings until the returned function is called. */
  add(bindings: readonly Binding[]): () => void {
    const set = (pages: readonly (readonly Binding[])[]) => (this.#pages = pages);
    // Whoever adds bindings does not depend on those of others.
    untrack(() => set([...this.#pages, bindings]));
    return () => untrack(() => set(this.#pages.filter((page) => page !== bindings)));
  }

  handle(event: KeyboardEvent) {
    const name = nameOf(event);
    if (event.defaultPrevented || name === undefined || isAnythingOpen() || isTheirs(event, name)) return;
    const binding = this.#meant(name, event.timeStamp);
    if (!binding) return;
    event.preventDefault();
    binding.run();
  }

  /** What a key does by itself or with the one before it; a key that begins something does nothing by itself. */
  #meant(name: string, at: number): Binding | undefined {
    const both = at - this.#first.at <= TOGETHER ? `${this.#first.name} ${name}` : undefined;
    const find = (wanted: string) =>
      this.all.findLast((each) => each.key === wanted || each.also?.includes(wanted));
    const found = (both && find(both)) || find(name);
    const begins = !found && this.all.some((each) => each.key.startsWith(`${name} `));
    this.#first = { name: begins ? name : '', at };
    return found;
  }
}

/** A key as bindings name it; none for a key with Alt. What Ctrl and Alt together type (AltGr on some systems) is a character. */
function nameOf(event: KeyboardEvent): string | undefined {
  const { key } = event;
  const isNamed = key.length > 1;
  if (event.altKey && event.ctrlKey && !isNamed) return key;
  if (event.altKey) return undefined;
  if (event.ctrlKey || event.metaKey) return `ctrl+${key.toLowerCase()}`;
  return event.shiftKey && isNamed ? `shift+${key}` : key;
}

/** Whether the element that has the focus wants the key itself. */
function isTheirs(event: KeyboardEvent, name: string): boolean {
  if (isTyping(event.target) && !name.startsWith('ctrl+')) return true;
  if (!(event.target instanceof Element)) return false;
  if (name === 'Enter' || name === ' ') return event.target.closest('a, button, summary') !== null;
  // Among choices of one kind the arrows go from one to the next.
  return name.startsWith('Arrow') && event.target.matches('input');
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

/** After a click on a chip the keys belong to the list again, not to the chip. */
export function letGoOfChip(event: MouseEvent) {
  const byMouse = event.detail > 0;
  if (byMouse && event.target instanceof Element)
    event.target.closest<HTMLElement>('button[aria-pressed]')?.blur();
}

export const keys = new Keys();
