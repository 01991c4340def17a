import { celsius, metres, millimetres, squareMetres, type MetresPerSecond } from './quantity';
import * as format from './format';
import { figure, showPercent, significant } from './figure';
import { SHOWS } from './format';
import { amountOf, rateOf } from './rate';
import { fromFahrenheit, fromInches, fromMilesPerHour, fromSquareFeet } from './trade';

test('figures carry thousands and the digits asked for', () => {
  expect([figure(6240), figure(-0.75, 1), figure(1234567.891, 2)]).toEqual(['6,240', '−0.8', '1,234,567.89']);
  expect([significant(0.8300001), significant(62.4351), significant(6240)]).toEqual([
    '0.83',
    '62.4',
    '6,240',
  ]);
});

test('every figure has its unit', () => {
  expect(SHOWS.trade.temperature(celsius(10))).toBe('50.0 °F');
  expect(SHOWS.trade.line(fromFahrenheit(55))).toBe('55 °F');
  expect(SHOWS.trade.depth(fromInches(2))).toBe('2 in');
  expect(SHOWS.trade.depth(metres(0.1))).toBe('3.9 in');
  expect(SHOWS.trade.area(fromSquareFeet(6240))).toBe('6,240 sq ft');
  expect(SHOWS.trade.area(squareMetres(92.90304))).toBe('1,000 sq ft');
  expect(SHOWS.trade.wind(fromMilesPerHour(9.6))).toBe('10 mph');
  expect(SHOWS.trade.wind(0 as MetresPerSecond)).toBe('0 mph');
  expect(SHOWS.trade.water(millimetres(12.7))).toBe('0.50 in');
  expect(showPercent(0.964)).toBe('96 %');
});

test('a rate or amount in a unit of the other kind is shown in SI, never converted', () => {
  expect(format.showRate(rateOf(0.4, 'oz/1000sqft'), 'oz/1000sqft')).toBe('0.4 oz/1,000 sq ft');
  expect(format.showRate(rateOf(1, 'kg/ha'), 'floz/1000sqft')).toBe('1 kg/ha');
  expect(format.showRate(rateOf(2, 'L/ha'), 'lb/acre')).toBe('2 L/ha');
  expect(format.showAmount(amountOf(45.36, 'g'), 'g')).toBe('45.36 g');
  expect(format.showAmount(amountOf(8, 'floz'), 'floz')).toBe('8 fl oz');
  expect(format.showAmount(amountOf(1, 'kg'), 'floz')).toBe('1 kg');
  expect(format.showAmount(amountOf(1, 'L'), 'oz')).toBe('1 L');
});

test('a rate that still fits is never shown above what fits', () => {
  const shown = (ounces: number) => format.showMostRate(rateOf(ounces, 'oz/1000sqft'), 'oz/1000sqft');
  expect([shown(0.7449), shown(0.74999), shown(0.83), shown(0)]).toEqual([
    '0.744 oz/1,000 sq ft',
    '0.749 oz/1,000 sq ft',
    '0.83 oz/1,000 sq ft',
    '0 oz/1,000 sq ft',
  ]);
  expect(format.showMostRate(rateOf(1.2399, 'kg/ha'), 'floz/1000sqft')).toBe('1.23 kg/ha');
});
