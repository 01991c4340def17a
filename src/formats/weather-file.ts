/**
 * Weather from files: the public-domain daily station format (GHCN-Daily, as fixed-width .dly and as CSV by year), and
 * tables of days or hours with named columns. What columns and units mean is said by a person and comes in as a mapping.
 *
 * Days come out whole, hour by hour, in the station's standard time. Short gaps are filled and named; a day that stays
 * incomplete is left out and named. Layouts from memory of the published description.
 */
import { fact, type Fact, type RowProblem, rowProblem } from '@/core/units/issue';
import { fromInchesOfWater, fromMilesPerHour, fromFahrenheit } from '@/core/units/trade';
import { addDays, dayOf, parseDay, type Day } from '@/core/calendar/day';
import { hourlyOf } from '@/core/weather/daily';
import { certainly, wholeDays, type WholeDay } from '@/core/weather/days';
import { WEATHER_COLUMNS, missingColumns, type WeatherColumn, type WeatherMapping } from './weather-mapping';
import { parseLoggerTime, readCsv, type LoggerFile } from './logger-csv';

type Stretch = Readonly<{ from: Day; to: Day }>;
export type WeatherCheck = Readonly<{
  days: readonly WholeDay[];
  bad: readonly RowProblem[];
  repeated: number;
  /** days missing between the first and the last, both ends in it */
  gaps: readonly Stretch[];
  warnings: readonly Fact[];
  /** stations in the file, where it names them */
  stations: readonly string[];
}>;

/** FAO Irrigation and Drainage Paper 56 takes it where no wind is measured (from memory). */
const USUAL_WIND = 2;
/** A gap of so many days is filled on a straight line between its neighbours: common practice, no source. */
const MOST_FILLED_DAYS = 3;
const MOST_FILLED_HOURS = 3;
/** What can have been: air in °C as a thermometer has read it on the ground, rain in mm, wind in m/s, a chance as a share. */
const POSSIBLE = { air: [-90, 60], rain: [0, 2000], wind: [0, 110], chance: [0, 1] } as const;
const canBe = (of: keyof typeof POSSIBLE, value: number): boolean => {
  const [least, most] = POSSIBLE[of];
  return value >= least && value <= most;
};
const PROBLEM_MOST = 100_000;

type DailyRow = { min?: number; max?: number; rain?: number; wind?: number; chance?: number };

const celsiusOf = { C: (v: number) => v, F: (v: number) => fromFahrenheit(v), tenthC: (v: number) => v / 10 };
const mmOf = {
  mm: (v: number) => v,
  in: (v: number) => fromInchesOfWater(v),
  tenthMm: (v: number) => v / 10,
};
const metresPerSecondOf = {
  'm/s': (v: number) => v,
  mph: (v: number) => fromMilesPerHour(v),
  'km/h': (v: number) => v / 3.6,
  kn: (v: number) => v * 0.514444,
  'tenthM/s': (v: number) => v / 10,
};

/** Reads a file by its mapping. @returns what is in it, or why it cannot be read at all */
export function checkWeather(
  text: string,
  mapping: WeatherMapping,
): Readonly<{ ok: true; check: WeatherCheck }> | Readonly<{ ok: false; why: Fact }> {
  if (mapping.format === 'dly') return { ok: true, check: checkDaily(readDly(text, mapping), mapping) };
  if (mapping.format === 'by-year')
    return { ok: true, check: checkDaily(readByYear(text, mapping), mapping) };
  const read = readCsv(text);
  if (!read.ok) return read;
  const missing = missingColumns(mapping);
  if (missing.length) return { ok: false, why: fact('weather-columns-missing', { columns: missing }) };
  return {
    ok: true,
    check:
      mapping.format === 'days'
        ? checkDaily(readDays(read.file, mapping), mapping)
        : checkHours(read.file, mapping),
  };
}

type Daily = Readonly<{
  rows: ReadonlyMap<Day, DailyRow>;
  bad: RowProblem[];
  repeated: number;
  doubted: number;
  stations: readonly string[];
}>;
const ELEMENTS = { TMIN: 'min', TMAX: 'max', PRCP: 'rain', AWND: 'wind' } as const;
type Element = keyof typeof ELEMENTS;
const isElement = (name: string): name is Element => Object.hasOwn(ELEMENTS, name);

/** Days gathered one figure at a time; the first of a repeated figure counts. */
function gathering(mapping: WeatherMapping) {
  const rows = new Map<Day, DailyRow>();
  const bad: RowProblem[] = [];
  let repeated = 0;
  const shift = (key: keyof DailyRow) =>
    mapping.isReadInTheMorning && (key === 'max' || key === 'rain') ? -1 : 0;
  return {
    rows,
    bad,
    repeated: () => repeated,
    note(line: number, why: Fact) {
      if (bad.length < PROBLEM_MOST) bad.push(rowProblem(line, why));
    },
    put(line: number, day: Day, key: keyof DailyRow, value: number, words: string) {
      if (!canBe(key === 'min' || key === 'max' ? 'air' : key, value))
        return this.note(line, fact('row-figure-impossible', { day, text: words }));
      const on = addDays(day, shift(key));
      const row = rows.get(on) ?? {};
      if (row[key] !== undefined) return void repeated++;
      row[key] = value;
      rows.set(on, row);
    },
  };
}

/** GHCN-Daily, fixed width: one line a station, month and element; tenths of °C, of mm, of m/s; −9999 is missing. */
function readDly(text: string, mapping: WeatherMapping): Daily {
  const into = gathering(mapping);
  const stations = new Set<string>();
  let doubted = 0;
  text.split(/\r?\n/).forEach((line, i) => {
    if (!line.trim()) return;
    const head = /^([A-Z0-9_-]{11})(\d{4})(\d{2})([A-Z0-9]{4})/.exec(line);
    const month = Number(head?.[3]);
    if (!head || month < 1 || month > 12) return into.note(i + 1, fact('row-not-of-this-format'));
    const [, station, year, , element] = head as unknown as [string, string, string, string, string];
    stations.add(station);
    if ((mapping.series && station !== mapping.series) || !isElement(element)) return;
    const first = dayOf(Number(year), month, 1);
    const days = dayOf(month === 12 ? Number(year) + 1 : Number(year), (month % 12) + 1, 1) - first;
    for (let d = 0; d < days; d++) {
      const at = 21 + d * 8;
      const value = line.slice(at, at + 5).trim();
      if (value === '' || value === '-9999') continue;
      if (!/^-?\d+$/.test(value)) {
        into.note(i + 1, fact('row-day-no-figure', { day: addDays(first, d), text: value }));
        continue;
      }
      // a value that failed one of the archive's own checks is left out
      if ((line[at + 6] ?? ' ') !== ' ') doubted++;
      else into.put(i + 1, addDays(first, d), ELEMENTS[element], Number(value) / 10, `${element} ${value}`);
    }
  });
  return { rows: into.rows, bad: into.bad, repeated: into.repeated(), doubted, stations: [...stations] };
}

/** GHCN-Daily by year: station, yyyymmdd, element, value, measurement flag, quality flag, source flag, time; no header. */
function readByYear(text: string, mapping: WeatherMapping): Daily {
  const into = gathering(mapping);
  const stations = new Set<string>();
  let doubted = 0;
  text.split(/\r?\n/).forEach((line, i) => {
    if (!line.trim()) return;
    const [station = '', date = '', element = '', value = '', , quality = ''] = line
      .split(',')
      .map((c) => c.trim());
    const day = /^\d{8}$/.test(date)
      ? parseDay(`${date.slice(0, 4)}-${date.slice(4, 6)}-${date.slice(6)}`)
      : null;
    if (day === null) return into.note(i + 1, fact('row-no-plain-date', { text: date.slice(0, 20) }));
    stations.add(station);
    if ((mapping.series && station !== mapping.series) || !isElement(element)) return;
    if (!/^-?\d+$/.test(value)) return into.note(i + 1, fact('row-no-figure', { text: value.slice(0, 20) }));
    if (value === '-9999') return;
    if (quality !== '') doubted++;
    else into.put(i + 1, day, ELEMENTS[element], Number(value) / 10, `${element} ${value}`);
  });
  return { rows: into.rows, bad: into.bad, repeated: into.repeated(), doubted, stations: [...stations] };
}

const NO_FIGURE = /^(|-|--|na|n\/a|null|nan|m|-9999(\.0+)?)$/i;
/** A cell as a figure; null: empty, or marked as missing; undefined: no figure. A trace of rain is none that counts. */
function cellOf(cells: readonly string[], column: number): number | null | undefined {
  const text = column < 0 ? '' : (cells[column] ?? '').trim();
  if (NO_FIGURE.test(text)) return null;
  if (/^t$/i.test(text)) return 0;
  return /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)$/.test(text) ? Number(text) : undefined;
}

function readDays({ rows }: LoggerFile, mapping: WeatherMapping): Daily {
  const { columns } = mapping;
  const into = gathering(mapping);
  const temperature = celsiusOf[mapping.temperature];
  const as: Readonly<Partial<Record<WeatherColumn, (v: number) => number>>> = {
    min: temperature,
    max: temperature,
    rain: mmOf[mapping.water],
    wind: metresPerSecondOf[mapping.windIn],
    chance: (v) => v / 100,
  };
  rows.forEach((cells, i) => {
    const line = i + 2;
    const text = cells[columns.time] ?? '';
    const compact = /^(\d{4})(\d{2})(\d{2})$/.exec(text);
    const day = compact
      ? parseDay(compact.slice(1).join('-'))
      : dayOfTime(parseLoggerTime(text, mapping.dayFirst)?.ms ?? null);
    if (day === null) return into.note(line, fact('row-no-date', { text: text.slice(0, 40) }));
    for (const key of ['min', 'max', 'rain', 'wind', 'chance'] as const) {
      const value = cellOf(cells, columns[key]);
      if (value === undefined)
        into.note(line, fact('row-day-no-figure', { day, text: (cells[columns[key]] ?? '').slice(0, 20) }));
      else if (value !== null) into.put(line, day, key, as[key]!(value), `${WEATHER_COLUMNS[key]} ${value}`);
    }
  });
  return { rows: into.rows, bad: into.bad, repeated: into.repeated(), doubted: 0, stations: [] };
}

const dayOfTime = (ms: number | null): Day | null =>
  ms === null ? null : (Math.floor(ms / 86_400_000) as Day);

/** Whole days of what was gathered by the day. */
function checkDaily(
  { rows, bad, repeated, doubted, stations }: Daily,
  mapping: WeatherMapping,
): WeatherCheck {
  const warnings: Fact[] = [];
  const known = [...rows.keys()].filter(
    (d) => rows.get(d)!.min !== undefined && rows.get(d)!.max !== undefined,
  );
  known.sort((a, b) => a - b);
  const crossed = known.filter((d) => rows.get(d)!.min! > rows.get(d)!.max!);
  for (const d of crossed)
    bad.push(
      rowProblem(0, fact('row-low-above-high', { day: d, low: rows.get(d)!.min!, high: rows.get(d)!.max! })),
    );
  const good = known.filter((d) => !crossed.includes(d));
  const { filled, gaps } = fillDays(good, rows);
  const spans = runsOf(filled.map((f) => f.day));
  const at = new Map(filled.map((f) => [f.day, f]));
  const days = spans.flatMap(({ from, to }) => {
    const list = Array.from({ length: to - from + 1 }, (_, i) => at.get(addDays(from, i))!);
    const column = (of: (f: Filled) => number) => Float64Array.from(list, of);
    const hourly = hourlyOf({
      from,
      min: column((f) => f.min),
      max: column((f) => f.max),
      rain: column((f) => f.rain ?? 0),
      wind: column((f) => f.wind ?? USUAL_WIND),
    });
    return wholeDays(hourly, (d) => {
      const { chance } = list[d]!;
      return chance === null ? null : Array.from({ length: 24 }, () => chance);
    });
  });
  const made = filled.filter((f) => f.isMade).length;
  if (made) warnings.push(fact('days-filled', { days: made, most: MOST_FILLED_DAYS }));
  const dry = filled.filter((f) => f.rain === null).length;
  if (dry) warnings.push(fact('days-without-rain', { days: dry }));
  const still = filled.filter((f) => f.wind === null).length;
  if (still) warnings.push(fact('days-without-wind', { days: still, metresPerSecond: USUAL_WIND }));
  if (doubted) warnings.push(fact('figures-doubted', { count: doubted }));
  if (mapping.isReadInTheMorning) warnings.push(fact('read-in-the-morning'));
  if (stations.length > 1 && !mapping.series)
    warnings.push(fact('several-stations', { count: stations.length, stations: stations.slice(0, 5) }));
  return { days, bad, repeated, gaps, warnings, stations };
}

type Filled = Readonly<{
  day: Day;
  min: number;
  max: number;
  rain: number | null;
  wind: number | null;
  chance: number | null;
  isMade: boolean;
}>;

/** Short gaps on a straight line between their neighbours; longer ones stay, and are named. */
function fillDays(
  known: readonly Day[],
  rows: ReadonlyMap<Day, DailyRow>,
): Readonly<{ filled: Filled[]; gaps: Stretch[] }> {
  const filled: Filled[] = [];
  const gaps: Stretch[] = [];
  known.forEach((day, i) => {
    const before = i > 0 ? known[i - 1]! : null;
    const missing = before === null ? 0 : day - before - 1;
    if (missing > MOST_FILLED_DAYS) gaps.push({ from: addDays(before!, 1), to: addDays(day, -1) });
    else
      for (let k = 1; k <= missing; k++) {
        const on = addDays(before!, k);
        const share = k / (missing + 1);
        const [a, b] = [rows.get(before!)!, rows.get(day)!];
        const own = rows.get(on);
        filled.push({
          day: on,
          min: a.min! + (b.min! - a.min!) * share,
          max: a.max! + (b.max! - a.max!) * share,
          rain: own?.rain ?? null,
          wind: own?.wind ?? null,
          chance: own?.chance ?? null,
          isMade: true,
        });
      }
    const { min, max, rain, wind, chance } = rows.get(day)!;
    filled.push({
      day,
      min: min!,
      max: max!,
      isMade: false,
      rain: rain ?? null,
      wind: wind ?? null,
      chance: chance ?? null,
    });
  });
  return { filled, gaps };
}

/** Stretches of days that follow each other, both ends in it. */
function runsOf(days: readonly Day[]): Stretch[] {
  const runs: { from: Day; to: Day }[] = [];
  for (const day of days) {
    const last = runs.at(-1);
    if (last && day === last.to + 1) last.to = day;
    else runs.push({ from: day, to: day });
  }
  return runs;
}

type HourRow = Readonly<{ air: number; rain: number | null; wind: number | null; chance: number | null }>;

/**
 * Rows that are means of an hour as they stand in a series: rain and wind under the hour in which they were, and the air
 * on the full hour, halfway between the means before and after it. In place; at an end of the file its one mean counts.
 */
function onTheHour(at: Map<number, HourRow>, means: 'begins' | 'ends'): void {
  const shift = means === 'ends' ? -1 : 0;
  const rows = new Map([...at].map(([hour, row]) => [hour + shift, row]));
  at.clear();
  for (const [hour, row] of rows)
    at.set(hour, { ...row, air: ((rows.get(hour - 1) ?? row).air + row.air) / 2 });
}

/** The figures of one row of hours, in our units; or what is wrong with it. An empty cell of rain, wind or chance is null. */
function hourOf(cells: readonly string[], mapping: WeatherMapping, text: string): HourRow | Fact {
  const { columns } = mapping;
  const cell = (key: WeatherColumn) => cellOf(cells, columns[key]);
  const [air, rain, wind, chance] = [cell('air'), cell('rain'), cell('wind'), cell('chance')];
  if (air === undefined || rain === undefined || wind === undefined || chance === undefined)
    return fact('row-cell-no-figure', { text });
  if (air === null) return fact('row-air-missing', { text });
  const row: HourRow = {
    air: celsiusOf[mapping.temperature](air),
    rain: rain === null ? null : mmOf[mapping.water](rain),
    wind: wind === null ? null : metresPerSecondOf[mapping.windIn](wind),
    chance: chance === null ? null : chance / 100,
  };
  const isPossible =
    canBe('air', row.air) &&
    canBe('rain', row.rain ?? 0) &&
    canBe('wind', row.wind ?? 0) &&
    canBe('chance', row.chance ?? 0);
  return isPossible ? row : fact('row-hour-impossible', { text });
}

type Hours = Readonly<{ at: Map<number, HourRow>; bad: RowProblem[]; repeated: number }>;
/** Rows by the hour, counted from 1970 in the station's standard time; the first of a repeated hour counts. */
function readHours({ rows }: LoggerFile, mapping: WeatherMapping): Hours {
  const bad: RowProblem[] = [];
  const at = new Map<number, HourRow>();
  let repeated = 0;
  rows.forEach((cells, i) => {
    const line = i + 2;
    const text = cells[mapping.columns.time] ?? '';
    const time = parseLoggerTime(text, mapping.dayFirst);
    if (!time) return void bad.push(rowProblem(line, fact('row-no-time', { text: text.slice(0, 40) })));
    if (time.offset !== null) return void bad.push(rowProblem(line, fact('row-names-offset', { text })));
    const hour = Math.floor(time.ms / 3_600_000);
    const row = hourOf(cells, mapping, text);
    if ('code' in row) bad.push(rowProblem(line, row));
    else if (at.has(hour)) repeated++;
    else at.set(hour, row);
  });
  return { at, bad, repeated };
}

/** Fills short gaps of air on a straight line between their neighbours, in place. @returns hours that were filled */
function fillHours(at: Map<number, HourRow>): number {
  const hours = [...at.keys()].sort((a, b) => a - b);
  let made = 0;
  for (let i = 1; i < hours.length; i++) {
    const [from, to] = [hours[i - 1]!, hours[i]!];
    const missing = to - from - 1;
    if (missing < 1 || missing > MOST_FILLED_HOURS) continue;
    const [a, b] = [at.get(from)!.air, at.get(to)!.air];
    for (let k = 1; k <= missing; k++, made++)
      at.set(from + k, { air: a + ((b - a) * k) / (missing + 1), rain: null, wind: null, chance: null });
  }
  return made;
}

/** A day of 24 rows; an hour without rain was dry, one without wind had the usual wind. */
const dayOfHours = (day: Day, rows: readonly HourRow[]): WholeDay => ({
  day,
  air: rows.map((r) => r.air),
  rain: rows.map((r) => r.rain ?? 0),
  wind: rows.map((r) => r.wind ?? USUAL_WIND),
  chance: rows.every((r) => r.chance === null) ? null : rows.map((r) => r.chance ?? certainly(r.rain ?? 0)),
});

/** Whole days of a table of hours: each day needs its 24, of which up to three in a row may be filled. */
function checkHours(file: LoggerFile, mapping: WeatherMapping): WeatherCheck {
  const { at, bad, repeated } = readHours(file, mapping);
  const made = fillHours(at);
  const read = [...at.keys()].sort((a, b) => a - b);
  if (mapping.rowTime && mapping.rowTime !== 'as read') onTheHour(at, mapping.rowTime);
  const days: WholeDay[] = [];
  const short: Day[] = [];
  let noRain = 0;
  let noWind = 0;
  const first = Math.floor((read[0] ?? 0) / 24) as Day;
  const last = Math.floor((read.at(-1) ?? -1) / 24) as Day;
  for (let day = first; day <= last; day = addDays(day, 1)) {
    const rows = Array.from({ length: 24 }, (_, h) => at.get(day * 24 + h)).filter((r) => r !== undefined);
    if (rows.length === 24) {
      noRain += rows.filter((r) => r.rain === null).length;
      noWind += rows.filter((r) => r.wind === null).length;
      days.push(dayOfHours(day, rows));
    } else if (rows.length) short.push(day);
  }
  const runs = runsOf(days.map((d) => d.day));
  const gaps = runs.slice(1).map((r, i) => ({ from: addDays(runs[i]!.to, 1), to: addDays(r.from, -1) }));
  const warnings: Fact[] = [];
  if (made) warnings.push(fact('hours-filled', { hours: made, most: MOST_FILLED_HOURS }));
  if (short.length)
    warnings.push(fact('short-days-left-out', { count: short.length, first: short.slice(0, 5) }));
  if (noRain) warnings.push(fact('hours-without-rain', { hours: noRain }));
  if (noWind) warnings.push(fact('hours-without-wind', { hours: noWind, metresPerSecond: USUAL_WIND }));
  return { days, bad, repeated, gaps, warnings, stations: [] };
}
