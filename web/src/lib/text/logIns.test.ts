import { describe, expect, it } from 'vitest';
import {
  accountsOf,
  draftsOf,
  free,
  inputOf,
  newLogIn,
  PROTOCOLS,
  titlesOf,
  toggled,
  type Protocol,
  onlyOne
} from './logIns';

const all = PROTOCOLS.map((each) => each.name);

describe('log-ins of a credential set', () => {
  it('goes unchanged through the form', () => {
    const first = {
      protocols: ['NETCONF', 'SSH'] as Protocol[],
      account: 'chaperone',
      hasPassword: false,
      publicKey: 'ssh-ed25519 AAAA'
    };
    const stored = [first, { protocols: ['HTTPS'] as Protocol[], account: 'web', hasPassword: true }];
    expect(draftsOf(stored).map(inputOf)).toEqual([
      { protocols: ['SSH', 'NETCONF'], account: 'chaperone', was: 0 },
      { protocols: ['HTTPS'], account: 'web', was: 1 }
    ]);
    expect(accountsOf(stored)).toBe('chaperone, web');
    expect(accountsOf([first, first])).toBe('chaperone');
  });

  it('never gives a protocol to two log-ins, whatever is ticked', () => {
    let drafts = [newLogIn(all), newLogIn([]), newLogIn([])];
    let seed = 7;
    for (let step = 0; step < 200; step++) {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      drafts = toggled(drafts, seed % 3, all[(seed >> 8) % all.length]!);
      const given = drafts.flatMap((draft) => draft.protocols);
      expect(new Set(given).size).toBe(given.length);
      expect([...given, ...free(drafts)].sort()).toEqual([...all].sort());
    }
  });

  it('ticks and unticks', () => {
    const once = toggled([newLogIn(['SSH'])], 0, 'HTTPS');
    expect(titlesOf(once.flatMap((draft) => draft.protocols))).toBe('SSH, HTTPS');
    expect(toggled(once, 0, 'HTTPS')).toEqual([newLogIn(['SSH'])]);
  });

  it('takes a key away only when told to', () => {
    const draft = { ...newLogIn(['SSH']), publicKey: 'ssh-ed25519 AAAA', was: 0 };
    expect(inputOf(draft).privateKey).toBeUndefined();
    expect(inputOf({ ...draft, dropsKey: true }).privateKey).toBe('');
    expect(inputOf({ ...draft, dropsKey: true, key: 'another' }).privateKey).toBe('another');
  });
});

it.each([
  [[], undefined],
  [[{ id: 7 }], 7],
  [[{ id: 7 }, { id: 8 }], undefined]
])('of the sets %j chooses %s by itself', (sets, chosen) => expect(onlyOne(sets)).toBe(chosen));
