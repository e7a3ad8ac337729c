/** What was said, one character a byte, and when: in milliseconds since the beginning. */
export interface Piece {
  atMillis: number;
  said: string;
}

/** No pause of a recording is longer than this when it is played. */
const LONGEST_PAUSE = 1000;

/** The moments at which the pieces are shown when a recording is played, with long pauses cut. */
export function moments(pieces: Piece[]): number[] {
  let shown = 0;
  let before = pieces[0]?.atMillis ?? 0;
  return pieces.map((piece) => {
    shown += Math.min(LONGEST_PAUSE, Math.max(0, piece.atMillis - before));
    before = piece.atMillis;
    return shown;
  });
}

/** The bytes of all pieces from one to another. */
export function bytesOf(pieces: Piece[], from: number, to: number): Uint8Array {
  const text = pieces
    .slice(from, to)
    .map((piece) => piece.said)
    .join('');
  return Uint8Array.from(text, (character) => character.charCodeAt(0));
}

/** How long a session took, in words; nothing while it goes on. */
export function lengthOf(beganAt: string, endedAt: string | undefined): string {
  if (endedAt === undefined) return '';
  const seconds = Math.round((Date.parse(endedAt) - Date.parse(beganAt)) / 1000);
  if (seconds < 60) return `${seconds} s`;
  return seconds < 3600 ? `${Math.round(seconds / 60)} min` : `${(seconds / 3600).toFixed(1)} h`;
}
