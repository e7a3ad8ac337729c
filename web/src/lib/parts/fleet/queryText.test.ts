import { describe, expect, it } from 'vitest';
import { markOf, oneLine, wordsAsQuery } from './queryText';

describe('a query', () => {
  it.each([
    ['a\nb', 'a b'],
    ['site is  \n  Dunsay', 'site is Dunsay'],
    ['a b', 'a b']
  ])('is one line: %j', (text, line) => expect(oneLine(text)).toBe(line));

  it.each([
    ['brkw core', '"brkw" "core"'],
    ['  and ', '"and"'],
    ['a"b\\', '"a\\"b\\\\"'],
    ['', '']
  ])('of the words %j', (text, query) => expect(wordsAsQuery(text)).toBe(query));
});

describe('the mark of a mistake', () => {
  it('stands on the wrong word', () => {
    const mark = markOf('site is and', { position: 8, length: 3 });
    expect(mark).toEqual({ from: 8, to: 11, before: 'site is ', marked: 'and', after: '' });
  });

  it('has a sign where something is missing at the end', () => {
    const mark = markOf('site is', { position: 7, length: 0 });
    expect(mark).toEqual({ from: 6, to: 7, before: 'site is', marked: '?', after: '' });
  });

  it('leaves out what is far away', () => {
    const text = 'x'.repeat(40) + ' wrong ' + 'y'.repeat(40);
    const mark = markOf(text, { position: 41, length: 5 });
    expect(mark.before).toHaveLength(17);
    expect(mark.before.startsWith('…')).toBe(true);
    expect(mark.marked).toBe('wrong');
    expect(mark.after.endsWith('…')).toBe(true);
  });
});
