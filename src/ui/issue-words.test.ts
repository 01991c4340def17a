import { fact, issue } from '@/core/units/issue';
import { asTrade } from '@/core/units/measures';
import { SHOWS } from '@/core/units/format';
import { parseFigure } from '@/core/units/parse';
import { readTakeoff } from '@/core/lawn/takeoff-draft';
import { issueSentence, issueWords, rowWords } from './issue-words';

const { trade, metric } = SHOWS;

test.each([
  ['', 'Area is missing'],
  ['-3', 'Area is -3 sq ft'],
  ['0', 'Area is 0 sq ft'],
  ['12x', 'Area "12x" is not a number'],
  ['99999999', 'Area is 99999999 sq ft'],
])('a typed %j is refused by field, figure and remedy', (text, problem) => {
  const read = parseFigure(text, { field: 'Area', unit: 'sq ft', above: 0, most: 5_000_000 });
  const words = read.ok ? null : issueWords(read.issue, trade);
  expect(words?.problem).toBe(problem);
  expect(words?.remedy).toMatch(/^\S.*\.$/);
});

test('a refusal of a measured figure is told in the units that were typed', () => {
  const wind = (typed: string) => {
    const read = parseFigure(asTrade(typed, 'wind', 'metric'), {
      field: 'Wind',
      unit: 'wind',
      least: 0,
      most: 60,
    } as const);
    return read.ok ? null : issueWords(read.issue, metric);
  };
  expect(wind('200')).toEqual({
    problem: 'Wind is 200 km/h',
    remedy: 'More than 96.56 km/h is taken for a slip. Check the figure and its unit.',
  });
  expect(wind('-3')).toEqual({ problem: 'Wind is -3 km/h', remedy: 'It must be at least 0 km/h.' });
  expect(wind('12x')).toEqual({
    problem: 'Wind "12x" is not a number',
    remedy: 'Type a number in km/h, for example 2.',
  });
  expect(wind('')).toEqual({ problem: 'Wind is missing', remedy: 'Type a number in km/h.' });
  expect(wind('16')).toBeNull();
  const area = parseFigure('0', { field: 'Area', unit: 'area', above: 0, most: 10 });
  expect(area.ok || issueWords(area.issue, trade)).toEqual({
    problem: 'Area is 0 sq ft',
    remedy: 'It must be more than 0 sq ft.',
  });
  const years = parseFigure('0', { field: 'Years', unit: 'years', least: 1, most: 10 });
  expect(years.ok || issueSentence(years.issue, metric)).toBe(
    'Years is 0 years. It must be at least 1 years.',
  );
});

test('figures in words of their own, and bounds of a sheet’s schema, are told in those units too', () => {
  const heat = issue('Heat caution', 'heat-caution-above-limit', { cautionF: 95, limitF: 90 });
  expect(issueWords(heat, trade)).toEqual({
    problem: 'Heat caution is 95 °F, above the limit of 90 °F',
    remedy: 'The caution comes before the limit.',
  });
  expect(issueWords(heat, metric).problem).toBe('Heat caution is 35 °C, above the limit of 32.22 °C');
  const wind = issue('windMostMph', 'beyond', { name: '', unit: 'wind', value: '70', bound: 60 });
  expect(issueWords(wind, trade)).toEqual({
    problem: ' is 70 mph',
    remedy: expect.stringContaining('More than 60 mph') as string,
  });
  expect(issueWords(wind, metric)).toEqual({
    problem: ' is 112.7 km/h',
    remedy: expect.stringContaining('More than 96.56 km/h') as string,
  });
});

test('what a stop lacks is told in the company’s units, with its zone and the step', () => {
  // by hand: 99,999 gal are 378,537 L; figures are told to four digits
  const beyond = issue('Water used', 'beyond', {
    name: 'Water used',
    unit: 'volume',
    value: '99999',
    bound: 5000,
  });
  const used = issue('used', 'at-step', { zone: 'back', product: '', step: 'used', issue: beyond });
  expect(issueWords(used, metric).problem).toBe('back: Water used is 378500 L');
  const missing = issue('used', 'at-step', {
    zone: '',
    product: 'Test 50 WG',
    step: 'used',
    issue: { ...issue('Product used', 'missing', { name: 'Product used', unit: 'oz' }), isMissing: true },
  });
  expect(issueSentence(missing, trade)).toBe('Test 50 WG: Product used is missing. Type it under Used.');
});

test('a shape of a takeoff is named, with its figure and the remedy', () => {
  const [wrong] = readTakeoff([
    { kind: 'rectangle', sign: 'add', name: 'lawn', a: 'wide', b: '10', c: '', x: '', y: '' },
  ]).issues;
  expect(issueSentence(wrong!, trade)).toBe(
    'lawn: Width "wide" is not a number. Type a number in ft, for example 1.',
  );
});

test('a line of a file tells all that is wrong in it, column by column', () => {
  const why = [
    { column: 'Customer', fact: fact('cell-missing') },
    {
      column: 'Turf',
      fact: fact('cell-not-in-list', { text: 'clover', list: ['tall fescue', 'bermudagrass'] }),
    },
    { column: null, fact: fact('station-not-there', { station: 'Hill' }) },
  ];
  expect(rowWords({ line: 3, why }, trade)).toBe(
    'Customer is missing. Turf "clover" is none of tall fescue, bermudagrass. Weather station "Hill" is not there: add it under House, Weather',
  );
});

test('a day that was not typed is missing, and one that is none is told', () => {
  expect(issueWords(issue('Day', 'no-day', { text: '' }), trade).problem).toBe('Day is missing');
  expect(issueWords(issue('Day', 'no-day', { text: '2027-02-30' }), trade).problem).toBe(
    'Day "2027-02-30" is no day',
  );
});
