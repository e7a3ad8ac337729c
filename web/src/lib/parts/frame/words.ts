export interface Word {
  word: string;
  path: string;
  /** Pages that belong to it, too. */
  also: string;
}

interface WordGroup {
  group: string;
  items: Word[];
}

const word = (text: string, path: string, also = path): Word => ({ word: text, path, also });

/** The word list: only words whose pages exist. */
const WORDS: readonly WordGroup[] = [
  {
    group: 'Know',
    items: [word('Fleet', '/fleet', '/devices'), word('Map', '/map'), word('Compare', '/compare')]
  },
  { group: 'Judge', items: [word('Drift', '/drift'), word('Standards', '/standards')] },
  { group: 'Alter', items: [word('Changes', '/changes'), word('Templates', '/templates')] },
  { group: 'Renew', items: [word('Releases', '/releases'), word('Rollouts', '/rollouts')] },
  {
    group: 'Keep',
    items: [
      word('Routines', '/routines'),
      word('Imports', '/imports'),
      word('Credentials', '/credentials'),
      word('Platforms', '/platforms'),
      word('Audit log', '/audit'),
      word('Settings', '/settings')
    ]
  }
];

export const wordsFor = (hasBench: boolean): WordGroup[] => [
  ...WORDS,
  ...(hasBench ? [{ group: 'Demo', items: [word('Bench', '/bench')] }] : [])
];

const OTHERS: readonly Word[] = [word('Jobs', '/jobs'), word('Your account', '/account')];
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
  return [...WORDS.flatMap(({ items }) => items), ...OTHERS]
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
