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
  ['', 'missing', {}],
  ['-3', 'not-above', { value: '-3', bound: 0 }],
  ['0', 'not-above', { value: '0', bound: 0 }],
  ['12x', 'not-a-number', { text: '12x' }],
  ['1e5', 'not-a-number', { text: '1e5' }],
  ['6,24', 'not-a-number', { text: '6,24' }],
  ['NaN', 'not-a-number', { text: 'NaN' }],
  ['99999999', 'beyond', { value: '99999999', bound: 5_000_000 }],
])('refuses %j, naming field and figure', (text, code, figures) => {
  expect(parseFigure(text, area)).toMatchObject({
    ok: false,
    issue: { field: 'Area', code, figures: { name: 'Area', unit: 'sq ft', ...figures } },
  });
});

test('any text either gives a number within the bounds or an issue', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.double().map(String)), (text) => {
      const r = parseFigure(text, area);
      expect(r.ok ? r.value > 0 && r.value <= 5_000_000 : r.issue.field === 'Area').toBe(true);
    }),
  );
});
