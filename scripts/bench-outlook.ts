/**
 * How good the outlook is against its rivals, on open weather (vega-datasets, two cities of four years): each year left
 * out in turn, asked on several days of spring and autumn for several lines.
 *
 * Rivals: climatology (the other years' days, a Student t about their mean), and the persistence of today's anomaly of
 * the soil, fading in 15 days, with the same spread. Measures: pinball loss over the 10, 50 and 90 % days, the continuous
 * ranked probability score of the members (Gneiting & Raftery 2007, J. Am. Stat. Assoc. 102:359, recalled), the share held
 * by 10 to 90 %, and the mean error of the 50 % day; all in days.
 */
import { addDays, dayOf, inYear, type Day } from '@/core/calendar/day';
import { columnOf, runGround, uniformProfile } from '@/core/ground/conduction';
import {
  DEFAULT_CROSSING,
  crossingDay,
  lineRules,
  type CrossingRule,
  type Odds,
} from '@/core/ground/crossing';
import { climateOfYears, ensembleOf } from '@/core/ground/ensemble';
import { NOTHING_READ, outlookFrom } from '@/core/ground/outlook';
import { EXACT } from '@/core/ground/readings';
import { seasonOf } from '@/core/ground/season';
import { diffusivityOf, surfaceOffsetOn, type Site } from '@/core/ground/site';
import { surfaceTemperatures } from '@/core/ground/surface';
import { celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { normal, randomFrom } from '@/core/weather/random';
import { sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';
import { openWeather } from '../tests/support/open-weather';

const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };
const YEARS = [2012, 2013, 2014, 2015];
const STARTS = [
  [2, 15],
  [3, 1],
  [3, 15],
  [4, 1],
  [4, 15],
] as const;
const LINES = [50, 55, 60, 65];
const FADE_DAYS = 15;
const SHARES = [0.1, 0.5, 0.9] as const;
/** Of Student's t with 2 degrees of freedom (three other years), the 90 % point. Any table. */
const T90 = 1.8856;

type Case = Readonly<{
  lead: number;
  ours: readonly number[];
  members: readonly number[];
  climatology: readonly number[];
  persistence: readonly number[];
  truth: number;
}>;

const pinball = (quantiles: readonly number[], truth: number) =>
  SHARES.reduce(
    (sum, q, i) => sum + Math.max(q * (truth - quantiles[i]!), (q - 1) * (truth - quantiles[i]!)),
    0,
  ) / SHARES.length;
function crps(members: readonly number[], truth: number): number {
  const n = members.length;
  let off = 0;
  let apart = 0;
  for (const a of members) {
    off += Math.abs(a - truth) / n;
    for (const b of members) apart += Math.abs(a - b) / (2 * n * n);
  }
  return off - apart;
}
/** Equally likely members of a t about a mean: what a rival without members is scored by. */
const T_MEMBERS = Array.from({ length: 29 }, (_, i) => {
  const p = (i + 0.5) / 29;
  // the quantile of Student's t with 2 degrees of freedom, in closed form
  return (2 * p - 1) / Math.sqrt(2 * p * (1 - p));
});

/** The soil of all years in one run, begun twice: the first time to warm the ground. */
function soilOf(all: HourlyWeather): Float64Array {
  const column = columnOf(diffusivityOf(site));
  const surface = surfaceTemperatures(all, surfaceOffsetOn(site, climateOfYears(all, YEARS)));
  const warm = runGround(column, uniformProfile(celsius(12)), surface.subarray(0, 365 * 24), []).end;
  return runGround(column, warm, surface, [DEFAULT_CROSSING.depth]).dailyMeans[0]!;
}

function casesOf(city: 'Seattle' | 'New York', withForecast: boolean): Case[] {
  const all = openWeather(city);
  const climate = climateOfYears(all, YEARS);
  const soil = soilOf(all);
  const run = { from: all.from, soil, airMean: soil, airMax: soil };
  const out: Case[] = [];
  for (const year of YEARS) {
    const others = YEARS.filter((y) => y !== year);
    for (const [month, date] of STARTS) {
      const today = dayOf(year, month, date);
      const made = ensembleOf({
        site,
        depth: DEFAULT_CROSSING.depth,
        observed: all,
        today,
        years: others,
        leaveOut: year,
        forecast: withForecast ? forecastOf(all, today) : null,
      });
      if (!made.ok) continue;
      for (const line of LINES) {
        const rule: CrossingRule = { ...DEFAULT_CROSSING, line: fromFahrenheit(line) };
        const crossedIn = (y: number, of = run) =>
          crossingDay(
            { ...of, soil: of.soil.slice(0, dayOf(y + 1, 1, 1) - of.from) },
            rule,
            seasonOf(climate, 'rising', y),
          );
        const truth = crossedIn(year);
        const past = others.flatMap((y) => {
          const day = crossedIn(y);
          return day === null ? [] : [inYear(day, year)];
        });
        if (truth === null || truth < today || past.length < 3) continue;
        const o = outlookFrom(made.ensemble, { ...NOTHING_READ, correction: EXACT }, lineRules(rule));
        if (o.crossed !== null) continue;
        const end = dayOf(year + 1, 1, 1);
        const of = ({ p10, p50, p90 }: Odds) => [p10, p50, p90].map((d) => d ?? end);
        const mean = past.reduce((a, b) => a + b, 0) / past.length;
        const sd = Math.sqrt(past.reduce((s, d) => s + (d - mean) ** 2, 0) / (past.length - 1));
        const spread = sd * Math.sqrt(1 + 1 / past.length);
        const about = (centre: number) =>
          [centre - T90 * spread, centre, centre + T90 * spread].map((d) => Math.max(d, today));
        out.push({
          lead: truth - today,
          ours: of(o.dates),
          members: o.members.map((m) => m.day ?? end),
          climatology: about(mean),
          persistence: about(persistence(run, others, today, rule) ?? mean),
          truth,
        });
      }
    }
  }
  return out;
}

/** The day on which the other years' mean soil, with today's anomaly fading upon it, crosses. */
function persistence(
  { from, soil }: { from: Day; soil: Float64Array },
  others: readonly number[],
  today: Day,
  rule: CrossingRule,
): Day | null {
  const mean = (day: Day) => {
    let sum = 0;
    let n = 0;
    for (const y of others)
      for (let d = -7; d <= 7; d++) {
        const i = inYear(day, y) + d - from;
        if (i >= 0 && i < soil.length) {
          sum += soil[i]!;
          n++;
        }
      }
    return sum / n;
  };
  const yesterday = addDays(today, -1);
  let anomaly = 0;
  for (let d = 0; d < 5; d++)
    anomaly += (soil[addDays(yesterday, -d) - from]! - mean(addDays(yesterday, -d))) / 5;
  const start = addDays(today, -60);
  const means = Array.from({ length: 260 }, (_, i) => {
    const day = addDays(start, i);
    return day < today ? soil[day - from]! : mean(day) + anomaly * Math.exp(-(day - today) / FADE_DAYS);
  });
  return crossingDay({ from: start, soil: means, airMean: [], airMax: [] }, rule, today);
}

/** What came, off by an error that grows with lead as the forecast says it does. */
function forecastOf(all: HourlyWeather, today: Day): Forecast {
  const w = sliceDays(all, today, addDays(today, 10));
  const airError = Float64Array.from({ length: 240 }, (_, h) => 0.8 + 0.25 * (h / 24));
  const random = randomFrom(today);
  let z = normal(random);
  const off = Array.from({ length: 10 }, () => {
    const now = z;
    z = 0.7 * z + Math.sqrt(1 - 0.49) * normal(random);
    return now;
  });
  return {
    ...w,
    air: w.air.map((t, h) => t + off[Math.floor(h / 24)]! * airError[h]!),
    airError,
    rainChance: new Float64Array(240),
  };
}

function report(name: string, cases: readonly Case[]): void {
  const mean = (of: (c: Case) => number) => cases.reduce((s, c) => s + of(c), 0) / cases.length;
  const us = mean((c) => pinball(c.ours, c.truth));
  const row = (
    who: string,
    key: 'ours' | 'climatology' | 'persistence',
    members: (c: Case) => readonly number[],
  ) => {
    const loss = mean((c) => pinball(c[key], c.truth));
    const held = mean((c) => (c[key][0]! <= c.truth && c.truth <= c[key][2]! ? 1 : 0));
    console.log(
      `  ${who.padEnd(12)} pinball ${loss.toFixed(2)}  crps ${mean((c) => crps(members(c), c.truth)).toFixed(2)}  held ${(100 * held).toFixed(0)} %  mean error ${mean((c) => Math.abs(c[key][1]! - c.truth)).toFixed(1)}  width ${mean((c) => c[key][2]! - c[key][0]!).toFixed(0)}${key === 'ours' ? '' : `  ours is ${(100 * (1 - us / loss)).toFixed(0)} % under it`}`,
    );
  };
  console.log(`${name}: ${cases.length} cases`);
  if (!cases.length) return;
  const spread = (q: readonly number[], today: number) =>
    T_MEMBERS.map((t) => Math.max(today, q[1]! + (t * (q[2]! - q[1]!)) / T90));
  row('outlook', 'ours', (c) => c.members);
  row('climatology', 'climatology', (c) => spread(c.climatology, c.truth - c.lead));
  row('persistence', 'persistence', (c) => spread(c.persistence, c.truth - c.lead));
}

for (const withForecast of [false, true]) {
  const cases = (['Seattle', 'New York'] as const).flatMap((city) => casesOf(city, withForecast));
  console.log(withForecast ? '\nwith a ten-day forecast' : 'without a forecast');
  report('all leads', cases);
  for (const [from, to] of [
    [0, 7],
    [8, 21],
    [22, 45],
    [46, 200],
  ] as const)
    report(
      `${from} to ${to} days ahead`,
      cases.filter((c) => c.lead >= from && c.lead <= to),
    );
}
console.log(
  '\nTwo cities of four years cannot show how often a band holds within a week of the line (few of their starts lie there), nor springs that do not hang together: synthetic starts follow.',
);
