import { describe, expect, it } from 'vitest';
import type { TemplateField, TemplateText } from '$lib/api/client';
import { filledText, freeName, ownFields, portFields, sharedFields } from './templateText';

const field = (name: string, kind: TemplateField['kind'], isPerDevice: boolean): TemplateField => ({
  name,
  kind,
  label: '',
  isPerDevice
});
const text: TemplateText = {
  reason: '',
  fields: [field('vlan', 'NUMBER', false), field('gateway', 'ADDRESS', true), field('ports', 'PORTS', true)],
  variants: { corvane: 'vlan {{ vlan }}' }
};

describe('a template', () => {
  it('has each field in one place', () => {
    const names = [sharedFields, ownFields, portFields].map((of) => of(text).map((each) => each.name));
    expect(names).toEqual([['vlan'], ['gateway'], ['ports']]);
  });

  it('gives new fields names of their own', () => {
    expect(freeName([])).toBe('field_1');
    expect(freeName([field('a', 'TEXT', false), field('field_3', 'TEXT', false)])).toBe('field_4');
  });

  it.each([
    [{ commands: [], there: 4, defaults: 0 }, 'nothing to send, 4 there already'],
    [{ commands: ['a'], there: 0, defaults: 0 }, '1 line sent'],
    [{ commands: ['a', 'b'], there: 2, defaults: 1 }, '2 lines sent, 2 there already, 1 equal to a default']
  ])('tells %o', (filled, told) => {
    expect(filledText(filled)).toBe(told);
  });
});
