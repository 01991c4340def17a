/**
 * A JPEG without what a camera adds to it: place, time, maker, and whatever follows its end. The picture itself is not
 * touched. By its segments, as ITU-T T.81 annex B lays them out (published).
 */

/** Segments of applications (place and camera are in the first) but for color, and comments. */
const isTold = (marker: number) => (marker >= 0xe1 && marker <= 0xef && marker !== 0xee) || marker === 0xfe;
const START = 0xd8;
const SCAN = 0xda;
const END = 0xd9;
/** In a scan: a byte that is meant as one, restarts, and filling. */
const isOfTheScan = (marker: number) => marker === 0 || marker === 0xff || (marker >= 0xd0 && marker <= 0xd7);

/** @returns null where it is no JPEG; one that was cut off in its scan stays as far as it goes */
export function withoutCameraData(jpeg: Uint8Array): Uint8Array | null {
  if (jpeg[0] !== 0xff || jpeg[1] !== START) return null;
  const parts: Uint8Array[] = [jpeg.subarray(0, 2)];
  let at = 2;
  let isInScan = false;
  while (!isInScan) {
    const end = endOfSegment(jpeg, at);
    if (end === null) return null;
    const marker = jpeg[at + 1]!;
    if (!isTold(marker)) parts.push(jpeg.subarray(at, end));
    isInScan = marker === SCAN;
    at = end;
  }
  // between the scans of a picture that comes in several there are segments again
  let from = at;
  for (; at < jpeg.length; at++) {
    const marker = jpeg[at + 1];
    if (jpeg[at] !== 0xff || marker === undefined || isOfTheScan(marker)) continue;
    if (marker === END) {
      parts.push(jpeg.subarray(from, at + 2));
      return joined(parts);
    }
    const end = endOfSegment(jpeg, at);
    if (end === null) continue;
    if (isTold(marker)) {
      parts.push(jpeg.subarray(from, at));
      from = end;
    }
    at = end - 1;
  }
  parts.push(jpeg.subarray(from));
  return joined(parts);
}

/** Where the segment that begins there ends; null: none begins, or it is longer than the file. */
function endOfSegment(jpeg: Uint8Array, at: number): number | null {
  if (jpeg[at] !== 0xff || at + 4 > jpeg.length) return null;
  const end = at + 2 + (jpeg[at + 2]! << 8) + jpeg[at + 3]!;
  return end > jpeg.length || end < at + 4 ? null : end;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let to = 0;
  for (const p of parts) {
    out.set(p, to);
    to += p.length;
  }
  return out;
}
