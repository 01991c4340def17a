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

test('what stands after the end of the picture is cut off: a second picture with its place, or anything else', () => {
  const picture = bytes(START, JFIF, TABLES, SCAN);
  const preview = bytes(START, EXIF, TABLES, SCAN);
  for (const more of [preview, bytes([1, 2, 3]), bytes([0xff, 0xd9])])
    expect([...withoutCameraData(Uint8Array.from([...picture, ...more]))!]).toEqual([...picture]);
});
test('between the scans of one picture tables stay and told segments go; an end inside a table is none', () => {
  const first = [...segment(0xda, 1), 9, 0xff, 0, 0xff, 0xd0, 8];
  const table = segment(0xc4, 0xff, 0xd9, 5);
  const last = [...segment(0xda, 2), 7, 0xff, 0xd9];
  const given = bytes(START, JFIF, TABLES, first, table, EXIF, last, [4, 4]);
  expect([...withoutCameraData(given)!]).toEqual([...bytes(START, JFIF, TABLES, first, table, last)]);
});
test('a picture that was cut off in its scan stays as far as it goes', () => {
  const given = bytes(START, TABLES, segment(0xda, 1), [9, 8, 7, 0xff]);
  expect([...withoutCameraData(given)!]).toEqual([...given]);
});

test.each([
  ['nothing', bytes()],
  ['another kind of file', bytes([0x89, 0x50, 0x4e, 0x47])],
  ['a picture that ends in the middle', bytes(START, EXIF.slice(0, 6))],
  ['one without a scan', bytes(START, JFIF)],
])('%s is no JPEG', (_what, given) => {
  expect(withoutCameraData(given)).toBeNull();
});
