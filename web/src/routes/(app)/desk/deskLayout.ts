import type { DeskLayout } from '$lib/api/client';

export type DeskPart = DeskLayout['main'][number];
export type Column = 'main' | 'side';

export const PART_WORDS: Record<DeskPart, string> = {
  NEEDS: 'What needs an answer',
  CHART: 'Changes in time',
  NOTES: 'Notes and mentions',
  ANSWERS: 'Four questions by site',
  ROUTINES: 'Next routines',
  WAITING: 'Waiting for somebody'
};

const without = (parts: readonly DeskPart[], part: DeskPart) => parts.filter((each) => each !== part);

/** One place up or down in its column; the same if there is none. */
export function shifted(layout: DeskLayout, part: DeskPart, by: 1 | -1): DeskLayout {
  const turn = (parts: DeskPart[]) => {
    const from = parts.indexOf(part);
    const to = from + by;
    if (from < 0 || to < 0 || to >= parts.length) return parts;
    const turned = without(parts, part);
    turned.splice(to, 0, part);
    return turned;
  };
  return { ...layout, main: turn(layout.main), side: turn(layout.side) };
}

/** To the other column, at its end. */
export function crossed(layout: DeskLayout, part: DeskPart): DeskLayout {
  const isMain = layout.main.includes(part);
  return {
    main: isMain ? without(layout.main, part) : [...layout.main, part],
    side: isMain ? [...layout.side, part] : without(layout.side, part),
    hidden: layout.hidden
  };
}

export function hiddenToo(layout: DeskLayout, part: DeskPart): DeskLayout {
  return {
    main: without(layout.main, part),
    side: without(layout.side, part),
    hidden: [...without(layout.hidden, part), part]
  };
}

/** At the end of the middle. */
export function shownAgain(layout: DeskLayout, part: DeskPart): DeskLayout {
  return { ...layout, main: [...layout.main, part], hidden: without(layout.hidden, part) };
}
