export interface Guess {
  headers: string[];
  meanings: Record<string, string>;
  rows: string[][];
}

/** What a column of a list can be. */
export const COLUMNS = [
  { value: '', says: 'passed over' },
  { value: 'address', says: 'address' },
  { value: 'port', says: 'port' },
  { value: 'site', says: 'site' },
  { value: 'role', says: 'role' },
  { value: 'credentials', says: 'credential set' },
  { value: 'platform', says: 'platform' },
  { value: 'tags', says: 'tags' }
];

/** Whether people have to say what the headers mean: not where each is one of our own words. */
export function needsMeanings(guess: Guess | undefined): guess is Guess {
  const own = COLUMNS.map((column) => column.value).filter(Boolean);
  return guess !== undefined && guess.headers.some((header) => !own.includes(header.toLowerCase()));
}
