import type { StandIn } from '$lib/api/client';

/** DROPS_AFTER as people read it: "drops after". */
export const faultWord = (fault: string) => fault.toLowerCase().replaceAll('_', ' ');

export function stateOf(standIn: StandIn): string {
  if (standIn.isUp) return 'up';
  return standIn.isAway ? 'out of reach' : 'not answering';
}

/** Those whose facts contain every word. */
export function matching(standIns: readonly StandIn[], words: string): readonly StandIn[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return standIns.filter((each) => {
    const facts = [
      each.name,
      each.maker,
      each.model,
      each.address,
      stateOf(each),
      ...Object.keys(each.faults)
    ]
      .map(faultWord)
      .join(' ');
    return wanted.every((word) => facts.includes(word));
  });
}
