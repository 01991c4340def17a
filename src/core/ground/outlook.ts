/**
 * The outlook: what the soil of one kind of site will do, and how sure that is.
 *
 * Model: the ground is run through the station's weather up to today; from today's profile it is run through the
 * forecast and then, once for each past year, through that year's weather from the same date on. Each such run is a
 * member. The forecast's own error is carried too: member k's forecast is shifted by the k-th of n equally likely
 * quantiles of a normal error whose size grows with lead time, dealt to the years in a fixed mixed order so that a warm
 * error does not always meet the same years.
 * Left out: readings (a site's own correction), changes of soil moisture, a trend in the climate.
 */
import { addDays, dayOf, inYear, yearOf, type Day } from '@/core/calendar/day';
import type { Forecast, HourlyWeather } from '@/core/weather/series';
import { daysIn, sliceDays } from '@/core/weather/series';
import type { Celsius } from '@/core/units/quantity';
import { columnOf, runGround, uniformProfile, type Column, type Profile } from './conduction';
import { crossingDay, dayByWhich, type CrossingRule } from './crossing';
import { diffusivityOf, surfaceOffset, type Site } from './site';
import { surfaceTemperatures } from './surface';

/** Fewer members than this give no honest odds. */
export const LEAST_MEMBERS = 15;

export type Outlook = Readonly<{
  /** first day of `observed` */
  from: Day;
  /** first day that is not observed: the ensemble begins here */
  today: Day;
  /** daily mean at the rule's depth, °C, from `from` up to `today` */
  observed: readonly number[];
  /** daily mean, °C, from `today` on: by which 10, 50 and 90 % of the members stand */
  band: Readonly<{ p10: readonly number[]; p50: readonly number[]; p90: readonly number[] }>;
  rule: CrossingRule;
  /** the day the line was crossed, if that is behind us */
  crossed: Day | null;
  /** days by which 10, 50, 90 % of the members have crossed; null: not within the year */
  dates: Readonly<{ p10: Day | null; p50: Day | null; p90: Day | null }>;
  /** one a past year, in the order of the years */
  members: readonly (Day | null)[];
}>;

export type OutlookInput = Readonly<{
  site: Site;
  /** the station's weather without a gap: past years, and this year up to `today` */
  observed: HourlyWeather;
  /** from `today` on; null when there is none to be had: the members then start from today's profile alone */
  forecast: Forecast | null;
  today: Day;
  /** the years whose weather the members take */
  years: readonly number[];
  rule: CrossingRule;
}>;

export type OutlookRefusal =
  | Readonly<{ kind: 'too-few-years'; have: number; need: number }>
  | Readonly<{ kind: 'weather-gap'; from: Day; to: Day }>;

/** The ground from 1 January to today, after a spin-up through all the weather of the year before. */
function groundToToday(column: Column, input: Pick<OutlookInput, 'site' | 'observed' | 'today' | 'rule'>) {
  const { site, observed, today, rule } = input;
  const newYear = dayOf(yearOf(today), 1, 1);
  const spinUpFrom = Math.max(observed.from, newYear - 2 * 365) as Day;
  const offset = surfaceOffset(site);
  const surfaceOf = (w: HourlyWeather) => surfaceTemperatures(w.air, w.rain, offset);
  const before = surfaceOf(sliceDays(observed, spinUpFrom, newYear));
  let mean = 0;
  for (const t of before) mean += t / before.length;
  const spun = runGround(column, uniformProfile(mean as Celsius), before, rule.depth).end;
  return runGround(column, spun, surfaceOf(sliceDays(observed, newYear, today)), rule.depth);
}

/** The weather one member goes through: forecast, shifted by its error, then a past year from the same date on. */
function memberWeather(input: OutlookInput, year: number, z: number, until: Day): HourlyWeather {
  const { observed, forecast, today } = input;
  const ahead = forecast ? Math.min(daysIn(forecast), until - today) : 0;
  const days = until - today;
  const from = inYear(today, year);
  const observedTo = addDays(observed.from, daysIn(observed));
  const past = sliceDays(observed, addDays(from, ahead), Math.min(addDays(from, days), observedTo) as Day);
  const air = new Float64Array(days * 24);
  const rain = new Float64Array(days * 24);
  const wind = new Float64Array(days * 24);
  if (forecast)
    for (let h = 0; h < ahead * 24; h++) {
      air[h] = forecast.air[h]! + z * forecast.airError[h]!;
      rain[h] = forecast.rain[h]!;
      wind[h] = forecast.wind[h]!;
    }
  air.set(past.air, ahead * 24);
  rain.set(past.rain, ahead * 24);
  wind.set(past.wind, ahead * 24);
  // in a leap year the last past year can end a day short: its last day stands twice
  const short = ahead * 24 + past.air.length;
  for (const column of [air, rain, wind]) if (short < days * 24) column.copyWithin(short, short - 24, short);
  return { from: today, air, rain, wind };
}

/** Standard-normal quantiles of n equally likely errors, in a fixed mixed order (steps of the golden ratio). */
export function errorQuantiles(n: number): number[] {
  const z = Array.from({ length: n }, (_, k) => normalQuantile((k + 0.5) / n));
  const order = Array.from({ length: n }, (_, k) => ({ k, key: (k * 0.6180339887498949) % 1 })).sort(
    (a, b) => a.key - b.key,
  );
  return order.map(({ k }) => z[k]!);
}

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

/** Years whose weather the station has from 1 January to the end, this year left out. */
export function wholeYears(observed: HourlyWeather, before: number): number[] {
  const end = observed.from + daysIn(observed);
  const years: number[] = [];
  for (let y = yearOf(observed.from); y < before; y++)
    if (dayOf(y, 1, 1) >= observed.from && dayOf(y + 1, 1, 1) <= end) years.push(y);
  return years;
}

export function outlookOf(
  input: OutlookInput,
): { ok: true; outlook: Outlook } | { ok: false; refusal: OutlookRefusal } {
  const { site, observed, today, years, rule } = input;
  if (years.length < LEAST_MEMBERS)
    return { ok: false, refusal: { kind: 'too-few-years', have: years.length, need: LEAST_MEMBERS } };
  const newYear = dayOf(yearOf(today), 1, 1);
  const observedTo = observed.from + daysIn(observed);
  if (observed.from > newYear - 365 || observedTo < today)
    return {
      ok: false,
      refusal: { kind: 'weather-gap', from: Math.min(observedTo, today) as Day, to: today },
    };

  const column = columnOf(diffusivityOf(site));
  const soFar = groundToToday(column, input);
  const until = dayOf(yearOf(today) + 1, 1, 1);
  const runs = ensembleRuns(column, soFar.end, input, until);
  const members = runs.map((run) => crossingDay(newYear, joined(soFar.dailyMeans, run), rule));
  const crossed = crossingDay(newYear, soFar.dailyMeans, rule);
  return {
    ok: true,
    outlook: {
      from: newYear,
      today,
      observed: Array.from(soFar.dailyMeans),
      band: bandOf(runs),
      rule,
      crossed,
      dates: { p10: dayByWhich(members, 0.1), p50: dayByWhich(members, 0.5), p90: dayByWhich(members, 0.9) },
      members,
    },
  };
}

/** Every member's daily means from today until `until`. */
export function ensembleRuns(
  column: Column,
  start: Profile,
  input: OutlookInput,
  until: Day,
): Float64Array[] {
  const offset = surfaceOffset(input.site);
  const errors = errorQuantiles(input.years.length);
  return input.years.map((year, k) => {
    const w = memberWeather(input, year, errors[k]!, until);
    return runGround(column, start, surfaceTemperatures(w.air, w.rain, offset), input.rule.depth).dailyMeans;
  });
}

function joined(a: Float64Array, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length + b.length);
  out.set(a);
  out.set(b, a.length);
  return out;
}

function bandOf(runs: readonly Float64Array[]) {
  const days = runs[0]?.length ?? 0;
  const band = { p10: [] as number[], p50: [] as number[], p90: [] as number[] };
  const column = new Float64Array(runs.length);
  const at = (share: number) => {
    const x = share * (column.length - 1);
    const i = Math.floor(x);
    return column[i]! + (x - i) * ((column[i + 1] ?? column[i]!) - column[i]!);
  };
  for (let d = 0; d < days; d++) {
    runs.forEach((run, k) => (column[k] = run[d]!));
    column.sort();
    band.p10.push(at(0.1));
    band.p50.push(at(0.5));
    band.p90.push(at(0.9));
  }
  return band;
}
