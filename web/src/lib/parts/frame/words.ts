export interface Word {
  word: string;
  path: string;
  /** Pages that belong to it, too. */
  also: string;
  /** After g this letter leads there. */
  letter: string;
}

interface WordGroup {
  group: string;
  items: Word[];
}

const word = (text: string, path: string, letter: string, also = path): Word => ({
  word: text,
  path,
  letter,
  also
});

/** The word list: only words whose pages exist. */
const WORDS: readonly WordGroup[] = [
  { group: '', items: [word('Desk', '/desk', 'q')] },
  {
    group: 'Know',
    items: [
      word('Fleet', '/fleet', 'f', '/devices'),
      word('Map', '/map', 'm'),
      word('History', '/history', 'h'),
      word('Search', '/search', 'n'),
      word('Compare', '/compare', 'o')
    ]
  },
  {
    group: 'Judge',
    items: [
      word('Drift', '/drift', 'd'),
      word('Standards', '/standards', 's'),
      word('Cases', '/cases', 'g'),
      word('Boards', '/boards', '1')
    ]
  },
  {
    group: 'Alter',
    items: [word('Changes', '/changes', 'c', '/freezes'), word('Templates', '/templates', 't')]
  },
  { group: 'Renew', items: [word('Releases', '/releases', 'r'), word('Rollouts', '/rollouts', 'w')] },
  {
    group: 'Keep',
    items: [
      word('Routines', '/routines', 'u'),
      word('Jobs', '/jobs', 'j'),
      word('Imports', '/imports', 'i'),
      word('Credentials', '/credentials', 'k'),
      word('Platforms', '/platforms', 'p'),
      word('Audit log', '/audit', 'l'),
      word('Settings', '/settings', 'e')
    ]
  }
];

/** All pages of the word list and beside it. */
export const pagesFor = (hasBench: boolean): Word[] => [
  ...wordsFor(hasBench).flatMap(({ items }) => items),
  ...OTHERS
];

export const wordsFor = (hasBench: boolean): WordGroup[] => [
  ...WORDS,
  ...(hasBench ? [{ group: 'Demo', items: [word('Bench', '/bench', 'b')] }] : [])
];

const OTHERS: readonly Word[] = [
  word('Freezes', '/freezes', 'z'),
  word('Blocks', '/blocks', 'a'),
  word('Standing rules', '/drift/rules', 'v'),
  word('Lately removed', '/removed', 'x'),
  word('Your account', '/account', 'y')
];
const MOST_NEAR = 3;

/** Letters that have to be typed anew to make one text of the other (Levenshtein 1966); quadratic in short texts. */
function distance(one: string, other: string): number {
  let above = Array.from({ length: other.length + 1 }, (_, i) => i);
  for (let i = 0; i < one.length; i++) {
    const row = [i + 1];
    for (let j = 0; j < other.length; j++) {
      const same = (above[j] ?? 0) + (one[i] === other[j] ? 0 : 1);
      row.push(Math.min(same, (above[j + 1] ?? 0) + 1, (row[j] ?? 0) + 1));
    }
    above = row;
  }
  return above[other.length] ?? 0;
}

/** Pages that somebody may have meant by an address that leads to none: the nearest first, none if none is near. */
export function wordsNear(path: string): Word[] {
  const said = (path.split('/')[1] ?? '').toLowerCase().slice(0, 40);
  const letters = (text: string) => text.toLowerCase().replace(/[^a-z]/g, '');
  return pagesFor(false)
    .map((each) => {
      const names = [each.word, each.path, each.also].map(letters);
      const begins = names.some((name) => letters(said).startsWith(name) || name.startsWith(letters(said)));
      return { each, away: begins ? 0 : Math.min(...names.map((name) => distance(letters(said), name))) };
    })
    .filter(({ away }) => letters(said) !== '' && away <= 2)
    .toSorted((a, b) => a.away - b.away)
    .slice(0, MOST_NEAR)
    .map(({ each }) => each);
}
