import { expect, it } from 'vitest';
import type { MapView } from '$lib/api/client';
import type { Box } from './drawing';
import { drawnNotes, spotAt } from './noteSpots';

const box = (name: string, x: number, y: number) => ({ name, kind: 'DEVICE', x, y }) as Box;
const boxes = [box('cairn-acc-1', 0, 0), box('cairn-acc-2', 150, 0)];
const placeIn = (all: Box[]) => (kind: Box['kind'], name: string) =>
  all.find((each) => each.kind === kind && each.name === name);

it.each([
  [10, 5, 'cairn-acc-1'],
  [80, 10, 'cairn-acc-2'],
  [70, 10, 'cairn-acc-1'],
  [0, 60, undefined],
  [400, 0, undefined]
])('a click at %d, %d pins to %s, and the note is drawn where the click was', (x, y, name) => {
  const spot = spotAt(boxes, x, y);
  expect(spot.pinnedTo?.name).toBe(name);
  const note = { id: 1, ...spot } as MapView['notes'][number];
  expect(drawnNotes([note], placeIn(boxes))).toMatchObject([{ number: 1, x, y }]);
});

it.each([0.5, 1, 3])('is drawn where the click was if boxes are %d times as large', (size) => {
  const spot = spotAt(boxes, 40 * size, 20 * size, size);
  const note = { id: 1, ...spot } as MapView['notes'][number];
  expect(drawnNotes([note], placeIn(boxes), size)).toMatchObject([{ x: 40 * size, y: 20 * size }]);
  // Pinned to the box, it stays at its corner when the drawing is seen from closer.
  expect(spot.pinnedTo).toBeDefined();
  expect(drawnNotes([note], placeIn([box(spot.pinnedTo!.name, 0, 0)]), 1)[0]!.x).toBeCloseTo(spot.x);
});

it('goes with what it is pinned to, and is not drawn without it', () => {
  const notes = [
    { id: 1, x: 7, y: 8 },
    { id: 2, ...spotAt(boxes, 10, 5) },
    { id: 3, ...spotAt(boxes, 155, 5) }
  ] as MapView['notes'];
  expect(drawnNotes(notes, placeIn([box('cairn-acc-2', 500, 100)]))).toMatchObject([
    { number: 1, x: 7, y: 8 },
    { number: 3, x: 505, y: 105 }
  ]);
});
