import { api, need, type DevicePreview } from '$lib/api/client';
import { linesOf, oneColumn, type Line } from '$lib/parts/compare/compareRows';

/** A line for a device, and how it is drawn. */
export interface ToldLine {
  line: string;
  kind: string;
}

/** What a device is told, what would undo it, and what it alters. */
export interface Told {
  commands: readonly ToldLine[];
  undo: readonly ToldLine[];
  lines: readonly Line[];
}

const drawn = (commands: DevicePreview['commands']): ToldLine[] =>
  commands.map(({ line, kind }) => ({ line, kind: kind.toLowerCase().replace('_', '-') }));

/** Of a draft, as the newest copies have it. */
export async function previewed(number: number, device: DevicePreview): Promise<Told> {
  const params = { path: { number, device: device.device } };
  const compare = await need(api.GET('/api/changes/{number}/devices/{device}/comparison', { params }));
  return {
    commands: drawn(device.commands),
    undo: drawn(device.undo),
    lines: oneColumn(linesOf(compare))
  };
}

/** Of a run, whatever the device is now. */
export async function toldIn(number: number, run: number, device: string): Promise<Told> {
  const params = { path: { number, run, device } };
  const told = await need(api.GET('/api/changes/{number}/runs/{run}/devices/{device}', { params }));
  const plain = (lines: string[]) => lines.map((line) => ({ line, kind: '' }));
  return {
    commands: plain(told.commands),
    undo: plain(told.undo),
    lines: oneColumn(linesOf(told.comparison))
  };
}
