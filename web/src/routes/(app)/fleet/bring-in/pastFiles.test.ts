import { unzip, type Unzipped } from 'fflate';
import { describe, expect, it } from 'vitest';
import { folderZip, othersOf, pathOf, wallClock } from './pastFiles';

describe('files of the past', () => {
  it('has the clock on the wall of a zone', () => {
    const summer = Date.UTC(2026, 6, 1, 12, 30, 10);
    const clock = wallClock(summer, 'Europe/London');
    expect([clock.getFullYear(), clock.getMonth(), clock.getDate()]).toEqual([2026, 6, 1]);
    expect([clock.getHours(), clock.getMinutes(), clock.getSeconds()]).toEqual([13, 30, 10]);
    expect(wallClock(Date.UTC(2026, 11, 31, 23, 59, 0), 'Asia/Tokyo').getFullYear()).toBe(2027);
  });

  it('packs a folder as it is', async () => {
    const file = new File(['vlan 310\n'], 'running.conf', { lastModified: Date.UTC(2026, 0, 5) });
    Object.defineProperty(file, 'webkitRelativePath', { value: 'old/brkw-acc-1/running.conf' });
    const packed = await folderZip([file], 'UTC');
    const bytes = new Uint8Array(await packed.arrayBuffer());
    const unpacked = await new Promise<Unzipped>((resolve, reject) =>
      unzip(bytes, (problem, files) => (problem ? reject(problem) : resolve(files)))
    );
    expect(Object.keys(unpacked)).toEqual([pathOf(file)]);
    expect(new TextDecoder().decode(unpacked['old/brkw-acc-1/running.conf'])).toBe('vlan 310\n');
  });

  it('takes other names line by line', () => {
    expect(othersOf('old-core = brkw-core-1\n\n b=c ')).toEqual({
      others: ['old-core=brkw-core-1', 'b=c'],
      mistake: undefined
    });
    expect(othersOf('a = b\nnothing').mistake).toBe(2);
    expect(othersOf('a = b = c').mistake).toBe(1);
    expect(othersOf('a, b = c').mistake).toBe(1);
    expect(othersOf('')).toEqual({ others: [], mistake: undefined });
  });
});
