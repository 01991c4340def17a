/** The ratios of the core, each of two things timed in turn in one run, so that the machine's mood falls out. */
import { addDays, dayOf } from '@/core/calendar/day';
import { NODE_DEPTHS, columnOf, runGround, uniformProfile } from '@/core/ground/conduction';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import { ensembleRuns, outlookOf } from '@/core/ground/outlook';
import { diffusivityOf, type Site } from '@/core/ground/site';
import { celsius } from '@/core/units/quantity';
import { sliceDays } from '@/core/weather/series';
import { climate, forecastOf } from '@/devices/weather/climate';

const ROUNDS = 15;
const median = (x: number[]) => x.toSorted((a, b) => a - b)[x.length >> 1]!;

/** Median time of each of two, ms, taken in turn, after both have been warmed. */
function inTurn(first: () => unknown, second: () => unknown): [number, number] {
  const times: [number[], number[]] = [[], []];
  const time = (work: () => unknown) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  for (let i = -3; i < ROUNDS; i++) {
    const [a, b] = [time(first), time(second)];
    if (i >= 0) {
      times[0].push(a);
      times[1].push(b);
    }
  }
  return [median(times[0]), median(times[1])];
}

type Ratio = Readonly<{ name: string; value: number; most: number; detail: string }>;

const from = dayOf(1996, 1, 1);
const today = dayOf(2027, 3, 18);
const all = climate(1, from, dayOf(2028, 1, 1));
const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };
const column = columnOf(diffusivityOf(site));
const surface = sliceDays(all, dayOf(2026, 1, 1), dayOf(2027, 1, 1)).air;
const start = uniformProfile(celsius(12));

/** Nothing but the year's tridiagonal solves: the Thomas algorithm on the same factored matrix, the right side left as it is. */
function bareSolves(): number {
  const { down, pivot, up } = column;
  const n = NODE_DEPTHS.length;
  const right = Float64Array.from(start);
  const work = new Float64Array(n);
  const t = new Float64Array(n);
  for (let hour = 0; hour < surface.length; hour++) {
    let solved = surface[hour]!;
    for (let i = 1; i < n; i++) {
      solved = right[i]! * pivot[i]! + down[i]! * solved;
      work[i] = solved;
    }
    let x = solved;
    t[n - 1] = x;
    for (let i = n - 2; i > 0; i--) {
      x = work[i]! + up[i]! * x;
      t[i] = x;
    }
  }
  return t[1]!;
}

function groundYear(): Ratio {
  const [model, bare] = inTurn(() => runGround(column, start, surface, DEFAULT_CROSSING.depth), bareSolves);
  return {
    name: 'a lawn-year of hourly ground, against its bare tridiagonal solves',
    value: model / bare,
    most: 2.5,
    detail: `${model.toFixed(2)} ms against ${bare.toFixed(2)} ms, ${NODE_DEPTHS.length} nodes`,
  };
}

function ensemble(): Ratio {
  const newYear = dayOf(2027, 1, 1);
  const whole = {
    site,
    observed: sliceDays(all, from, newYear),
    forecast: null,
    today: newYear,
    rule: DEFAULT_CROSSING,
  };
  const years = Array.from({ length: 30 }, (_, i) => 1996 + i);
  const until = addDays(newYear, 365);
  const [thirty, one] = inTurn(
    () => ensembleRuns(column, start, { ...whole, years }, until),
    () => ensembleRuns(column, start, { ...whole, years: [2026] }, until),
  );
  return {
    name: '30 ensemble members for a year, one site, against one member',
    value: thirty / one,
    most: 35,
    detail: `${thirty.toFixed(1)} ms against ${one.toFixed(2)} ms`,
  };
}

function wholeOutlook(): string {
  const observed = sliceDays(all, from, today);
  const years = Array.from({ length: 15 }, (_, i) => 2012 + i);
  const input = { site, observed, forecast: forecastOf(all, 1, today), today, years, rule: DEFAULT_CROSSING };
  const [outlook, year] = inTurn(
    () => outlookOf(input),
    () => runGround(column, start, surface, DEFAULT_CROSSING.depth),
  );
  return `an outlook of 15 members from 18 March, with two years of spin-up: ${outlook.toFixed(0)} ms, ${(outlook / year).toFixed(1)} lawn-years; made once for all zones of a kind`;
}

let failed = false;
for (const { name, value, most, detail } of [groundYear(), ensemble()]) {
  const isOver = value > most;
  failed ||= isOver;
  console.log(`${isOver ? 'OVER' : 'ok  '}  ${value.toFixed(2)} (at most ${most})  ${name}: ${detail}`);
}
console.log(`      ${wholeOutlook()}`);
if (failed) process.exitCode = 1;
