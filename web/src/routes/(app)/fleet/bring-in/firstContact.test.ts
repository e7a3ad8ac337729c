import { describe, expect, it } from 'vitest';
import type { FirstContact } from '$lib/api/client';
import { askedFor, masked, sayOf } from './firstContact';

const field = (key: string) => ({ key, title: key, expected: '', isSecret: false });
const contact: FirstContact = {
  how: '',
  items: [
    { title: 'name', fields: ['name'] },
    { title: 'log messages', neededFor: 'hearing of edits', fields: ['server'] }
  ],
  fields: [field('name'), field('address'), field('server')]
};

describe('base configuration of a factory-new device', () => {
  it('asks for the fields of what is written, and for those around it', () => {
    const asked = (left: string[]) => askedFor(contact, left).map((each) => each.key);
    expect(asked([])).toEqual(['name', 'address', 'server']);
    expect(asked(['log messages'])).toEqual(['name', 'address']);
    expect(asked(['name', 'log messages'])).toEqual(['address']);
  });

  it.each([
    ['THERE', undefined, 'yes'],
    ['MISSING', undefined, 'no; needed now'],
    ['MISSING', 'hearing of edits', 'no; only for hearing of edits'],
    ['NOT_KNOWN', undefined, 'not known']
  ] as const)('says %s, needed for %s', (verdict, neededFor, said) => {
    expect(sayOf({ title: 'x', verdict, neededFor })).toBe(said);
  });

  it('hides passwords and nothing else', () => {
    const text = 'name ebb-10\nadmin-secret ebb-1\nput secret "ebb-1"\n';
    expect(masked(text, ['ebb-1'])).toBe('name ebb-10\nadmin-secret ••••\nput secret "••••"\n');
    expect(masked(text, [])).toBe(text);
  });
});
