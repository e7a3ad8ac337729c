import { expect, it } from 'vitest';
import type { DeskLayout } from '$lib/api/client';
import { crossed, hiddenToo, shifted, shownAgain } from './deskLayout';

const layout: DeskLayout = {
  main: ['NEEDS', 'CHART', 'NOTES'],
  side: ['ANSWERS', 'ROUTINES'],
  hidden: ['WAITING']
};

it('moves a part by one place', () => {
  expect(shifted(layout, 'CHART', -1).main).toEqual(['CHART', 'NEEDS', 'NOTES']);
  expect(shifted(layout, 'ANSWERS', 1).side).toEqual(['ROUTINES', 'ANSWERS']);
  expect(shifted(layout, 'NEEDS', -1)).toEqual(layout);
  expect(shifted(layout, 'ROUTINES', 1)).toEqual(layout);
});

it('crosses to the other column and back', () => {
  const there = crossed(layout, 'NOTES');
  expect(there).toEqual({ ...layout, main: ['NEEDS', 'CHART'], side: ['ANSWERS', 'ROUTINES', 'NOTES'] });
  expect(crossed(there, 'NOTES')).toEqual(layout);
});

it('hides and shows', () => {
  const away = hiddenToo(layout, 'NOTES');
  expect(away).toEqual({ main: ['NEEDS', 'CHART'], side: layout.side, hidden: ['WAITING', 'NOTES'] });
  expect(shownAgain(away, 'NOTES')).toEqual(layout);
});
