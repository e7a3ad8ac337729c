import type { Rollout, RolloutDevice, RolloutRow } from '$lib/api/client';

export const STATE: Record<RolloutRow['state'], string> = {
  PLANNED: 'waits for approval',
  APPROVED: 'approved',
  RUNNING: 'running',
  STOPPED: 'stopped',
  DONE: 'done',
  DROPPED: 'dropped'
};

export const DEVICE: Record<RolloutDevice['state'], string> = {
  WAITING: 'waits',
  PREPARING: 'is looked into, image is copied ahead',
  READY: 'image lies ready, waits for its wave',
  SWITCHING: 'switches over',
  RETURNING: 'restarts, is waited for',
  VERIFYING: 'is verified',
  DONE: 'done',
  NOT_READY: 'not ready',
  NOT_TAKEN: 'does not take the image',
  OTHER_RELEASE: 'came back on another release',
  NOT_BACK: 'did not come back',
  NOT_AS_BEFORE: 'not as it was before',
  LEFT: 'left out'
};

export const STEP: Record<string, string> = {
  PREPARING: 'copy ahead',
  SWITCHING: 'switch over',
  RETURNING: 'wait until it is back',
  VERIFYING: 'verify and clear up'
};

export interface Wave {
  number: number;
  devices: readonly RolloutDevice[];
  /** How far it has come, in words. */
  says: string;
  tone: 'done' | 'now' | 'next' | 'failed';
  /** Who is in it. */
  about: string;
}

const isSettled = (device: RolloutDevice) => device.state === 'DONE' || device.state === 'LEFT';
const isSwitched = (device: RolloutDevice) => ['SWITCHING', 'RETURNING', 'VERIFYING'].includes(device.state);

export function wavesOf(rollout: Rollout): Wave[] {
  const numbers = [...new Set(rollout.devices.map((device) => device.wave))];
  return numbers.map((number) => {
    const devices = rollout.devices.filter((device) => device.wave === number);
    const settled = devices.filter(isSettled).length;
    const left = devices.filter((device) => device.state === 'LEFT').length;
    const failed = devices.filter((device) => device.needsDecision).length;
    const arePaired = devices.every((device) => device.partner !== undefined);
    const isIn = devices.some(isSwitched);
    return {
      number,
      devices,
      says:
        settled === devices.length
          ? left > 0
            ? `done, ${left} left out`
            : 'done'
          : failed > 0
            ? `${failed} of ${devices.length} need a decision`
            : isIn
              ? `in hand, ${settled} of ${devices.length} done`
              : devices.every((device) => device.state === 'READY' || isSettled(device))
                ? 'ready'
                : rollout.state === 'RUNNING'
                  ? 'copied ahead'
                  : 'waits',
      tone: settled === devices.length ? 'done' : failed > 0 ? 'failed' : isIn ? 'now' : 'next',
      about: arePaired ? 'one of each pair' : 'nothing backs these up'
    };
  });
}

export interface Cell {
  text: string;
  tone: 'done' | 'now' | 'failed' | 'none';
}

const NONE: Cell = { text: '·', tone: 'none' };

/** What an event says in its cell; what is not here went wrong, and the last column tells how. */
const SAID: Record<string, string> = {
  BROKEN: 'stopped',
  PREPARED: 'digest ✓',
  HAS_IT: 'has it',
  SWITCHED: 'restarts',
  BACK: 'back',
  VERIFIED: 'as before'
};

/** How long it was away, from the moment at which it was told to restart. */
export function awayText(device: RolloutDevice): string | undefined {
  const left = device.steps.findLast((step) => step.state === 'SWITCHING')?.endedAt;
  const back = device.steps.findLast((step) => step.event === 'BACK')?.endedAt;
  if (!left || !back || back < left) return undefined;
  const seconds = Math.round((Date.parse(back) - Date.parse(left)) / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

/** How much of its image has come to a device that it is being copied to. */
export function copiedPart(device: RolloutDevice): string | undefined {
  const isCopied = device.state === 'PREPARING' && device.copied > 0 && device.copied < device.imageSize;
  return isCopied ? `${Math.floor((100 * device.copied) / device.imageSize)} %` : undefined;
}

export function cellOf(device: RolloutDevice, state: string): Cell {
  const step = device.steps.findLast((each) => each.state === state);
  if (!step) return NONE;
  if (!step.event) return device.state === state ? { text: copiedPart(device) ?? '…', tone: 'now' } : NONE;
  const said = SAID[step.event];
  if (said === undefined) return { text: 'no', tone: 'failed' };
  return { text: step.event === 'BACK' ? (awayText(device) ?? said) : said, tone: 'done' };
}
