/**
 * The ensemble of one kind of site: what its soil has done, and what it may do from today on.
 *
 * Model: the ground is run through all the station's weather on file; from today's profile it is run through the
 * forecast and then, once for each past year, through that year's weather from the same date on. Each such run is a
 * member. Where fewer than fifteen years are on file, generated weather fills up (weather/generator.ts), to thirty where fewer than eight are. The forecast's
 * own error is carried too: its size grows with lead time as the service says; a third of its variance is one of n equally
 * likely quantiles for all ten days, dealt to the years in a fixed mixed order so that a warm error does not always meet
 * the same years; the rest comes and goes within days.
 * Left out: what was read at one site (readings.ts), changes of soil moisture, a trend in the climate.
 */
import { addDays, dayOf, inYear, yearOf, type Day } from '@/core/calendar/day';
import type { Celsius, Metres } from '@/core/units/quantity';
import { airDays, dailyOf, hourlyOf } from '@/core/weather/daily';
import { fitGenerator, generate } from '@/core/weather/generator';
import { normal, randomFrom } from '@/core/weather/random';
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
import { climateOf, type Climate } from './season';
import { diffusivityOf, surfaceOffsetOn, type Site } from './site';
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
  /** first day that is not observed: the members begin here */
  today: Day;
  climate: Climate;
  /** day by day up to `today`: years on file but the first, which warms the ground up */
  history: DailyMeans & Readonly<{ from: Day }>;
  /** from `today` on, as long as the horizon; year null: generated weather. In the order of their years */
  members: readonly (DailyMeans & Readonly<{ year: number | null }>)[];
  /** from `today` on as it came, in a year left out, for the hindcast */
  truth: DailyMeans | null;
}>;

/** Fence and plans look a year ahead, and a line that is near its end then must still be seen to be crossed. */
export const HORIZON_DAYS = 365 + 150;

/** Whole calendar years of the history. */
export const pastYears = ({ history, today }: Ensemble): (DailyMeans & { year: number })[] => {
  const out: (DailyMeans & { year: number })[] = [];
  for (let year = yearOf(history.from); dayOf(year + 1, 1, 1) <= today; year++) {
    const from = dayOf(year, 1, 1);
    if (from >= history.from) out.push({ year, ...cutOf(history, from, dayOf(year + 1, 1, 1)) });
  }
  return out;
};

/** Days [from, to) of a history. */
export const cutOf = (h: Ensemble['history'], from: Day, to: Day): DailyMeans => ({
  soil: h.soil.slice(from - h.from, to - h.from),
  airMean: h.airMean.slice(from - h.from, to - h.from),
  airMax: h.airMax.slice(from - h.from, to - h.from),
});

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
  /** a year that the generator must not see either, and whose truth to its end is asked for */
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
  const climate = climateOfYears(observed, years);
  const offset = surfaceOffsetOn(site, climate);
  // a hindcast asks for no past years: the last two suffice, one of them to warm the ground up
  const knownFrom = (
    input.leaveOut === undefined ? observed.from : Math.max(observed.from, today - 2 * 365)
  ) as Day;
  const known = sliceDays(observed, knownFrom, today);
  const air = airDays(known);
  const soFar = runGround(
    column,
    spunUp(column, surfaceOfFirstYear(input, climate), depth),
    surfaceTemperatures(known, offset),
    [depth],
  );
  // the first year on file is left out where there is another: it began from a guess
  const historyFrom = Math.min(
    newYear,
    input.leaveOut === undefined ? dayOf(yearOf(known.from) + 1, 1, 1) : known.from,
  ) as Day;
  const until = input.leaveOut === undefined ? addDays(today, HORIZON_DAYS) : dayOf(yearOf(today) + 1, 1, 1);
  const whole = {
    from: known.from,
    soil: Array.from(soFar.dailyMeans[0]!),
    airMean: Array.from(air.mean),
    airMax: Array.from(air.max),
  };
  return {
    ok: true,
    ensemble: {
      depth,
      today,
      climate,
      history: { from: historyFrom, ...cutOf(whole, historyFrom, today) },
      members: memberWeathers(input, until).map(({ year, weather }) => ({
        year,
        ...memberRun(column, soFar.end, weather, offset, depth),
      })),
      truth: input.leaveOut === undefined ? null : truthOf(column, soFar.end, input, offset, until),
    },
  };
}

/** The climate of whole years on file. */
export function climateOfYears(observed: HourlyWeather, years: readonly number[]): Climate {
  const means = years.map((y) => airDays(sliceDays(observed, dayOf(y, 1, 1), dayOf(y + 1, 1, 1))).mean);
  // one mean year: each year weighs the same, whichever follows which
  const mean = Float64Array.from(
    { length: 365 },
    (_, d) => means.reduce((sum, m) => sum + m[d]!, 0) / means.length,
  );
  return climateOf(dayOf(2001, 1, 1), mean);
}

/** A year to warm the ground up with: the first on file, or, where less than a year is, one of the members' years. */
function surfaceOfFirstYear(
  { site, observed, today, years }: Pick<EnsembleInput, 'site' | 'observed' | 'today' | 'years'>,
  climate: Climate,
): Float64Array {
  const isLong = today - observed.from >= 365;
  const from = isLong ? observed.from : dayOf(years[0]!, 1, 1);
  const w = sliceDays(observed, from, addDays(from, 365));
  return surfaceTemperatures(w, surfaceOffsetOn(site, climate));
}

/** The ground after a year of surface temperatures, begun at their mean. */
function spunUp(column: Column, year: Float64Array, depth: Metres): Profile {
  let mean = 0;
  for (const t of year) mean += t / year.length;
  return runGround(column, uniformProfile(mean as Celsius), year, [depth]).end;
}

type Offset = ReturnType<typeof surfaceOffsetOn>;

function memberRun(
  column: Column,
  start: Profile,
  w: HourlyWeather,
  offset: Offset,
  depth: Metres,
): DailyMeans {
  const air = airDays(w);
  const { dailyMeans } = runGround(column, start, surfaceTemperatures(w, offset), [depth]);
  return { soil: Array.from(dailyMeans[0]!), airMean: Array.from(air.mean), airMax: Array.from(air.max) };
}

function truthOf(
  column: Column,
  start: Profile,
  { observed, today, depth }: EnsembleInput,
  offset: Offset,
  until: Day,
): DailyMeans | null {
  if (observed.from + daysIn(observed) < until) return null;
  return memberRun(column, start, sliceDays(observed, today, until), offset, depth);
}

/** The weather each member goes through from today until `until`. */
export function memberWeathers(
  input: EnsembleInput,
  until: Day,
): { year: number | null; weather: HourlyWeather }[] {
  const { today } = input;
  // whichever order they are asked in, each year is dealt the same
  const years = [...input.years].sort((a, b) => a - b);
  const count = years.length < MOSTLY_GENERATED ? FILLED_UP_TO : Math.max(LEAST_MEMBERS, years.length);
  const errors = errorQuantiles(count, 'forecast');
  const make = (year: number | null, k: number, then: HourlyWeather) => ({
    year,
    weather: memberWeather(input, then, errorsOf(input, k, errors[k]!), until),
  });
  const real = years.map((year, k) => make(year, k, pastYear(input, year, until)));
  if (count === years.length) return real;
  const generator = fitGenerator(dailyOf(withoutYear(input)));
  const made = Array.from({ length: count - years.length }, (_, i) => {
    // a month of run-up: the first days of a chain remember how it was begun
    const from = addDays(today, -30);
    const random = randomFrom(7919 * (i + 1) + yearOf(today));
    const w = hourlyOf(generate(generator, from, until - from, random));
    return make(null, years.length + i, sliceDays(w, today, until));
  });
  return [...real, ...made];
}

/** Of the forecast error's variance, what stays for all its days; the rest is forgotten to 1/e within two. Ours. */
const LASTING_SHARE = 1 / 3;
const ERROR_DAYS = 2;

/** How far the forecast is off in member k, in its own standard errors, day by day. */
function errorsOf({ forecast, today }: EnsembleInput, k: number, lasting: number): Float64Array {
  const days = forecast ? daysIn(forecast) : 0;
  const random = randomFrom(104729 * (k + 1) + yearOf(today));
  const keep = Math.exp(-1 / ERROR_DAYS);
  let passing = normal(random);
  return Float64Array.from({ length: days }, () => {
    const z = Math.sqrt(LASTING_SHARE) * lasting + Math.sqrt(1 - LASTING_SHARE) * passing;
    passing = keep * passing + Math.sqrt(1 - keep * keep) * normal(random);
    return z;
  });
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

/** A past year's weather from the same date on; where the file ends before the horizon, the year before it goes on. */
function pastYear({ observed, today, leaveOut }: EnsembleInput, year: number, until: Day): HourlyWeather {
  const from = inYear(today, year);
  const hours = (until - today) * 24;
  const start = (from - observed.from) * 24;
  // what is after today is not known; in a hindcast later years are years like others
  const observedTo = leaveOut === undefined ? (today - observed.from) * 24 : observed.air.length;
  const at = (h: number) => {
    let i = start + h;
    while (i >= observedTo) i -= 365 * 24;
    return i;
  };
  const cut = (of: Float64Array) =>
    start + hours <= observedTo
      ? of.slice(start, start + hours)
      : Float64Array.from({ length: hours }, (_, h) => of[at(h)]!);
  return { from, air: cut(observed.air), rain: cut(observed.rain), wind: cut(observed.wind) };
}

/** Forecast, off by its error, then the other weather from the same date on. */
function memberWeather(
  { forecast, today }: EnsembleInput,
  then: HourlyWeather,
  z: Float64Array,
  until: Day,
): HourlyWeather {
  const days = until - today;
  const ahead = forecast ? Math.min(daysIn(forecast), days) : 0;
  const column = (of: 'air' | 'rain' | 'wind', shift: (h: number) => number) => {
    const out = new Float64Array(days * 24);
    for (let h = 0; h < ahead * 24; h++) out[h] = forecast![of][h]! + shift(h);
    out.set(then[of].subarray(ahead * 24, days * 24), ahead * 24);
    return out;
  };
  return {
    from: today,
    air: column('air', (h) => z[Math.floor(h / 24)]! * forecast!.airError[h]!),
    rain: column('rain', () => 0),
    wind: column('wind', () => 0),
  };
}

/** What is dealt: each deal goes round the circle in steps of its own, so that any two are nearly independent. */
const DEALS = {
  forecast: { step: 0.6180339887498949, start: 0.5 },
  offset: { step: 0.7548776662466927, start: 0.15 },
  transient: { step: 0.5698402909980532, start: 0.8 },
  'half-life': { step: 0.41421356237309503, start: 0.35 },
  strength: { step: 0.2360679774997898, start: 0.65 },
} as const;

/**
 * Standard-normal quantiles of n equally likely errors, dealt in a fixed mixed order; 0 for a single one.
 * @param turn 0 to 1: another order of the same deal, for another thing of the same kind
 */
export function errorQuantiles(n: number, deal: keyof typeof DEALS, turn = 0): readonly number[] {
  if (n === 1) return [0];
  const name = `${n}|${deal}|${turn}`;
  const known = dealt.get(name);
  if (known) return known;
  const { step, start } = DEALS[deal];
  // a step of its own too: turned alone, each order would be the last one moved on
  const own = (step + turn * 0.1) % 1;
  const rank = Array.from({ length: n }, (_, k) => ({ k, key: (start + turn + (k + 1) * own) % 1 })).sort(
    (a, b) => a.key - b.key,
  );
  const out = new Array<number>(n);
  rank.forEach(({ k }, i) => (out[k] = normalQuantile((i + 0.5) / n)));
  dealt.set(name, out);
  return out;
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
  const both = (of: 'air' | 'rain') => {
    const out = new Float64Array(hours);
    out.set(known[of]);
    if (forecast) out.set(forecast[of], known.air.length);
    return out;
  };
  const whole = wholeYears(observed, yearOf(today));
  const offset = surfaceOffsetOn(
    site,
    whole.length ? climateOfYears(observed, whole) : climateOf(from, airDays(known).mean),
  );
  const surface = surfaceTemperatures({ from, air: both('air'), rain: both('rain') }, offset);
  const before = surfaceTemperatures(spinUp, offset);
  // with less than a year on file the ground is begun at the mean of what there is
  const ready = spunUp(column, before.length ? before : surface, depth);
  return { from, hours, probe: (probes) => probeGround(column, ready, surface, probes) };
}
