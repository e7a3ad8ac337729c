import type { CompareEnd, ConfigKind } from '$lib/api/client';
import { kindOf, revisionNumber } from '$lib/text/configKind';

/** One end of a comparison as the address tells it; texts that were pasted stand beside the address. */
export interface End {
  isText: boolean;
  device: string;
  kind: ConfigKind;
  /** The newest revision if it is left out. */
  number: number | undefined;
  /** In place of a number: what stood at that instant (ISO 8601). */
  asOf?: string | undefined;
}

export type Side = 'b' | 'a';

/** @param side b for before, a for after: the first letter of the parameters */
export function endOf(params: URLSearchParams, side: Side): End {
  const moment = Date.parse(params.get(`${side}m`) ?? '');
  return {
    isText: params.get(`${side}t`) === '1',
    device: params.get(`${side}d`) ?? '',
    kind: kindOf(params.get(`${side}k`)),
    number: revisionNumber(params.get(`${side}n`)),
    ...(Number.isNaN(moment) ? {} : { asOf: new Date(moment).toISOString() })
  };
}

/** The parameters that lead back to an end. */
export function paramsOf(side: Side, end: End): Record<string, string> {
  return {
    [`${side}t`]: end.isText ? '1' : '',
    [`${side}d`]: end.isText ? '' : end.device,
    [`${side}k`]: end.isText || end.kind === 'RUNNING' ? '' : end.kind,
    [`${side}n`]: end.isText || end.number === undefined ? '' : String(end.number),
    [`${side}m`]: (!end.isText && end.asOf) || ''
  };
}

/** What the server is asked for; nothing while something is still missing. */
export function wantedOf(end: End, text: string): CompareEnd | undefined {
  if (end.isText) return text === '' ? undefined : { text };
  if (end.device === '') return undefined;
  return {
    device: end.device,
    kind: end.kind,
    ...(end.number === undefined ? {} : { number: end.number }),
    ...(end.asOf ? { asOf: end.asOf } : {})
  };
}

/** @param said the moment as the reader is told of it */
export function titleOf(end: End, said: (at: string) => string): string {
  if (end.isText) return 'pasted text';
  const then = end.asOf ? `as of ${said(end.asOf)}` : 'newest';
  const revision = end.number === undefined ? then : `revision ${end.number}`;
  return `${end.device} · ${end.kind.toLowerCase()} · ${revision}`;
}
