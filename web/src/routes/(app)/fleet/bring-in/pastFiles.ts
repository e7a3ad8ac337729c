import { zip, type AsyncZippable } from 'fflate';

/** What the server takes at a time, in bytes. */
const MOST = 64 * 1024 * 1024;

/** A moment as a clock on the wall of a zone shows it: archives know no zones. */
export function wallClock(at: number, zone: string): Date {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
    minute: 'numeric',
    second: 'numeric',
    hourCycle: 'h23'
  }).formatToParts(at);
  const of = (type: string) => Number(parts.find((part) => part.type === type)?.value);
  return new Date(of('year'), of('month') - 1, of('day'), of('hour'), of('minute'), of('second'));
}

/** Where a file lies below the folder that was chosen. */
export const pathOf = (file: Pick<File, 'name' | 'webkitRelativePath'>) =>
  file.webkitRelativePath || file.name;

/** All files of a folder as one archive, each with its own time. */
export async function folderZip(files: readonly File[], zone: string): Promise<Blob> {
  const entries: AsyncZippable = {};
  let bytes = 0;
  for (const file of files) {
    bytes += file.size;
    if (bytes > 16 * MOST) throw new Error('The folder is longer than a gibibyte: choose parts of it.');
    const mtime = wallClock(Math.max(file.lastModified, Date.UTC(1980, 0, 3)), zone);
    entries[pathOf(file)] = [new Uint8Array(await file.arrayBuffer()), { mtime }];
  }
  const packed = await new Promise<Uint8Array<ArrayBuffer>>((resolve, reject) =>
    zip(entries, { level: 6 }, (problem, data) =>
      problem ? reject(problem) : resolve(data as Uint8Array<ArrayBuffer>)
    )
  );
  if (packed.length > MOST) throw new Error('Packed, it is longer than 64 MiB: choose parts of the folder.');
  return new Blob([packed]);
}

/** Lines such as "old-core = brkw-core-1" as the server takes them, or the number of the first that is none, from 1. */
export function othersOf(text: string): { others: string[]; mistake: number | undefined } {
  const lines = text.split('\n').map((line) => line.trim());
  const isOne = (line: string) => /^[^=,]+=[^=,]+$/.test(line);
  const wrong = lines.findIndex((line) => line !== '' && !isOne(line));
  return {
    others: lines
      .filter((line) => isOne(line))
      .map((line) =>
        line
          .split('=')
          .map((part) => part.trim())
          .join('=')
      ),
    mistake: wrong < 0 ? undefined : wrong + 1
  };
}

/** Whose word the moment of a file is. */
export const DATED = {
  PATH: 'from its name',
  COMMIT: 'of the commit',
  FILE: "the file's own time",
  NOBODY: ''
} as const;
