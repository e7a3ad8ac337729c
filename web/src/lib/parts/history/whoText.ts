import type { Origin, OriginActor } from '$lib/api/client';
import { count } from '$lib/text/time';

const WAY: Record<string, string> = {
  shell: 'the command line',
  ssh: 'SSH',
  telnet: 'Telnet',
  netconf: 'NETCONF',
  https: 'HTTPS',
  cable: 'the cable'
};

/** How somebody came to a device, as people say it. */
export const wayText = (way: string) => WAY[way.toLowerCase()] ?? way;

/** Those that count: a claim alone names nobody. */
const counted = (who: Origin) => who.actors.filter((actor) => actor.proof !== 'CLAIM');

/** By which name people know one of them; empty if none is known. */
export const actorName = (actor: OriginActor) => actor.fullName || actor.person || actor.account;

function oneText(actor: OriginActor): string {
  const name = actorName(actor);
  if (actor.proof === 'CHANGE') return name;
  if (actor.person) return `${name} by Chaperone’s console`;
  const from = actor.from ? ` from ${actor.from}` : '';
  const way = actor.way ? ` by ${wayText(actor.way)}` : '';
  return `${name || 'not known who'}${from}${way}`;
}

/** Who may have brought a revision, in one line. */
export function whoText(who: Origin | undefined): string {
  if (!who) return '';
  const [first, ...others] = counted(who);
  if (!first) return 'not known who';
  if (others.length === 0) return oneText(first) + (first.isClaimed ? ', claimed' : '');
  return `${[first, ...others].map((actor) => actorName(actor) || wayText(actor.way)).join(' or ')}`;
}

const PROOF: Record<OriginActor['proof'], string> = {
  CHANGE: 'gave the word for the change that brought it',
  CONSOLE: 'had a session on the device by Chaperone’s console',
  TOLD: 'is named by the device itself as its last editor',
  EDIT: 'logged in and edited, as its log messages say; nobody proved them',
  LOG_IN: 'logged in, as its log messages say; nothing tells of an edit',
  CLAIM: 'edited, as a log message says; no log-in is known, so it counts for nothing'
};

/** What speaks for each of them, a line each. */
export const whoReasons = (who: Origin): string[] => [
  ...(who.sureness === 'SEVERAL'
    ? [`${count(new Set(counted(who).map(actorName)).size, 'account')} may have done it.`]
    : []),
  ...who.actors.map((actor) => `${actorName(actor) || 'Somebody'}${placeText(actor)} ${PROOF[actor.proof]}.`),
  ...(who.actors.length === 0 ? ['No log-in is known from that time, and the device does not tell.'] : [])
];

function placeText(actor: OriginActor): string {
  if (actor.person && actor.account) return ` (${actor.account} on the device)`;
  const said = [actor.from && `from ${actor.from}`, actor.way && `by ${wayText(actor.way)}`].filter(Boolean);
  return said.length > 0 ? ` ${said.join(' ')}` : '';
}
