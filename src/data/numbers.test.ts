import fc from 'fast-check';
import { fromNumeric, toNumeric } from './numbers';

test('a figure of up to six decimals goes to the database and back unchanged', () => {
  fc.assert(
    fc.property(fc.integer({ min: -1e12, max: 1e12 }), (millionths) => {
      const value = millionths / 1e6;
      expect(fromNumeric(toNumeric(value))).toBe(value);
    }),
  );
});

test.each(['', ' ', 'NaN', 'Infinity', 'twelve'])('%j is no numeric', (text) =>
  expect(() => fromNumeric(text)).toThrow(RangeError),
);
