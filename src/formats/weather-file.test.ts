/**
 * Weather files. Layout of GHCN-Daily: its published description (readme of the archive), from memory. The days are the
 * open daily records of Seattle and New York (vega-datasets, weather.csv), written in each format and read back.
 */
import { fact } from '@/core/units/issue';
import { factSaid, rowSaid } from '../../tests/support/told';
import { readFileSync } from 'node:fs';
import { addDays, dayOf, isoDay, type Day } from '@/core/calendar/day';
import { dailyOf } from '@/core/weather/daily';
import { openWeather } from '../../tests/support/open-weather';
import { checkWeather, type WeatherCheck } from './weather-file';
import { guessFormat, type WeatherMapping } from './weather-mapping';

const mapping: WeatherMapping = {
  stationId: 's',
  format: 'dly',
  series: '',
  isReadInTheMorning: false,
  dayFirst: false,
  columns: { time: -1, min: -1, max: -1, air: -1, rain: -1, chance: -1, wind: -1 },
  temperature: 'C',
  water: 'mm',
  windIn: 'm/s',
};
const days = dailyOf(openWeather('Seattle'));
const STATION = 'USW00024233';

/** One line of the fixed-width format: 31 values with their three flags. */
function dly(
  year: number,
  month: number,
  element: string,
  value: (day: Day) => number | null,
  quality = ' ',
  station = STATION,
): string {
  const first = dayOf(year, month, 1);
  const length = dayOf(month === 12 ? year + 1 : year, (month % 12) + 1, 1) - first;
  const cells = Array.from({ length: 31 }, (_, d) => {
    const v = d < length ? value(addDays(first, d)) : null;
    return `${String(v === null ? -9999 : v).padStart(5)} ${v === null ? ' ' : quality}W`;
  });
  return `${station}${year}${String(month).padStart(2, '0')}${element}${cells.join('')}`;
}
const tenths = (of: Float64Array) => (day: Day) => Math.round(of[day - days.from]! * 10);
const months = Array.from({ length: 48 }, (_, i) => [2012 + Math.floor(i / 12), (i % 12) + 1] as const);
const whole = months.flatMap(([y, m]) => [
  dly(y, m, 'TMAX', tenths(days.max)),
  dly(y, m, 'TMIN', tenths(days.min)),
  dly(y, m, 'PRCP', tenths(days.rain)),
  dly(y, m, 'AWND', tenths(days.wind)),
  dly(y, m, 'SNWD', () => 0),
]);
const read = (text: string, over: Partial<WeatherMapping> = {}): WeatherCheck => {
  const got = checkWeather(text, { ...mapping, ...over });
  if (!got.ok) throw new Error(factSaid(got.why));
  return got.check;
};
const sum = (x: readonly number[]) => x.reduce((a, b) => a + b, 0);
const on = (check: WeatherCheck, day: Day) => check.days.find((d) => d.day === day)!;

test('four years of a station in the fixed-width format come back as they were', () => {
  const check = read(whole.join('\n') + '\n');
  expect(check).toMatchObject({ bad: [], repeated: 0, gaps: [], warnings: [], stations: [STATION] });
  expect(check.days).toHaveLength(1461);
  for (const i of [0, 59, 700, 1460]) {
    const day = addDays(days.from, i);
    expect(Math.max(...on(check, day).air)).toBeCloseTo(days.max[i]!, 1);
    expect(sum(on(check, day).rain)).toBeCloseTo(days.rain[i]!, 1);
    expect(on(check, day).wind[12]).toBeCloseTo(days.wind[i]!, 1);
  }
});

test('the same days by year, one figure a line, come to the same', () => {
  const lines = Array.from({ length: 1461 }, (_, i) => {
    const day = addDays(days.from, i);
    const date = isoDay(day).replaceAll('-', '');
    return [
      ['TMAX', days.max],
      ['TMIN', days.min],
      ['PRCP', days.rain],
      ['AWND', days.wind],
    ].map(
      ([element, of]) =>
        `${STATION},${date},${element as string},${tenths(of as Float64Array)(day)},,,W,2400`,
    );
  }).flat();
  const check = read(lines.join('\r\n'), { format: 'by-year' });
  expect(check.bad).toEqual([]);
  expect(check.days).toEqual(read(whole.join('\n')).days);
});

test('the dataset’s own table of days is read by named columns', () => {
  const table = readFileSync('node_modules/vega-datasets/data/weather.csv', 'utf8')
    .split('\n')
    .filter((l, i) => i === 0 || l.startsWith('Seattle'))
    .join('\n');
  const check = read(table, {
    format: 'days',
    columns: { ...mapping.columns, time: 1, rain: 2, max: 3, min: 4, wind: 5 },
  });
  expect(check.bad).toEqual([]);
  expect(check.days).toHaveLength(1461);
  expect(on(check, addDays(days.from, 100)).air.map((t) => t.toFixed(6))).toEqual(
    on(read(whole.join('\n')), addDays(days.from, 100)).air.map((t) => t.toFixed(6)),
  );
});

const january = (over: Partial<Record<string, (day: Day) => number | null>>, quality = ' ') =>
  [
    dly(2012, 1, 'TMAX', over['TMAX'] ?? (() => 100), quality),
    dly(2012, 1, 'TMIN', over['TMIN'] ?? (() => 0)),
    dly(2012, 1, 'PRCP', over['PRCP'] ?? (() => 0)),
    dly(2012, 1, 'AWND', over['AWND'] ?? (() => 30)),
  ].join('\n');
const jan = (day: number) => dayOf(2012, 1, day);
const without =
  (...missing: number[]) =>
  (day: Day) =>
    missing.includes(day - jan(1) + 1) ? null : 100;

test('a short gap is filled between its neighbours, and named; a long one stays', () => {
  const short = read(january({ TMAX: (d) => (d === jan(10) ? 200 : without(8, 9)(d)) }));
  expect(short.days).toHaveLength(31);
  expect(Math.max(...on(short, jan(8)).air)).toBeCloseTo(10 + 10 / 3, 5);
  expect(factSaid(short.warnings[0]!)).toContain('2 days missing');
  const long = read(january({ TMAX: without(8, 9, 10, 11) }));
  expect(long.days).toHaveLength(27);
  expect(long.gaps).toEqual([{ from: jan(8), to: jan(11) }]);
});

test('figures that failed a check of the archive are left out and counted', () => {
  const check = read(january({}, 'X'));
  expect(check.days).toHaveLength(0);
  expect(check.warnings.map(factSaid).join(' ')).toContain('31 figures had failed a check');
});

test('what is not there is said: no rain figure, no wind', () => {
  const check = read(january({ PRCP: () => null, AWND: () => null }));
  expect(check.warnings.map(factSaid).join(' ')).toMatch(
    /No rain figure on 31 days.*No wind on 31 days: taken as 2 m\/s/,
  );
  expect(on(check, jan(5)).wind[0]).toBe(2);
});

test('read in the morning, highs and rain belong to the day before', () => {
  const check = read(
    january({ TMAX: (d) => (d === jan(10) ? 250 : 100), PRCP: (d) => (d === jan(10) ? 120 : 0) }),
    { isReadInTheMorning: true },
  );
  expect(Math.max(...on(check, jan(9)).air)).toBeCloseTo(25, 5);
  expect(sum(on(check, jan(9)).rain)).toBeCloseTo(12, 5);
});

test('a file of two stations says so, and one can be chosen', () => {
  const both = [january({}), dly(2012, 1, 'TMAX', () => 300, ' ', 'USW00014732')].join('\n');
  expect(read(both).warnings.map(factSaid).join(' ')).toContain('2 stations');
  expect(read(both).repeated).toBe(31);
  expect(read(both, { series: STATION }).repeated).toBe(0);
});

test.each([
  ['not a line of it', 'does not begin with station'],
  [dly(2012, 1, 'TMAX', () => 9000), 'outside of anything possible'],
])('a bad line is named: %s', (line, words) => {
  const { bad } = read(`${january({ TMAX: () => null })}\n${line}`);
  expect(bad[0]).toMatchObject({ line: 5 });
  expect(rowSaid(bad[0]!)).toContain(words);
});
test('a lowest above the highest is bad', () => {
  const { bad, days: good } = read(january({ TMIN: (d) => (d === jan(4) ? 150 : 0) }));
  expect(rowSaid(bad[0]!)).toContain('2012-01-04: the lowest, 15.0 °C, is above the highest');
  // one day: filled like any short gap
  expect(good).toHaveLength(31);
});

const columns = { ...mapping.columns, time: 0, air: 1, rain: 2, wind: 3, chance: 4 };
const hour = (h: number) => new Date(Date.UTC(2027, 2, 1, h)).toISOString().slice(0, 16);
const hourly = (hours: number, row: (h: number) => string = () => '50,0.1,10,30') =>
  ['time,air,rain,wind,chance', ...Array.from({ length: hours }, (_, h) => `${hour(h)},${row(h)}`)].join(
    '\n',
  );
const units = { format: 'hours', columns, temperature: 'F', water: 'in', windIn: 'mph' } as const;

test('hours in °F, inches and mph come out in SI, whole days only', () => {
  const check = read(hourly(60), units);
  expect(check.days.map((d) => isoDay(d.day))).toEqual(['2027-03-01', '2027-03-02']);
  expect(check.days[0]!.air[0]).toBeCloseTo(10, 9);
  expect(check.days[0]!.rain[0]).toBeCloseTo(2.54, 9);
  expect(check.days[0]!.wind[0]).toBeCloseTo(4.4704, 9);
  expect(check.days[0]!.chance![0]).toBeCloseTo(0.3, 9);
  expect(check.warnings.map(factSaid).join(' ')).toContain('1 days have less than 24 hours');
});
// air that warms by 1 °F an hour has 50.5 °F as the mean of its first hour; rain and wind belong to the hour itself
test.each([
  ['begins', 0],
  ['ends', 1],
] as const)('means of an hour that %s with its time stand on the full hour', (rowTime, later) => {
  const rows = Array.from({ length: 48 }, (_, h) => `${hour(h + later)},${50.5 + h},0.1,${h % 7},30`);
  const check = read(['time,air,rain,wind,chance', ...rows].join('\n'), { ...units, rowTime });
  expect(check.days.map((d) => isoDay(d.day))).toEqual(['2027-03-01', '2027-03-02']);
  const fahrenheit = check.days.flatMap((d) => d.air.map((t) => t * 1.8 + 32));
  fahrenheit.slice(1).forEach((f, h) => expect(f).toBeCloseTo(50 + h + 1, 9));
  // there is nothing before the first
  expect(fahrenheit[0]).toBeCloseTo(50.5, 9);
  expect(check.days[0]!.wind.map((v) => Math.round(v / 0.44704))).toEqual(
    Array.from({ length: 24 }, (_, h) => h % 7),
  );
});
test('up to three missing hours are filled; the day with more is left out', () => {
  const lines = hourly(48).split('\n');
  expect(read(lines.filter((_, i) => i < 6 || i > 8).join('\n'), units).days).toHaveLength(2);
  expect(read(lines.filter((_, i) => i < 6 || i > 9).join('\n'), units).days).toHaveLength(1);
});
test.each([
  ['50,much,10,30', 'no figure'],
  [',0,10,30', 'temperature is missing'],
  ['500,0,10,30', 'outside of anything possible'],
])('a bad hour is named by its line: %s', (cells, words) => {
  const { bad } = read(
    hourly(24, (h) => (h === 3 ? cells : '50,0,5,0')),
    units,
  );
  expect(bad.map((row) => row.line)).toEqual([5]);
  expect(rowSaid(bad[0]!)).toContain(words);
});
test('a column that is needed and not chosen is asked for', () => {
  expect(checkWeather(hourly(24), { ...mapping, ...units, columns: { ...columns, rain: -1 } })).toEqual({
    ok: false,
    why: fact('weather-columns-missing', { columns: ['rain'] }),
  });
});

test.each([
  [whole[0]!, 'dly'],
  [`${STATION},20120101,TMAX,128,,,W,2400`, 'by-year'],
  ['date,tmin,tmax', null],
])('what kind of file it is shows in its first line', (line, kind) => {
  expect(guessFormat(line)).toBe(kind);
});
