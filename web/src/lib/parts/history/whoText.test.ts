import { describe, expect, it } from 'vitest';
import type { Origin, OriginActor } from '$lib/api/client';
import { whoReasons, whoText } from './whoText';

const actor = (part: Partial<OriginActor>): OriginActor => ({
  account: 'm.oduya',
  person: '',
  fullName: '',
  from: '198.51.100.41',
  way: 'ssh',
  proof: 'TOLD',
  isClaimed: false,
  first: '2026-11-29T02:14:00Z',
  last: '2026-11-29T02:14:00Z',
  ...part
});

const who = (sureness: Origin['sureness'], ...actors: OriginActor[]): Origin => ({
  sureness,
  sameUntil: '2026-11-29T02:00:00Z',
  seenAt: '2026-11-29T03:00:00Z',
  actors
});

describe('who brought a revision', () => {
  it('says account, address and way', () => {
    expect(whoText(who('SOLE', actor({})))).toBe('m.oduya from 198.51.100.41 by SSH');
  });

  it('says that nothing but messages says so', () => {
    expect(whoText(who('SOLE', actor({ proof: 'EDIT', isClaimed: true })))).toMatch(/, claimed$/);
  });

  it('names nobody for a claim alone', () => {
    const claim = who('NONE', actor({ proof: 'CLAIM', isClaimed: true }));
    expect(whoText(claim)).toBe('not known who');
    expect(whoReasons(claim).join()).toContain('counts for nothing');
  });

  it('knows the way where it does not know who', () => {
    expect(whoText(who('NONE', actor({ account: '', from: '', way: 'cable' })))).toBe(
      'not known who by the cable'
    );
  });

  it('names all who may have done it', () => {
    const both = who('SEVERAL', actor({}), actor({ account: 'svc-vendor', proof: 'EDIT' }));
    expect(whoText(both)).toBe('m.oduya or svc-vendor');
    expect(whoReasons(both)[0]).toBe('2 accounts may have done it.');
  });

  it('names people of its own by their names', () => {
    const person = { account: 'chaperone', person: 'r.anand', fullName: 'R. Anand', from: '' };
    expect(whoText(who('SOLE', actor({ ...person, proof: 'CHANGE' })))).toBe('R. Anand');
    expect(whoText(who('SOLE', actor({ ...person, proof: 'CONSOLE' })))).toBe(
      'R. Anand by Chaperone’s console'
    );
  });

  it('says that nothing is known', () => {
    expect(whoText(who('NONE'))).toBe('not known who');
    expect(whoText(undefined)).toBe('');
    expect(whoReasons(who('NONE'))).toHaveLength(1);
  });
});
