import fc from 'fast-check';
import { parseFigure } from './parse';

const area = { field: 'Area', unit: 'sq ft', above: 0, most: 5_000_000 };

test.each([
  ['6,240', 6240],
  [' 12 ', 12],
  ['0.4', 0.4],
  ['.5', 0.5],
])('reads %j', (text, value) => {
  expect(parseFigure(text, area)).toEqual({ ok: true, value });
});

test.each([
  ['', 'Area is missing'],
  ['-3', 'Area is -3 sq ft'],
  ['0', 'Area is 0 sq ft'],
  ['12x', 'Area "12x" is not a number'],
  ['1e5', 'Area "1e5" is not a number'],
  ['6,24', 'Area "6,24" is not a number'],
  ['NaN', 'Area "NaN" is not a number'],
  ['99999999', 'Area is 99999999 sq ft'],
])('refuses %j, naming field and figure', (text, problem) => {
  const r = parseFigure(text, area);
  expect(r.ok ? null : r.issue.problem).toBe(problem);
  expect(r.ok ? '' : r.issue.remedy).not.toBe('');
});

test('any text either gives a number within the bounds or an issue', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.double().map(String)), (text) => {
      const r = parseFigure(text, area);
      expect(r.ok ? r.value > 0 && r.value <= 5_000_000 : r.issue.field === 'Area').toBe(true);
    }),
  );
});
