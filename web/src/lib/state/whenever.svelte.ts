import { untrack } from 'svelte';

/**
 * Does something now, and again whenever what `watched` reads has changed: asks the server anew, above all. What the work
 * itself reads starts nothing, so that it cannot chase itself. A function that it returns is called before the next time
 * and at the end. Called while a component is set up.
 */
export function whenever<T>(watched: () => T, work: (now: T) => unknown): void {
  $effect(() => {
    const now = watched();
    return untrack(() => {
      const end = work(now);
      return typeof end === 'function' ? () => end() : undefined;
    });
  });
}
