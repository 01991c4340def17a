/**
 * The ensemble of one kind of site: what its soil has done, and what it may do from today on.
 *
 * Model: the ground is run through all the station's weather on file; from today's profile it is run through the
 * forecast and then, once for each past year, through that year's weather from the same date on. Each such run is a
 * member. Where fewer than fifteen years are on file, generated weather fills up (weather/generator.ts), to thirty where fewer than eight are. The forecast's
 * own error is carried too: member k's forecast is shifted by the k-th of n equally likely quantiles of a normal error
 * whose size grows with lead time, dealt to the years in a fixed mixed order so that a warm error does not always meet
 * the same years.
 * Left out: what was read at one site (readings.ts), changes of soil moisture, a trend in the climate.
 */
import { addDays, dayOf, inYear, yearOf, type Day } from '@/core/calendar/day';
import type { Celsius, Metres } from '@/core/units/quantity';
import { airDays, dailyOf, hourlyOf } from '@/core/weather/daily';
import { fitGenerator, generate } from '@/core/weather/generator';
import { randomFrom } from '@/core/weather/random';
import { daysIn, sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';
import {
  columnOf,
  probeGround,
  runGround,
  uniformProfile,
  type Column,
  type Probe,
  type Probed,
  type Profile,
} from './conduction';
import { diffusivityOf, surfaceOffset, type Site } from './site';
import { surfaceTemperatures } from './surface';

/** Fewer years on file than this give no honest odds by themselves: generated weather fills up. */
export const LEAST_MEMBERS = 15;
/** So many members where most weather has to be generated: the 10 % date is then less by chance. */
const FILLED_UP_TO = 30;
const MOSTLY_GENERATED = 8;

/** Daily means, °C: of the soil at the ensemble's depth, and of the air; the air's highest. */
export type DailyMeans = Readonly<{
  soil: readonly number[];
  airMean: readonly number[];
  airMax: readonly number[];
}>;

export type Ensemble = Readonly<{
  depth: Metres;
  /** 1 January of this year, the first day of `observed` */
  from: Day;
  /** first day that is not observed: the members begin here */
  today: Day;
  observed: DailyMeans;
  /** from `today` to the year's end; year null: generated weather */
  members: readonly (DailyMeans & Readonly<{ year: number | null }>)[];
  /** whole past years on file, from the second on: the first warms the ground up */
  past: readonly (DailyMeans & Readonly<{ year: number }>)[];
  /** the whole of a year left out, for the hindcast */
  truth: DailyMeans | null;
}>;

export type EnsembleInput = Readonly<{
  site: Site;
  depth: Metres;
  /** the station's weather without a gap: past years, and this year up to `today` (what is later is not looked at) */
  observed: HourlyWeather;
  /** from `today` on; null when there is none to be had: the members then start from today's profile alone */
  forecast: Forecast | null;
  today: Day;
  /** the years whose weather the members take */
  years: readonly number[];
  /** a year that the generator must not see either, and whose truth is asked for */
  leaveOut?: number;
}>;

export type OutlookRefusal =
  | Readonly<{ kind: 'too-few-years'; have: number; need: number }>
  | Readonly<{ kind: 'weather-gap'; from: Day; to: Day }>;

/** Years whose weather the station has from 1 January to the end, this year left out. */
export function wholeYears(observed: HourlyWeather, before: number): number[] {
  const end = observed.from + daysIn(observed);
  const years: number[] = [];
  for (let y = yearOf(observed.from); y < before; y++)
    if (dayOf(y, 1, 1) >= observed.from && dayOf(y + 1, 1, 1) <= end) years.push(y);
  return years;
}

export function ensembleOf(
  input: EnsembleInput,
): { ok: true; ensemble: Ensemble } | { ok: false; refusal: OutlookRefusal } {
  const { site, observed, today, years, depth } = input;
  if (years.length < 1) return { ok: false, refusal: { kind: 'too-few-years', have: 0, need: 1 } };
  const newYear = dayOf(yearOf(today), 1, 1);
  const observedTo = addDays(observed.from, daysIn(observed));
  if (observed.from > newYear || observedTo < today)
    return {
      ok: false,
      refusal: { kind: 'weather-gap', from: Math.min(observedTo, today) as Day, to: today },
    };
  const column = columnOf(diffusivityOf(site));
  const offset = surfaceOffset(site);
  // a hindcast asks for no past years: two suffice to warm the ground up
  const knownFrom = input.leaveOut === undefined ? observed.from : Math.max(observed.from, newYear - 365);
  const known = sliceDays(observed, knownFrom as Day, today);
  const air = airDays(known);
  const surface = surfaceTemperatures(known.air, known.rain, offset);
  const soFar = runGround(column, spunUp(column, surfaceOfFirstYear(input), depth), surface, [depth]);
  const daily = (from: Day, to: Day): DailyMeans => {
    const cut = (of: Float64Array) => Array.from(of.subarray(from - known.from, to - known.from));
    return { soil: cut(soFar.dailyMeans[0]!), airMean: cut(air.mean), airMax: cut(air.max) };
  };
  const until = dayOf(yearOf(today) + 1, 1, 1);
  const firstYear = yearOf(known.from);
  return {
    ok: true,
    ensemble: {
      depth,
      from: newYear,
      today,
      observed: daily(newYear, today),
      members: memberWeathers(input, until).map(({ year, weather }) => ({
        year,
        ...memberRun(column, soFar.end, weather, offset, depth),
      })),
      past: wholeYears(known, yearOf(today))
        .filter((y) => y > firstYear)
        .map((year) => ({ year, ...daily(dayOf(year, 1, 1), dayOf(year + 1, 1, 1)) })),
      truth:
        input.leaveOut === undefined ? null : truthOf(column, soFar.end, input, daily(newYear, today), until),
    },
  };
}

/** A year to warm the ground up with: the first on file, or, where less than a year is, one of the members' years. */
function surfaceOfFirstYear({ site, observed, today, years }: EnsembleInput): Float64Array {
  const isLong = today - observed.from >= 365;
  const from = isLong ? observed.from : dayOf(years[0]!, 1, 1);
  const w = sliceDays(observed, from, addDays(from, 365));
  return surfaceTemperatures(w.air, w.rain, surfaceOffset(site));
}

/** The ground after a year of surface temperatures, begun at their mean. */
function spunUp(column: Column, year: Float64Array, depth: Metres): Profile {
  let mean = 0;
  for (const t of year) mean += t / year.length;
  return runGround(column, uniformProfile(mean as Celsius), year, [depth]).end;
}

function memberRun(
  column: Column,
  start: Profile,
  w: HourlyWeather,
  offset: ReturnType<typeof surfaceOffset>,
  depth: Metres,
): DailyMeans {
  const air = airDays(w);
  const { dailyMeans } = runGround(column, start, surfaceTemperatures(w.air, w.rain, offset), [depth]);
  return { soil: Array.from(dailyMeans[0]!), airMean: Array.from(air.mean), airMax: Array.from(air.max) };
}

function truthOf(
  column: Column,
  start: Profile,
  { site, observed, today, depth }: EnsembleInput,
  soFar: DailyMeans,
  until: Day,
): DailyMeans | null {
  if (observed.from + daysIn(observed) < until) return null;
  const rest = memberRun(column, start, sliceDays(observed, today, until), surfaceOffset(site), depth);
  return {
    soil: [...soFar.soil, ...rest.soil],
    airMean: [...soFar.airMean, ...rest.airMean],
    airMax: [...soFar.airMax, ...rest.airMax],
  };
}

/** The weather each member goes through from today until `until`. */
export function memberWeathers(
  input: EnsembleInput,
  until: Day,
): { year: number | null; weather: HourlyWeather }[] {
  const { years, today } = input;
  const count = years.length < MOSTLY_GENERATED ? FILLED_UP_TO : Math.max(LEAST_MEMBERS, years.length);
  const errors = errorQuantiles(count);
  const real = years.map((year, k) => ({
    year,
    weather: memberWeather(input, pastYear(input, year, until), errors[k]!, until),
  }));
  if (count === years.length) return real;
  const generator = fitGenerator(dailyOf(withoutYear(input)));
  const made = Array.from({ length: count - years.length }, (_, i) => {
    // a month of run-up: the first days of a chain remember how it was begun
    const from = addDays(today, -30);
    const random = randomFrom(7919 * (i + 1) + yearOf(today));
    const w = hourlyOf(generate(generator, from, until - from, random));
    const weather = memberWeather(input, sliceDays(w, today, until), errors[years.length + i]!, until);
    return { year: null, weather };
  });
  return [...real, ...made];
}

/** What the generator may learn from: all that is before today; in a hindcast all whole years but the one left out, end to end. */
function withoutYear({ observed, years, leaveOut, today }: EnsembleInput): HourlyWeather {
  if (leaveOut === undefined) return sliceDays(observed, observed.from, today);
  const parts = years.map((y) => sliceDays(observed, dayOf(y, 1, 1), dayOf(y + 1, 1, 1)));
  const join = (of: (w: HourlyWeather) => Float64Array) => {
    const out = new Float64Array(parts.reduce((n, p) => n + of(p).length, 0));
    let at = 0;
    for (const p of parts) {
      out.set(of(p), at);
      at += of(p).length;
    }
    return out;
  };
  return {
    from: parts[0]!.from,
    air: join((w) => w.air),
    rain: join((w) => w.rain),
    wind: join((w) => w.wind),
  };
}

/** A past year's weather from the same date on, as long as it lasts. */
function pastYear({ observed, today }: EnsembleInput, year: number, until: Day): HourlyWeather {
  const from = inYear(today, year);
  const observedTo = addDays(observed.from, daysIn(observed));
  return sliceDays(observed, from, Math.min(addDays(from, until - today), observedTo) as Day);
}

/** Forecast, shifted by its error, then the other weather from the same date on. */
function memberWeather(
  { forecast, today }: EnsembleInput,
  then: HourlyWeather,
  z: number,
  until: Day,
): HourlyWeather {
  const days = until - today;
  const ahead = forecast ? Math.min(daysIn(forecast), days) : 0;
  const column = (of: 'air' | 'rain' | 'wind', shift: (h: number) => number) => {
    const out = new Float64Array(days * 24);
    for (let h = 0; h < ahead * 24; h++) out[h] = forecast![of][h]! + shift(h);
    out.set(then[of].subarray(ahead * 24, days * 24), ahead * 24);
    // in a leap year the last past year can end a day short: its last day stands twice
    const short = Math.max(ahead * 24, then[of].length);
    if (short < days * 24) out.copyWithin(short, short - 24, short);
    return out;
  };
  return {
    from: today,
    air: column('air', (h) => z * forecast!.airError[h]!),
    rain: column('rain', () => 0),
    wind: column('wind', () => 0),
  };
}

/**
 * Standard-normal quantiles of n equally likely errors, dealt in a fixed mixed order: steps of `step` round the circle,
 * the golden ratio unless said otherwise. Two deals with different steps are nearly independent.
 */
export function errorQuantiles(n: number, step = 0.6180339887498949): readonly number[] {
  const key = `${n}|${step}`;
  const known = dealt.get(key);
  if (known) return known;
  const z = Array.from({ length: n }, (_, k) => normalQuantile((k + 0.5) / n));
  const order = Array.from({ length: n }, (_, k) => ({ k, key: (k * step) % 1 })).sort(
    (a, b) => a.key - b.key,
  );
  const deal = order.map(({ k }) => z[k]!);
  dealt.set(key, deal);
  return deal;
}
/** The same few deals are asked for by every lawn. */
const dealt = new Map<string, readonly number[]>();

/** By bisection of the error function (Abramowitz & Stegun 1964, 7.1.26, absolute error 1.5e-7). */
function normalQuantile(p: number): number {
  const cumulative = (x: number) => {
    const t = 1 / (1 + (0.3275911 * Math.abs(x)) / Math.SQRT2);
    const poly =
      t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
    const upper = (poly * Math.exp((-x * x) / 2)) / 2;
    return x >= 0 ? 1 - upper : upper;
  };
  let lo = -6;
  let hi = 6;
  for (let i = 0; i < 60; i++) {
    const mid = (lo + hi) / 2;
    if (cumulative(mid) < p) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** A year's ground, hour by hour where it is asked: a year back to the end of the forecast. */
export type YearTrace = Readonly<{
  /** the day whose hour 0 the probes count from */
  from: Day;
  hours: number;
  probe: (probes: readonly Probe[]) => (Probed | null)[];
}>;

/**
 * The first day of a trace: a year back, so that what was learnt last summer still speaks on 1 January; later where the
 * station is younger.
 */
export const traceStart = (observed: Pick<HourlyWeather, 'from'>, today: Day): Day =>
  Math.max(observed.from, addDays(today, -365)) as Day;

/** The last year's ground of a kind of site, to be asked at the depths and hours of its readings. */
export function traceOf({ site, observed, forecast, today, depth }: Omit<EnsembleInput, 'years'>): YearTrace {
  const column = columnOf(diffusivityOf(site));
  const from = traceStart(observed, today);
  const spinUp = sliceDays(observed, Math.max(observed.from, from - 365) as Day, from);
  const known = sliceDays(observed, from, today);
  const hours = known.air.length + (forecast?.air.length ?? 0);
  const year = (of: 'air' | 'rain') => {
    const out = new Float64Array(hours);
    out.set(known[of]);
    if (forecast) out.set(forecast[of], known.air.length);
    return out;
  };
  const offset = surfaceOffset(site);
  const surface = surfaceTemperatures(year('air'), year('rain'), offset);
  const before = surfaceTemperatures(spinUp.air, spinUp.rain, offset);
  // with less than a year on file the ground is begun at the mean of what there is
  const ready = spunUp(column, before.length ? before : surface, depth);
  return { from, hours, probe: (probes) => probeGround(column, ready, surface, probes) };
}
