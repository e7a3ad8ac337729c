import { asProblem, type FindingRow } from '$lib/api/client';
import { draft } from '$lib/state/draft.svelte';
import { Submission } from '$lib/state/submission.svelte';
import { count } from '$lib/text/time';

/** A finding; where nobody has said whether it can be repaired, the server does when it is asked to. */
type Repaired = Pick<FindingRow, 'device' | 'standard' | 'tag'> & Partial<Pick<FindingRow, 'isRepairable'>>;

/** Puts what would mend findings into the draft; what only people can mend is left to them, and said. */
export class Repairs {
  done = $state('');
  #wanted: readonly Repaired[] = [];

  readonly sending = new Submission(async () => {
    let number: number | undefined;
    let left = 0;
    for (const each of this.#wanted) {
      const change = await repaired(each);
      if (change) number = change.number;
      else left++;
    }
    this.done = [
      number ? `In C-${number}: open its preview to see what will be sent.` : '',
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

/** The change that got the edit; nothing if no clause says what it would be. */
async function repaired({ device, standard, tag, isRepairable }: Repaired) {
  if (isRepairable === false) return undefined;
  return draft.add({ device, kind: 'REPAIR', standard, tag }).catch((thrown) => {
    if (asProblem(thrown).code !== 'no-repair') throw thrown;
    return undefined;
  });
}
