/** The ratios of the core, each of two things timed in turn in one run, so that the machine's mood falls out. */
import { addDays, dayOf } from '@/core/calendar/day';
import { NODE_DEPTHS, columnOf, runGround, uniformProfile } from '@/core/ground/conduction';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import { ensembleOf, memberWeathers, traceOf, type EnsembleInput } from '@/core/ground/ensemble';
import { datesFrom, type SiteKnowledge } from '@/core/ground/outlook';
import { CALIBRATED_SD, assimilate, priorFrom, readBy, type Reading } from '@/core/ground/readings';
import { usualClimate } from '@/core/ground/season';
import { EXPOSURES, diffusivityOf, surfaceOffsetOn, type Site } from '@/core/ground/site';
import { TEXTURES } from '@/core/trade/terms';
import { surfaceTemperatures } from '@/core/ground/surface';
import type { GateContext } from '@/core/gates/gate';
import { hoursWindowOf, nextTenDays, windowOf } from '@/core/gates/window';
import { contextOf } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import { celsius } from '@/core/units/quantity';
import { sliceDays } from '@/core/weather/series';
import { climate, forecastOf } from '@/devices/weather/climate';
import { context, leafProduct, leafLabel } from '../tests/support/gate-context';
import { inTurn, tell, type Ratio } from './lib/ratios';

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

async function groundYear(): Promise<Ratio> {
  const [model, bare] = await inTurn(
    () => runGround(column, start, surface, [DEFAULT_CROSSING.depth]),
    bareSolves,
  );
  return {
    name: 'a lawn-year of hourly ground, against its bare tridiagonal solves',
    value: model / bare,
    most: 2.5,
    detail: `${model.toFixed(2)} ms against ${bare.toFixed(2)} ms, ${NODE_DEPTHS.length} nodes`,
  };
}

/** All gates of one application over a year of days and ten days of hours. */
async function gates(): Promise<Ratio> {
  const c = benchContext();
  const days = { from: today, to: addDays(today, 365) };
  const hours = nextTenDays(today);
  const lanes = () => [...windowOf(c, days).lanes, ...hoursWindowOf(c, hours).lanes];
  const shape = lanes().map((l) => l.lane.length);
  const spans = shape.reduce((a, b) => a + b, 0);
  const [asked, empty] = await inTurn(lanes, () =>
    shape.map((n) =>
      Array.from({ length: n }, (_, i) => ({ from: i, to: i + 1, verdict: { state: 'open' } })),
    ),
  );
  return {
    name: 'all gates over a year of days and 240 hours, against building as many empty spans',
    value: asked / empty,
    most: 600,
    detail: `${asked.toFixed(2)} ms for ${shape.length} lanes of ${spans} spans: ${Math.round((1000 * shape.length) / asked)} lanes/s; empty ${empty.toFixed(3)} ms`,
  };
}

/** A programme of eight, every other one a tank of two, each asked for a year with the seven others in its ledger. */
async function programme(): Promise<Ratio> {
  const c = benchContext();
  const days = { from: today, to: addDays(today, 365) };
  const planned = (i: number): PlannedApplication => ({
    id: `p${i}`,
    purpose: '',
    plannedOn: addDays(today, 2 + 40 * i),
    earliest: null,
    latest: null,
    doneOn: null,
    skipped: null,
    products: [c.product, ...(i % 2 ? c.beside : [])].map((p, n) => ({
      ...p,
      tie: null,
      id: `p${i}-${n}`,
      recordId: null,
      position: n + 1,
    })),
  });
  const eight = Array.from({ length: 8 }, (_, i) => planned(i));
  const ask = (all: readonly PlannedApplication[]) =>
    all.map(({ id }) => windowOf(contextOf(all, id, c), days).all);
  const [all, one] = await inTurn(
    () => ask(eight),
    () => ask([eight[1]!]),
    5,
  );
  return {
    name: 'gates of a programme of eight applications over a year, against one of them alone',
    value: all / one,
    most: 10,
    detail: `${all.toFixed(0)} ms against ${one.toFixed(1)} ms`,
  };
}

/** The open applications of 2,000 lawns after a new forecast, against one lawn-year of ground each. */
async function manyGates(): Promise<Ratio> {
  const LAWNS = 2000;
  const c = benchContext();
  const days = { from: today, to: dayOf(2028, 1, 1) };
  const lawns = Array.from({ length: LAWNS }, (_, i) => ({
    ...c,
    zone: { ...c.zone, latitude: 38 + (i % 20) / 20, texture: TEXTURES[i % TEXTURES.length]! },
    applicationId: `a${i}`,
  }));
  const [all, ground] = await inTurn(
    () => lawns.map((l) => windowOf(l, days).all),
    () => {
      for (let i = 0; i < 20; i++) runGround(column, start, surface, [DEFAULT_CROSSING.depth]);
    },
    1,
  );
  return {
    name: 'windows of 2,000 lawns after a new forecast, against 2,000 lawn-years of hourly ground',
    value: all / (ground * (LAWNS / 20)),
    most: 3,
    detail: `${(all / 1000).toFixed(2)} s, ${(all / LAWNS).toFixed(2)} ms a lawn`,
  };
}

/** A sprayed pre-emergent and what goes with it, under the climate's own sky. */
function benchContext(): GateContext {
  const c = context({
    forecast: forecastOf(all, 1, today),
    recent: sliceDays(all, addDays(today, -42), today),
    beside: [{ ...leafProduct, position: 2, label: leafLabel, targets: [] }],
  });
  return c;
}

async function ensemble(): Promise<Ratio> {
  const newYear = dayOf(2027, 1, 1);
  const years = Array.from({ length: 30 }, (_, i) => 1997 + i);
  const observed = sliceDays(all, from, newYear);
  const input = { site, depth: DEFAULT_CROSSING.depth, observed, forecast: null, today: newYear, years };
  const weathers = memberWeathers(input, addDays(newYear, 365)).map((m) => m.weather);
  const offset = surfaceOffsetOn(site, usualClimate(40));
  const run = (some: typeof weathers) => {
    for (const w of some) runGround(column, start, surfaceTemperatures(w, offset), [DEFAULT_CROSSING.depth]);
  };
  const [thirty, one] = await inTurn(
    () => run(weathers),
    () => run(weathers.slice(0, 1)),
  );
  return {
    name: '30 ensemble members for a year, one site, against one member',
    value: thirty / one,
    most: 35,
    detail: `${thirty.toFixed(1)} ms against ${one.toFixed(2)} ms`,
  };
}

const inputFor = (kind: Site, years: readonly number[]): EnsembleInput => ({
  site: kind,
  depth: DEFAULT_CROSSING.depth,
  observed: sliceDays(all, dayOf(2010, 1, 1), today),
  forecast: forecastOf(all, 1, today),
  today,
  years,
});
const fifteenYears = Array.from({ length: 15 }, (_, i) => 2012 + i);

async function oneOutlook(): Promise<string> {
  const years = Array.from({ length: 30 }, (_, i) => 1997 + i);
  const observed = sliceDays(all, from, today);
  const [outlook, year] = await inTurn(
    () => ensembleOf({ ...inputFor(site, years), observed }),
    () => runGround(column, start, surface, [DEFAULT_CROSSING.depth]),
  );
  return `an outlook of one kind of site, 30 members from 18 March and 31 past years: ${outlook.toFixed(0)} ms, ${(outlook / year).toFixed(1)} lawn-years; made once for all zones of a kind`;
}

/** 2,000 lawns on 12 kinds of site after a new forecast: one in five has five readings of its own. */
async function manyLawns(): Promise<Ratio> {
  const kinds: Site[] = TEXTURES.slice(0, 4).flatMap((texture) =>
    EXPOSURES.map((exposure) => ({ texture, moisture: 'moist', exposure, besidePavement: false }) as const),
  );
  const lawns = Array.from({ length: 2000 }, (_, i) => ({
    kind: i % kinds.length,
    hasReadings: i % 5 === 0,
    i,
  }));
  const ensembles = () =>
    kinds.map((kind) => {
      const made = ensembleOf(inputFor(kind, fifteenYears));
      if (!made.ok) throw new Error(made.refusal.kind);
      return made.ensemble;
    });
  const hours = 365 * 24;
  const [whole, twelve] = await inTurn(
    () => {
      const made = ensembles();
      kinds.forEach((kind, k) => {
        const here = lawns.filter((l) => l.kind === k);
        const read = here.filter((l) => l.hasReadings);
        const readings = read.map((l) =>
          Array.from({ length: 5 }, (_, n): Reading => ({
            id: `${l.i}|${n}`,
            hour: 24 * (325 + 7 * n) + 10 + (l.i % 6),
            depth: DEFAULT_CROSSING.depth,
            value: celsius(9 + (l.i % 7) / 4),
            sd: CALIBRATED_SD,
          })),
        );
        const models = traceOf(inputFor(kind, fifteenYears)).probe(readings.flat());
        const met = readings.map((list, r) =>
          list.map((reading, n) => ({ reading, model: models[r * 5 + n]! })),
        );
        const own = met.map((m) => ({
          ...assimilate(m, hours).correction,
          by: readBy(m.map((x) => x.reading)),
        }));
        const prior = priorFrom(own, []);
        const shared: SiteKnowledge = { correction: prior, track: [], signs: [] };
        datesFrom(made[k]!, shared, DEFAULT_CROSSING);
        for (const m of met) {
          const { correction, track } = assimilate(m, hours, prior);
          datesFrom(made[k]!, { correction, track, signs: [] }, DEFAULT_CROSSING);
        }
      });
    },
    ensembles,
    3,
  );
  return {
    name: '2,000 lawns on 12 kinds of site after a new forecast, against the sum of the 12 ensembles',
    value: whole / twelve,
    most: 1.5,
    detail: `${whole.toFixed(0)} ms against ${twelve.toFixed(0)} ms`,
  };
}

const ratios: Ratio[] = [];
for (const ratio of [groundYear, ensemble, manyLawns, gates, programme, manyGates])
  ratios.push(await ratio());
const failed = tell(ratios) > 0;
console.log(`      ${await oneOutlook()}`);
if (failed) process.exitCode = 1;
