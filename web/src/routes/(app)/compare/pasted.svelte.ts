import type { Side } from './ends';

/** Texts that were pasted: they may hold secrets, so they stand in no address and are gone with the page. */
class Pasted {
  texts = $state<Record<Side, string>>({ b: '', a: '' });
  platform = $state('');
}

export const pasted = new Pasted();
