/** A JPEG by its segments, as ITU-T T.81 annex B lays them out (published): made by hand. */
import { withoutCameraData } from './jpeg';

const segment = (marker: number, ...body: number[]) => [
  0xff,
  marker,
  (body.length + 2) >> 8,
  (body.length + 2) & 255,
  ...body,
];
const START = [0xff, 0xd8];
const JFIF = segment(0xe0, 0x4a, 0x46, 0x49, 0x46, 0);
const EXIF = segment(0xe1, 0x45, 0x78, 0x69, 0x66, 0, 0, 38, 60);
const TABLES = segment(0xdb, 1, 2, 3);
const SCAN = [...segment(0xda, 1), 9, 8, 0xff, 0xe1, 7, 0xff, 0xd9];
const bytes = (...parts: number[][]) => Uint8Array.from(parts.flat());

test('what a camera adds is gone, the picture is the same to the byte', () => {
  const comment = segment(0xfe, 104, 105);
  const given = bytes(START, JFIF, EXIF, comment, TABLES, segment(0xed, 1), SCAN);
  expect([...withoutCameraData(given)!]).toEqual([...bytes(START, JFIF, TABLES, SCAN)]);
  // once more it stays as it is
  expect([...withoutCameraData(withoutCameraData(given)!)!]).toEqual([...bytes(START, JFIF, TABLES, SCAN)]);
});

test.each([
  ['nothing', bytes()],
  ['another kind of file', bytes([0x89, 0x50, 0x4e, 0x47])],
  ['a picture that ends in the middle', bytes(START, EXIF.slice(0, 6))],
  ['one without a scan', bytes(START, JFIF)],
])('%s is no JPEG', (_what, given) => {
  expect(withoutCameraData(given)).toBeNull();
});
