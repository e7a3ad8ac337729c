import type { FindingRow } from '$lib/api/client';
import { draft } from '$lib/state/draft.svelte';
import { Submission } from '$lib/state/submission.svelte';
import { count } from '$lib/text/time';

type Repaired = Pick<FindingRow, 'device' | 'standard' | 'tag' | 'isRepairable'>;

/** Puts what would mend findings into the draft; what only people can mend is left to them, and said. */
export class Repairs {
  done = $state('');
  #wanted: readonly Repaired[] = [];

  readonly sending = new Submission(async () => {
    const fit = this.#wanted.filter(({ isRepairable }) => isRepairable);
    const left = this.#wanted.length - fit.length;
    let number = 0;
    for (const { device, standard, tag } of fit)
      number = (await draft.add({ device, kind: 'REPAIR', standard, tag })).number;
    this.done = [
      fit.length > 0 ? `In C-${number}: open its preview to see what will be sent.` : '',
      left > 0 ? `${count(left, 'finding')} left to people: no clause says what would mend them.` : ''
    ]
      .filter(Boolean)
      .join(' ');
  });

  /** True if all of it went well. */
  send = (these: readonly Repaired[]) => {
    this.#wanted = these;
    this.done = '';
    return this.sending.send();
  };
}
