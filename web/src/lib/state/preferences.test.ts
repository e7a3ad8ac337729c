import { expect, it } from 'vitest';
import { likedFrom } from './preferences.svelte';

const USUAL = { zone: 'local', theme: 'system', rows: 'wide' };

it.each([
  [null, USUAL],
  ['', USUAL],
  ['{"zone":', USUAL],
  ['null', USUAL],
  ['[1]', USUAL],
  ['{"zone":"Mars","theme":7,"rows":"none","more":1}', USUAL],
  ['{"zone":"UTC","theme":"night"}', { zone: 'UTC', theme: 'night', rows: 'wide' }],
  ['{"rows":"narrow","theme":"day"}', { zone: 'local', theme: 'day', rows: 'narrow' }]
])('what the browser kept as %s means %j', (kept, liked) => expect(likedFrom(kept)).toEqual(liked));
