import type { Change, ChangePreview, DevicePreview } from '$lib/api/client';
import { count } from '$lib/text/time';

export const STATE: Record<Change['state'], string> = {
  DRAFT: 'draft',
  PROPOSED: 'waits for approval',
  APPROVED: 'approved',
  RUNNING: 'running',
  KEPT: 'kept',
  STUCK: 'needs a person',
  DROPPED: 'dropped'
};

export const EDIT: Record<Change['edits'][number]['kind'], string> = {
  LINES: 'typed lines',
  STATEMENT: 'one statement',
  TEMPLATE: 'from a template',
  PUT_BACK: 'put back',
  RESTORE: 'restored',
  UNDO: 'undone',
  REPAIR: 'repaired'
};

export const titleOf = (change: { number: number; title: string }) =>
  change.title ? `C-${change.number} · ${change.title}` : `C-${change.number}`;

/** "+9 −1 ~2 »1", without what is none. */
export function countsText(
  counts: DevicePreview['counts']
): { sign: string; kind: string; number: number }[] {
  return [
    { sign: '+', kind: 'added', number: counts.added },
    { sign: '−', kind: 'removed', number: counts.removed },
    { sign: '~', kind: 'modified', number: counts.modified },
    { sign: '»', kind: 'moved', number: counts.moved }
  ].filter((each) => each.number > 0);
}

const REMARK: Record<DevicePreview['remarks'][number]['kind'], string> = {
  STANDS_ALREADY: 'stands already',
  IS_DEFAULT: 'holds without it',
  REACHED_THROUGH: 'it is called by this: it may be lost',
  NEW_ADDRESS: 'it is looked for there afterwards',
  NOT_FOLLOWED: 'cannot be followed to its new address',
  OTHER_CHANGE: 'another open change alters the same',
  NO_GUARD: 'no guard: it does not go back by itself if it is lost',
  SOMEBODY_BEHIND: 'behind it',
  PARTNER_LEFT_OUT: 'its partner is not in this change',
  UNSAVED_LINES: 'runs lines that it has not saved; its guard would lose them'
};

export function remarkText({ kind, about }: DevicePreview['remarks'][number]): string {
  if (kind === 'NO_GUARD' || about === '') return REMARK[kind];
  if (kind === 'SOMEBODY_BEHIND') return `behind ${about}`;
  if (kind === 'NOT_FOLLOWED') return `cannot be followed to ${about}`;
  return `${about}: ${REMARK[kind]}`;
}

/** How a device stands in a preview, in a few words. */
export function readiness(device: DevicePreview): string {
  if (device.misfits.length > 0) return `${count(device.misfits.length, 'statement')} will not fit`;
  const refused = device.breaches.filter((breach) => breach.binding === 'REFUSE').length;
  if (refused > 0) return `refused by ${count(refused, 'clause')}`;
  return device.isReady ? 'ready' : 'nothing to send';
}

export interface StepMark {
  word: string;
  tone: 'done' | 'now' | 'next';
}

/** The way of a change from its first edit to its end, as far as it has come. */
/** Whose word it waits for, or whose it has. */
function approvedText(change: Change): string {
  if (change.approvedBy) return `Approved by ${change.approvedBy}`;
  if (['APPROVED', 'RUNNING', 'KEPT', 'STUCK'].includes(change.state)) return 'No approval asked';
  return {
    APPROVER: 'Approved by an approver',
    ANOTHER: 'Approved by somebody else',
    NOBODY: 'No approval asked'
  }[change.needs];
}

export function stepsOf(change: Change, preview: ChangePreview | undefined): StepMark[] {
  const lines = (preview?.devices ?? []).reduce((sum, device) => sum + device.commands.length, 0);
  const at = { DRAFT: 1, PROPOSED: 2, APPROVED: 3, RUNNING: 3, KEPT: 5, STUCK: 3, DROPPED: 0 }[change.state];
  const words = [
    `Written · ${count(change.edits.length, 'edit')}`,
    lines > 0 ? `Previewed · ${count(lines, 'line')}` : 'Previewed',
    approvedText(change),
    change.state === 'RUNNING' ? 'Running' : 'Run',
    'Kept'
  ];
  return words.map((word, index) => ({ word, tone: index < at ? 'done' : index === at ? 'now' : 'next' }));
}
