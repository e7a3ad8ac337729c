import { describe, expect, it } from 'vitest';
import type { MapView } from '$lib/api/client';
import { countsInWords, drawingOf, boxSize, frameOf, leadingFrom, questionOf, worstOf } from './drawing';

const answer = (kind: 'YES' | 'NO') => ({ kind, reason: '' });
const device = (name: string, site: string, kept: 'YES' | 'NO') => ({
  name,
  site,
  role: 'core',
  model: 'C7012',
  answers: { kept: answer(kept), matched: answer('YES'), sound: answer('YES'), current: answer('YES') }
});
const link = (near: string, far: string) => ({ near, nearPort: '1', far, farPort: '2', toldByBoth: true });
const map: MapView = {
  devices: [
    device('a-1', 'Dunsay', 'YES'),
    device('a-2', 'Dunsay', 'NO'),
    device('b-1', 'Fennick', 'YES'),
    device('c-1', '', 'YES')
  ],
  pairs: [{ first: 'a-1', second: 'a-2' }],
  links: [link('a-1', 'a-2'), link('a-1', 'b-1'), link('b-1', 'a-2')],
  leading: [],
  places: [{ kind: 'SITE', name: 'Fennick', x: 300, y: -40 }],
  notes: []
};

describe('the drawing of all sites', () => {
  const drawing = drawingOf(map, 'kept', '');
  it('has a box for each site', () =>
    expect(drawing.boxes.map((box) => box.name).sort()).toEqual(['Dunsay', 'Fennick', 'No site yet']));
  it('gathers the links between two sites, and draws none within one', () =>
    expect(drawing.lines).toEqual([{ from: 'Dunsay', to: 'Fennick', links: 2, says: '2 links' }]));
  it('leaves what somebody has placed where it is', () =>
    expect(drawing.boxes.find((box) => box.name === 'Fennick')).toMatchObject({
      x: 300,
      y: -40,
      isPlaced: true
    }));
  it('is the same every time', () => expect(drawingOf(map, 'kept', '')).toEqual(drawing));
  it('lets no two boxes stand on one spot', () => {
    const spots = drawing.boxes.map((box) => `${Math.round(box.x / 40)} ${Math.round(box.y / 40)}`);
    expect(new Set(spots).size).toBe(spots.length);
  });
});

it('draws a site with its devices and what they lead to', () => {
  const drawing = drawingOf(map, 'kept', 'Dunsay');
  expect(drawing.boxes.map((box) => `${box.kind} ${box.name}`).sort()).toEqual([
    'DEVICE a-1',
    'DEVICE a-2',
    'SITE Fennick'
  ]);
  expect(drawing.lines).toHaveLength(3);
  expect(drawing.pairs).toEqual([{ first: 'a-1', second: 'a-2' }]);
  expect(drawingOf(map, 'kept', 'Fennick').pairs).toEqual([]);
});

it('shows every box in its frame', () => {
  const { boxes } = drawingOf(map, 'kept', '');
  const frame = frameOf(boxes);
  for (const box of boxes) {
    expect(box.x).toBeGreaterThan(frame.x);
    expect(box.x).toBeLessThan(frame.x + frame.width);
    expect(box.y).toBeGreaterThan(frame.y);
    expect(box.y).toBeLessThan(frame.y + frame.height);
  }
});

it.each([
  [{ YES: 3, ATTENTION: 0, NO: 1, NOT_KNOWN: 0 }, 'NO', '1 no, 3 yes'],
  [{ YES: 3, ATTENTION: 0, NO: 0, NOT_KNOWN: 2 }, 'NOT_KNOWN', '2 not known, 3 yes'],
  [{ YES: 0, ATTENTION: 0, NO: 0, NOT_KNOWN: 0 }, 'NOT_KNOWN', '']
])('of %j the worst is %s', (counts, worst, said) => {
  expect(worstOf(counts)).toBe(worst);
  expect(countsInWords(counts)).toBe(said);
});

it.each([
  ['matched', 'matched'],
  ['colour', 'kept'],
  [null, 'kept']
])('of an address with %s the question is %s', (text, question) => expect(questionOf(text)).toBe(question));

it('keeps a pair together that no link joins', () => {
  const apart = { ...map, links: [] };
  const [first, second] = drawingOf(apart, 'kept', 'Dunsay').boxes.filter((box) => box.kind === 'DEVICE');
  expect(Math.hypot((first?.x ?? 0) - (second?.x ?? 999), (first?.y ?? 0) - (second?.y ?? 999))).toBeLessThan(
    300
  );
});

it('tells of unknown neighbours of the site that is open', () => {
  const leading = [link('a-1', 'stranger'), link('b-1', 'other'), link('c-1', 'third')];
  const from = (site: string) => leadingFrom({ ...map, leading }, site).map((each) => each.far);
  expect(from('')).toEqual(['stranger', 'other', 'third']);
  expect(from('Dunsay')).toEqual(['stranger']);
  expect(from('No site yet')).toEqual(['third']);
});

it.each([
  [0.3, 0.85],
  [0.9, 0.9],
  [1, 1],
  [7, 1]
])('draws text at %d pixels to a unit %d times as large as elsewhere', (scale, onScreen) => {
  expect(boxSize(scale) * scale).toBeCloseTo(onScreen);
});
