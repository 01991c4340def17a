import { celsius, millimetres } from './quantity';
import * as trade from './trade';

// published: NIST Handbook 44, appendix C, and NIST SP 811
test('the exact definitions', () => {
  expect(trade.KG_PER_OZ).toBeCloseTo(0.028349523125, 15);
  expect(trade.L_PER_FL_OZ * 1000).toBeCloseTo(29.5735295625, 12);
  expect(trade.M2_PER_ACRE).toBeCloseTo(4046.8564224, 9);
  expect(trade.fromSquareFeet(1000)).toBeCloseTo(92.90304, 9);
});

test('temperatures at fixed points: water freezes at 32 °F and boils at 212 °F', () => {
  expect(trade.toFahrenheit(celsius(0))).toBe(32);
  expect(trade.toFahrenheit(celsius(100))).toBe(212);
  expect(trade.fromFahrenheit(-40)).toBeCloseTo(-40, 12);
});

test('wind, depth and water go both ways', () => {
  expect(trade.fromMilesPerHour(1)).toBeCloseTo(0.44704, 12); // published: NIST SP 811, exact
  expect(trade.toMilesPerHour(trade.fromMilesPerHour(10))).toBeCloseTo(10, 12);
  expect(trade.fromInches(2)).toBeCloseTo(0.0508, 12);
  expect(trade.toInchesOfWater(millimetres(12.7))).toBeCloseTo(0.5, 12);
  expect(trade.toSquareFeet(trade.fromSquareFeet(6240))).toBeCloseTo(6240, 9);
});
