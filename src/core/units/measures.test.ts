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
import { beyondSchema, issueIn, measuredIssue, parseFigure } from './parse';
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

test('a refusal of a measured figure is told in the units that were typed', () => {
  const wind = (typed: string) => {
    const read = parseFigure(asTrade(typed, 'wind', 'metric'), {
      field: 'Wind',
      unit: 'wind',
      least: 0,
      most: 60,
    } as const);
    return read.ok ? null : issueIn(read.issue, 'metric');
  };
  expect(wind('200')).toMatchObject({
    problem: 'Wind is 200 km/h',
    remedy: 'More than 96.56 km/h is taken for a slip. Check the figure and its unit.',
  });
  expect(wind('-3')).toMatchObject({ problem: 'Wind is -3 km/h', remedy: 'It must be at least 0 km/h.' });
  expect(wind('12x')).toMatchObject({
    problem: 'Wind "12x" is not a number',
    remedy: 'Type a number in km/h, for example 2.',
  });
  expect(wind('')).toMatchObject({
    problem: 'Wind is missing',
    remedy: 'Type a number in km/h.',
    isMissing: true,
  });
  expect(wind('16')).toBeNull();
  const trade = parseFigure('0', { field: 'Area', unit: 'area', above: 0, most: 10 });
  expect(trade).toMatchObject({
    issue: { problem: 'Area is 0 sq ft', remedy: 'It must be more than 0 sq ft.' },
  });
  const counted = parseFigure('0', { field: 'Years', unit: 'years', least: 1, most: 10 });
  expect(counted.ok || issueIn(counted.issue, 'metric')).toBe(counted.ok || counted.issue);
});

test('figures in words of their own, and bounds of a sheet’s schema, are told in those units too', () => {
  const heat = measuredIssue(
    'Heat caution',
    'temperature',
    'Heat caution is {0}, above the limit of {1}',
    [95, 90],
    'The caution comes before the limit.',
  );
  expect(heat).toMatchObject({
    problem: 'Heat caution is 95 °F, above the limit of 90 °F',
    remedy: 'The caution comes before the limit.',
  });
  expect(issueIn(heat, 'metric').problem).toBe('Heat caution is 35 °C, above the limit of 32.22 °C');
  const file = { field: 'windMostMph', problem: 'is 70: must be <= 60', remedy: 'Not above this wind, mph' };
  const wind = beyondSchema(file, 'wind', 'beyond', [70, 60]);
  expect(issueIn(wind, 'trade')).toBe(wind);
  expect(issueIn(wind, 'metric')).toMatchObject({
    problem: ' is 112.7 km/h',
    remedy: expect.stringContaining('More than 96.56 km/h') as string,
  });
});
