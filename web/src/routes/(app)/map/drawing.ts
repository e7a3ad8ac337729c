import {
  forceCenter,
  forceCollide,
  forceLink,
  forceManyBody,
  forceSimulation,
  forceX,
  forceY
} from 'd3-force';
import type { Answer, MapView } from '$lib/api/client';

export type Question = 'kept' | 'matched' | 'sound' | 'current';
const QUESTIONS: Question[] = ['kept', 'matched', 'sound', 'current'];

/** The question that an address names; Kept if it names none that there is. */
export const questionOf = (text: string | null): Question =>
  QUESTIONS.find((question) => question === text) ?? 'kept';

type MapDevice = MapView['devices'][number];

/** Something to draw: a site, or a device of the site that is open. */
export interface Box {
  name: string;
  kind: 'SITE' | 'DEVICE';
  /** How many devices stand in it, by the answer to the question. */
  counts: Record<Answer['kind'], number>;
  devices: number;
  /** What is written below the name. */
  says: string;
  x: number;
  y: number;
  /** Where somebody has put it. */
  isPlaced: boolean;
}

export interface Line {
  from: string;
  to: string;
  links: number;
  /** Ports at both ends, for one link; how many links, for several. */
  says: string;
}

export interface Drawing {
  boxes: Box[];
  lines: Line[];
  /** Boxes of devices that back each other up. */
  pairs: { first: string; second: string }[];
}

/** Rounds of the layout; it has come to rest by then. */
const TICKS = 300;
const NONE: Record<Answer['kind'], number> = { YES: 0, ATTENTION: 0, NO: 0, NOT_KNOWN: 0 };
export const NO_SITE = 'No site yet';

const siteOf = (device: MapDevice) => device.site || NO_SITE;

/** Links to names that are not in the fleet, from the devices of a site or from all. */
export function leadingFrom(map: MapView, site: string): MapView['leading'] {
  if (site === '') return map.leading;
  const home = new Map(map.devices.map((device) => [device.name, siteOf(device)]));
  return map.leading.filter((link) => home.get(link.near) === site);
}

/** What stands below the name of a device, in place of its role. */
export type Told = ReadonlyMap<string, string>;

/** All sites, or the devices of one with whatever they are linked to elsewhere. */
export function drawingOf(map: MapView, question: Question, site: string, told: Told = new Map()): Drawing {
  return site === '' ? ofSites(map, question) : ofSite(map, question, site, told);
}

function ofSites(map: MapView, question: Question): Drawing {
  const sites = new Map<string, MapDevice[]>();
  for (const device of map.devices) sites.set(siteOf(device), [...(sites.get(siteOf(device)) ?? []), device]);
  const home = new Map(map.devices.map((device) => [device.name, siteOf(device)]));
  const lines = gathered(
    map.links.map((link) => ({
      from: home.get(link.near) ?? '',
      to: home.get(link.far) ?? '',
      says: `${link.near} ${link.nearPort} – ${link.far} ${link.farPort}`
    }))
  );
  const boxes = [...sites].map(([name, devices]) =>
    box(
      map,
      name,
      'SITE',
      devices,
      question,
      `${devices.length} ${devices.length === 1 ? 'device' : 'devices'}`
    )
  );
  return arranged(boxes, lines, [], 150);
}

function ofSite(map: MapView, question: Question, site: string, told: Told): Drawing {
  const home = new Map(map.devices.map((device) => [device.name, siteOf(device)]));
  const inside = map.devices.filter((device) => siteOf(device) === site);
  const names = new Set(inside.map((device) => device.name));
  const links = map.links.filter((link) => names.has(link.near) || names.has(link.far));
  const end = (name: string) => (names.has(name) ? name : (home.get(name) ?? name));
  const lines = gathered(
    links.map((link) => ({
      from: end(link.near),
      to: end(link.far),
      says: `${link.nearPort} – ${link.farPort}`
    }))
  );
  const elsewhere = new Set(lines.flatMap((line) => [line.from, line.to]).filter((name) => !names.has(name)));
  const boxes = [
    ...inside.map((device) =>
      box(
        map,
        device.name,
        'DEVICE',
        [device],
        question,
        told.get(device.name) ?? (device.role || device.model)
      )
    ),
    ...[...elsewhere].map((name) =>
      box(
        map,
        name,
        'SITE',
        map.devices.filter((device) => siteOf(device) === name),
        question,
        'another site'
      )
    )
  ];
  const pairs = map.pairs.filter((pair) => names.has(pair.first) && names.has(pair.second));
  return arranged(boxes, lines, pairs, 190);
}

/** One line between two boxes, whatever the number of links and their direction. */
function gathered(links: { from: string; to: string; says: string }[]): Line[] {
  const lines = new Map<string, Line>();
  for (const link of links) {
    if (link.from === link.to || link.from === '' || link.to === '') continue;
    const [from, to] = [link.from, link.to].sort() as [string, string];
    const known = lines.get(`${from}\n${to}`);
    const number = (known?.links ?? 0) + 1;
    const says = number === 1 ? link.says : `${number} links`;
    lines.set(`${from}\n${to}`, { from, to, links: number, says });
  }
  return [...lines.values()];
}

function box(
  map: MapView,
  name: string,
  kind: Box['kind'],
  devices: MapDevice[],
  question: Question,
  says: string
): Box {
  const counts = { ...NONE };
  for (const device of devices) counts[device.answers[question].kind]++;
  const place = map.places.find((each) => each.kind === kind && each.name === name);
  return {
    name,
    kind,
    counts,
    devices: devices.length,
    says,
    x: place?.x ?? 0,
    y: place?.y ?? 0,
    isPlaced: place !== undefined
  };
}

/** Boxes to a row below the drawing, for those that are linked to nothing. */
const ROW = 4;

/**
 * Boxes that nobody has placed find their own place (forces between them, as d3-force works them out); those without
 * links stand in rows below.
 */
function arranged(boxes: Box[], lines: Line[], pairs: Drawing['pairs'], distance: number): Drawing {
  // A pair stays together even if nothing tells of a link between the two.
  const held = [...lines, ...pairs.map((pair) => ({ from: pair.first, to: pair.second }))];
  const linked = new Set(held.flatMap((line) => [line.from, line.to]));
  const moving = settled(
    boxes.filter((each) => each.isPlaced || linked.has(each.name)),
    held,
    distance
  );
  const bottom = moving.length === 0 ? -distance : Math.max(...moving.map((each) => each.y));
  const rest = boxes.filter((each) => !each.isPlaced && !linked.has(each.name));
  const width = Math.min(ROW, rest.length) - 1;
  const inRows = rest.map((each, i) => ({
    ...each,
    x: ((i % ROW) - width / 2) * distance,
    y: bottom + 85 + Math.floor(i / ROW) * 62
  }));
  return { boxes: [...moving, ...inRows], lines, pairs };
}

function settled(boxes: Box[], lines: { from: string; to: string }[], distance: number): Box[] {
  const nodes = boxes.map((each, i) => ({
    box: each,
    // Not on one spot, and the same every time.
    x: each.isPlaced ? each.x : distance * Math.cos(i * 2.4) * Math.sqrt(1 + i / 3),
    y: each.isPlaced ? each.y : 0.6 * distance * Math.sin(i * 2.4) * Math.sqrt(1 + i / 3),
    fx: each.isPlaced ? each.x : undefined,
    fy: each.isPlaced ? each.y : undefined
  }));
  const index = new Map(nodes.map((node, i) => [node.box.name, i]));
  const joined = lines.flatMap((line) => {
    const [source, target] = [index.get(line.from), index.get(line.to)];
    return source === undefined || target === undefined ? [] : [{ source, target }];
  });
  forceSimulation(nodes)
    .force('link', forceLink(joined).distance(distance * 0.9))
    .force(
      'apart',
      forceManyBody()
        .strength(-700)
        .distanceMax(distance * 4)
    )
    .force('room', forceCollide(distance * 0.47))
    .force('wide', forceX(0).strength(0.02))
    .force('flat', forceY(0).strength(0.12))
    .force('middle', nodes.some((node) => node.box.isPlaced) ? null : forceCenter(0, 0))
    .stop()
    .tick(TICKS);
  return nodes.map((node) => ({ ...node.box, x: node.x, y: node.y }));
}

/** From the middle of an outer box to the edge. */
export const MARGIN = 85;

/** The part of the plane that shows every box, with a margin. */
export function frameOf(boxes: readonly Box[], margin = MARGIN) {
  if (boxes.length === 0) return { x: -400, y: -250, width: 800, height: 500 };
  const xs = boxes.map((each) => each.x);
  const ys = boxes.map((each) => each.y);
  const x = Math.min(...xs) - margin;
  const y = Math.min(...ys) - margin / 2;
  return {
    x,
    y,
    width: Math.max(500, Math.max(...xs) + margin - x),
    height: Math.max(320, Math.max(...ys) + margin / 2 - y)
  };
}

/** Of what their text is elsewhere; smaller ones cannot be read, and larger ones say no more. */
const SMALLEST = 0.85;

/**
 * How large boxes are drawn so that their text keeps its size, however close the drawing is looked at.
 *
 * @param scale pixels of the screen to a unit of the drawing
 * @returns units of the drawing to one of the boxes
 */
export const boxSize = (scale: number): number =>
  scale > 0 ? Math.min(1, Math.max(SMALLEST, scale)) / scale : 1;

/** The worst answer that somebody in a box gives. */
export function worstOf(counts: Record<Answer['kind'], number>): Answer['kind'] {
  const order: Answer['kind'][] = ['NO', 'ATTENTION', 'NOT_KNOWN', 'YES'];
  return order.find((kind) => counts[kind] > 0) ?? 'NOT_KNOWN';
}

/** The counts in words, the worst first: "2 no, 3 yes". */
export function countsInWords(counts: Record<Answer['kind'], number>): string {
  const words: [Answer['kind'], string][] = [
    ['NO', 'no'],
    ['ATTENTION', 'attention'],
    ['NOT_KNOWN', 'not known'],
    ['YES', 'yes']
  ];
  return words
    .filter(([kind]) => counts[kind] > 0)
    .map(([kind, word]) => `${counts[kind]} ${word}`)
    .join(', ');
}
