import type { components } from '$lib/api/schema';

type Schemas = components['schemas'];
export type LogInView = Schemas['LogInView'];
export type LogInInput = Schemas['LogInInput'];
export type Protocol = LogInView['protocols'][number];

export const PROTOCOLS: { name: Protocol; title: string; meaning: string }[] = [
  { name: 'SSH', title: 'SSH', meaning: 'command line, files by SCP and SFTP' },
  { name: 'NETCONF', title: 'NETCONF', meaning: 'interface for programs, over SSH' },
  { name: 'HTTPS', title: 'HTTPS', meaning: 'requests and files' },
  { name: 'TELNET', title: 'Telnet', meaning: 'command line in the clear; only where the device allows it' }
];

export const FILE_CHOICES = [
  { name: 'PLATFORM', title: 'as the platform says' },
  { name: 'SCP', title: 'SCP' },
  { name: 'SFTP', title: 'SFTP' },
  { name: 'HTTPS', title: 'HTTPS' },
  { name: 'NONE', title: 'no files' }
] as const;

/** A log-in while it is being edited; secrets are empty if nothing new was entered. */
export interface LogInDraft {
  protocols: Protocol[];
  account: string;
  password: string;
  key: string;
  /** Whether the stored key is to be taken away. */
  dropsKey: boolean;
  passphrase: string;
  /** Where it stands in the set as it is stored. */
  was?: number;
  hasPassword: boolean;
  publicKey?: string;
}

export function newLogIn(protocols: Protocol[]): LogInDraft {
  return {
    protocols,
    account: '',
    password: '',
    key: '',
    dropsKey: false,
    passphrase: '',
    hasPassword: false
  };
}

export function draftsOf(logIns: LogInView[]): LogInDraft[] {
  return logIns.map((logIn, place) => ({
    ...newLogIn(inOrder(logIn.protocols)),
    account: logIn.account,
    was: place,
    hasPassword: logIn.hasPassword,
    publicKey: logIn.publicKey
  }));
}

export function inputOf(draft: LogInDraft): LogInInput {
  return {
    protocols: draft.protocols,
    account: draft.account,
    password: draft.password === '' ? undefined : draft.password,
    // The empty text takes the stored key away.
    privateKey: draft.key === '' ? (draft.dropsKey ? '' : undefined) : draft.key,
    passphrase: draft.passphrase === '' ? undefined : draft.passphrase,
    was: draft.was
  };
}

/** The protocols that no log-in is for yet. */
export function free(drafts: LogInDraft[]): Protocol[] {
  return PROTOCOLS.map((each) => each.name).filter(
    (name) => !drafts.some((draft) => draft.protocols.includes(name))
  );
}

/** The drafts with a protocol given to one of them, or taken from it; no protocol is anybody else's then. */
export function toggled(drafts: LogInDraft[], place: number, protocol: Protocol): LogInDraft[] {
  const wasMine = drafts[place]?.protocols.includes(protocol) ?? false;
  return drafts.map((draft, i) => {
    const without = draft.protocols.filter((each) => each !== protocol);
    return { ...draft, protocols: i === place && !wasMine ? inOrder([...without, protocol]) : without };
  });
}

/** The accounts of a set, each once. */
export function accountsOf(logIns: LogInView[]): string {
  return [...new Set(logIns.map((logIn) => logIn.account))].join(', ');
}

export function titlesOf(protocols: Protocol[]): string {
  return inOrder(protocols).map(titleOf).join(', ');
}

function titleOf(protocol: Protocol): string {
  return PROTOCOLS.find((each) => each.name === protocol)?.title ?? protocol;
}

function inOrder(protocols: Protocol[]): Protocol[] {
  return PROTOCOLS.map((each) => each.name).filter((name) => protocols.includes(name));
}

/** The set that is chosen to begin with: of several, none, since a log-in with the wrong one may lock accounts. */
export function onlyOne(sets: readonly { id: number }[]): number | undefined {
  return sets.length === 1 ? sets[0]?.id : undefined;
}
