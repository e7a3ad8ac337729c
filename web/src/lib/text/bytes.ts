const UNITS = ['bytes', 'kB', 'MB', 'GB', 'TB'];

/** Bytes as people say them, in steps of a thousand: "80 MB", "1.5 GB". */
export function bytes(number: number): string {
  let value = number;
  let unit = 0;
  while (value >= 1000 && unit < UNITS.length - 1) {
    value /= 1000;
    unit++;
  }
  const digits = value < 10 && unit > 0 ? 1 : 0;
  return `${value.toLocaleString('en-GB', { maximumFractionDigits: digits })} ${UNITS[unit]}`;
}
