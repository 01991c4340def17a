import {
  asTrade,
  asTyped,
  between,
  MEASURES,
  inUnits,
  UNIT_SYSTEMS,
  unitWords,
  type Measure,
} from './measures';
import { SHOWS } from './format';
import { celsius, metres, millimetres, squareMetres } from './quantity';
import { fromMilesPerHour } from './trade';

const EVERY = Object.keys(MEASURES) as Measure[];

/** NIST SP 811 (2008), appendix B.8: factors as published there, to seven digits. */
test.each<[Measure, number, number]>([
  ['length', 1, 0.3048],
  ['area', 1, 0.09290304],
  ['depth', 1, 2.54],
  ['water', 1, 25.4],
  ['wind', 1, 1.609344],
  ['volume', 1, 3.785412],
  ['pour', 1, 29.57353],
  ['weight', 1, 0.4535924],
  ['ingredient', 1, 1.120851],
  ['nitrogen', 1, 48.82428],
  ['density', 1, 119.8264],
  ['temperature', 68, 20],
  ['temperature', -40, -40],
  ['warmth', 9, 5],
  ['degreeDays', 180, 100],
  // a gallon on 1,000 sq ft, by the two factors above
  ['carrier', 1, 3.785412 / 0.9290304],
])('one trade %s of %d is %d in metric', (measure, trade, metric) => {
  expect(between(trade, measure, 'trade', 'metric')).toBeCloseTo(metric, 4);
  expect(between(metric, measure, 'metric', 'trade')).toBeCloseTo(trade, 4);
});

test.each(EVERY)('%s: what is typed in metric is kept in trade units and comes back as it was', (measure) => {
  for (const text of ['5', '5.8', '0.05', '1234.5', '-3', '12.345', '99.9', '0'])
    expect(asTyped(asTrade(text, measure, 'metric'), measure, 'metric')).toBe(text);
  for (const system of UNIT_SYSTEMS) expect(unitWords(measure, system)).not.toBe('');
  expect(between(7, measure, 'trade', 'trade')).toBe(7);
});

test('fields of a company that works in trade units are left alone, letter for letter', () => {
  for (const text of ['6,240', '12x', ' 5. ', '']) {
    expect(asTrade(text, 'area', 'trade')).toBe(text);
    expect(asTyped(text, 'area', 'trade')).toBe(text);
  }
});

test('what is no number stays as typed, a usual trade figure has four digits, and no field gets an exponent', () => {
  expect(asTrade('12x', 'area', 'metric')).toBe('12x');
  expect(asTrade('', 'area', 'metric')).toBe('');
  expect(asTyped('10', 'wind', 'metric')).toBe('16.09');
  expect(asTyped('6,240', 'area', 'metric')).toBe('579.7');
  expect(asTrade('1,000', 'area', 'metric')).toBe('10763.91041671');
  expect(asTrade('−2', 'temperature', 'metric')).toBe('28.4');
  expect(asTrade('0.0000004', 'volume', 'metric')).not.toMatch(/e/);
  expect(asTrade('5000000', 'area', 'metric').length).toBeLessThanOrEqual(20);
});

test('figures of the core are told in the units of the company', () => {
  const { metric } = SHOWS;
  expect(metric.temperature(celsius(12.78))).toBe('12.8 °C');
  expect(metric.line(celsius(12.7778))).toBe('12.8 °C');
  expect(metric.warmth(1.5)).toBe('1.5 °C');
  expect(metric.degreeDays(42.2)).toBe('42 °C·days');
  expect(metric.depth(metres(0.0508))).toBe('5.1 cm');
  expect(metric.length(metres(30))).toBe('30 m');
  expect(metric.area(squareMetres(1580))).toBe('1,580 m²');
  expect(metric.wind(fromMilesPerHour(10))).toBe('16 km/h');
  expect(metric.water(millimetres(12.7))).toBe('12.7 mm');
  expect(metric.ingredient(0.56 as never, 'a.i.')).toBe('0.56 kg a.i./ha');
  expect(metric.nitrogen(24.4 as never)).toBe('24.4 kg N/ha');
  expect(SHOWS.trade.ingredient(1.120851 as never, 'a.e.')).toBe('1 lb a.e./acre');
  expect(metric.in('wind', 10)).toBeCloseTo(36, 9);
  expect(inUnits(0, 'temperature', 'trade')).toBeCloseTo(32, 9);
});
