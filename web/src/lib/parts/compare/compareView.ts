export type Layout = 'side' | 'one' | 'structure';

/** How a comparison is looked at, as the address says. */
export interface CompareView {
  layout: Layout;
  /** The layout after this one, for the key that goes through them. */
  next: Layout;
  noise: boolean;
  /** Whether equal lines are all shown. */
  all: boolean;
  /** The difference that is marked, counted from 1. */
  place: number | undefined;
  /** What is looked for in it. */
  find: string;
}

const LAYOUTS: readonly Layout[] = ['side', 'one', 'structure'];

export function compareViewOf(params: URLSearchParams): CompareView {
  const layout = LAYOUTS.find((each) => each === params.get('layout')) ?? 'side';
  const place = Number(params.get('place'));
  return {
    layout,
    next: LAYOUTS[(LAYOUTS.indexOf(layout) + 1) % LAYOUTS.length] ?? 'side',
    noise: params.get('noise') === '1',
    all: params.get('all') === '1',
    place: Number.isInteger(place) && place > 0 ? place : undefined,
    find: params.get('find') ?? ''
  };
}
