/**
 * Beyond the forecast: what past years say of the gates that the weather decides.
 *
 * Model: each whole year of the station's weather is put to the gates as a forecast that is certain, with the working hours
 * and calm hours of the house; a day counts as possible when no gate of the weather is shut in one and the same spell of
 * hours. The odds of a day are the share of such days among those of all years within a few days of its date. They never
 * open a gate: nobody knows the day's weather.
 * Left out: the snow and the soil of the winter before a year's first days (40 days are looked back), and a trend.
 */
import { addDays, dayOf, dayOfYear, inYear, yearOf, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import type { Lane } from '@/core/calendar/span';
import { FIGURE_KEYS, fieldOf } from '@/core/products/sheet-fields';
import { daysIn, sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';
import { GATES, WEATHER_GATES, gatesFor } from './all';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { GateContext, Verdict } from './gate';
import type { GateKey } from './gate-names';
import { YEAR_DAYS, type ByGate, type PastOdds } from './past-odds';
import { productsOf } from './window';

const ASKED = GATES.filter((g) => g.isWeather);

/** Days of other dates that count beside a date: a week on either side with many years, more where they are few. */
const beside = (years: number): number => (years >= 8 ? 3 : 7);
/** What gates look back, and ahead, of a day. */
const BEFORE = 40;
const AFTER = 31;

/** What past years did, by the day of the year: one text a year, '1' possible, '0' not, '-' not known. */
export type PastYears = Readonly<{
  years: readonly number[];
  all: readonly string[];
  /** by gate of the weather */
  gates: ByGate<readonly string[]>;
}>;

/** @param past the station's weather; years whose days and the weeks around them it holds are asked */
export function pastYearsOf(context: GateContext, past: HourlyWeather): PastYears {
  const end = past.from + daysIn(past);
  const years: number[] = [];
  for (let y = yearOf(past.from); y <= yearOf(end as Day); y++)
    if (dayOf(y, 1, 1) - BEFORE >= past.from && dayOf(y + 1, 1, 1) + AFTER <= end) years.push(y);
  const rows = years.map((y) => oneYear(context, past, y));
  return { years, all: rows.map((r) => r.all), gates: byGate((key) => rows.map((r) => r.gates[key] ?? '')) };
}

function oneYear(context: GateContext, past: HourlyWeather, year: number) {
  const from = dayOf(year, 1, 1);
  const to = dayOf(year + 1, 1, 1);
  const came = sliceDays(past, from, addDays(to, AFTER));
  const forecast: Forecast = {
    ...came,
    airError: new Float64Array(came.air.length),
    rainChance: came.rain.map((mm) => (mm > 0 ? 1 : 0)),
  };
  const then: GateContext = {
    ...context,
    forecast,
    recent: sliceDays(past, addDays(from, -BEFORE), from),
    today: from,
    hour: 0,
    outlook: null,
    seen: NOTHING_SEEN,
    lifts: [],
    clockAhead: context.clockAhead.map((c) => ({
      from: inYear(c.from, year),
      to: inYear(c.to, year),
      hours: c.hours,
    })),
  };
  const days = to - from;
  const { workFrom, workTo, calmHours } = context.rules;
  /** hours of the year in which a gate is shut, by gate; of all products the worst */
  const shut = new Map<GateKey, Uint8Array>();
  for (const product of productsOf(then)) {
    const own = { ...then, product, beside: productsOf(then).filter((p) => p !== product) };
    for (const gate of gatesFor(product.label, ASKED)) {
      const hours = shut.get(gate.key) ?? new Uint8Array(days * 24);
      shut.set(gate.key, hours);
      const perTick = gate.hours ? 1 : 24;
      const lane: Lane<number, Verdict> = gate.hours
        ? gate.hours(own, { from: hourOf(from, 0), to: hourOf(to, 0) })
        : gate.spans(own, { from, to });
      const start = gate.hours ? hourOf(from, 0) : from;
      for (const span of lane)
        if (span.verdict.state === 'shut')
          hours.fill(1, (span.from - start) * perTick, (span.to - start) * perTick);
    }
  }
  const text = (of: readonly Uint8Array[]) =>
    Array.from({ length: YEAR_DAYS }, (_, d) => {
      if (d >= days) return '-';
      for (let h = workFrom, run = 0; h < workTo; h++) {
        run = of.some((hours) => hours[d * 24 + h]) ? 0 : run + 1;
        if (run >= calmHours) return '1';
      }
      return '0';
    }).join('');
  return {
    all: text([...shut.values()]),
    gates: byGate((key) => {
      const hours = shut.get(key);
      return text(hours ? [hours] : []);
    }),
  };
}

const byGate = <T>(of: (key: GateKey) => T): ByGate<T> =>
  Object.fromEntries(WEATHER_GATES.map((key) => [key, of(key)]));

/** What a label says of the weather in figures: a gate of the weather may ask any of them. */
const WEATHER_FIGURES = FIGURE_KEYS.filter((key) => fieldOf(key).part === 'weather');

/** Everything of a context that the odds hang on, as text: equal for applications that share them. */
export const pastYearsKey = (context: GateContext): string =>
  JSON.stringify([
    productsOf(context).map(({ label: l, use, position, tank }) => [
      l.formulation,
      l.onLeaf,
      l.inSoil,
      l.air,
      l.windLimit,
      l.rainFreeHours,
      WEATHER_FIGURES.map((key) => l.figures[key]),
      l.wateringIn,
      l.analysis,
      l.none,
      l.kind,
      use,
      position,
      tank,
    ]),
    [context.zone.texture, context.zone.irrigationPerHour, context.zone.latitude, context.zone.cover],
    context.rules,
    context.clockAhead.map((c) => [dayOfYear(c.from), dayOfYear(c.to), c.hours]),
  ]);

/** Share of such days on which it was possible, 0 to 1; null: no year is on file. */
export function oddsOn(rows: readonly string[], day: Day): number | null {
  const at = dayOfYear(day) - 1;
  const width = beside(rows.length);
  let possible = 0;
  let known = 0;
  for (const row of rows)
    for (let d = -width; d <= width; d++) {
      const c = row[(at + d + YEAR_DAYS) % YEAR_DAYS];
      if (c === undefined || c === '-') continue;
      known++;
      if (c === '1') possible++;
    }
  return known ? possible / known : null;
}

/** What past years said, in short: as it is kept. */
export const pastOddsFrom = ({
  context,
  past,
}: Readonly<{ context: GateContext; past: HourlyWeather }>): PastOdds => inShort(pastYearsOf(context, past));

function inShort({ years, all, gates }: PastYears): PastOdds {
  const text = (rows: readonly string[]) =>
    Array.from({ length: YEAR_DAYS }, (_, d) => {
      const odds = oddsOn(rows, addDays(LEAP_YEAR, d));
      return odds === null ? '-' : '0123456789X'[Math.round(odds * 10)];
    }).join('');
  return { years, all, tenths: { all: text(all), ...byGate((key) => text(gates[key] ?? [])) } };
}
const LEAP_YEAR = dayOf(2028, 1, 1);
