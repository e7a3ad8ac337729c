import { exact, iso, moment } from '$lib/text/time';
import { clock } from './clock.svelte';
import { preferences } from './preferences.svelte';

/** An instant in ISO form as tables have it, in the zone that the reader chose. */
export const saidMoment = (at: string) => moment(Date.parse(at), clock.now, preferences.zone);

/** To the second and with its zone. */
export const saidIso = (at: string) => iso(Date.parse(at), preferences.zone);

/** In words, for hovering. */
export const saidExact = (at: string) => exact(Date.parse(at), preferences.zone);
