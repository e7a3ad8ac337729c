import type { MapView } from '$lib/api/client';
import type { Box } from './drawing';

type Note = MapView['notes'][number];

/** Where somebody wants a note: from the middle of a thing, or of the drawing. */
export interface Spot {
  x: number;
  y: number;
  pinnedTo?: { kind: Box['kind']; name: string };
}

/** A note this near to a box belongs to it. In the box's units, from its middle. */
const NEAR = { x: 90, y: 45 };

/**
 * A click on a box or close beside it pins to the nearest one; elsewhere to the drawing itself.
 *
 * @param size of the boxes: how many units of the drawing are one of theirs
 */
export function spotAt(boxes: readonly Box[], x: number, y: number, size = 1): Spot {
  const near = boxes
    .filter((box) => Math.abs(box.x - x) <= NEAR.x * size && Math.abs(box.y - y) <= NEAR.y * size)
    .sort((one, other) => Math.hypot(one.x - x, one.y - y) - Math.hypot(other.x - x, other.y - y));
  const box = near[0];
  return box
    ? { x: (x - box.x) / size, y: (y - box.y) / size, pinnedTo: { kind: box.kind, name: box.name } }
    : { x, y };
}

export interface DrawnNote {
  note: Note;
  /** As it is numbered beside the drawing, from 1. */
  number: number;
  x: number;
  y: number;
}

/** Notes go with what they are pinned to; those on things that are not drawn any more are in the list alone. */
export function drawnNotes(
  notes: readonly Note[],
  placeOf: (kind: Box['kind'], name: string) => { x: number; y: number } | undefined,
  size = 1
): DrawnNote[] {
  return notes.flatMap((note, index) => {
    const middle = note.pinnedTo ? placeOf(note.pinnedTo.kind, note.pinnedTo.name) : { x: 0, y: 0 };
    const far = note.pinnedTo ? size : 1;
    return middle
      ? [{ note, number: index + 1, x: middle.x + note.x * far, y: middle.y + note.y * far }]
      : [];
  });
}
