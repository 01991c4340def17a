/** A JPEG without what a camera adds to it: place, time, maker. The picture itself is not touched. */

/** Segments of applications (place and camera are in the first) but for colour, and comments. */
const isTold = (marker: number) => (marker >= 0xe1 && marker <= 0xef && marker !== 0xee) || marker === 0xfe;
const START = 0xd8;
const SCAN = 0xda;

/** @returns null where it is no JPEG */
export function withoutCameraData(jpeg: Uint8Array): Uint8Array | null {
  if (jpeg[0] !== 0xff || jpeg[1] !== START) return null;
  const parts: Uint8Array[] = [jpeg.subarray(0, 2)];
  let at = 2;
  for (;;) {
    if (jpeg[at] !== 0xff || at + 4 > jpeg.length) return null;
    const marker = jpeg[at + 1]!;
    // from the scan on it is the picture
    if (marker === SCAN) break;
    const end = at + 2 + (jpeg[at + 2]! << 8) + jpeg[at + 3]!;
    if (end > jpeg.length || end < at + 4) return null;
    if (!isTold(marker)) parts.push(jpeg.subarray(at, end));
    at = end;
  }
  parts.push(jpeg.subarray(at));
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let to = 0;
  for (const p of parts) {
    out.set(p, to);
    to += p.length;
  }
  return out;
}
