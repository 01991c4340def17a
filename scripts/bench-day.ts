/** The day: a route of forty stops and two trucks against one of ten, what an application is worth on seven days against its windows. */
import { driveMinutes } from '@/core/day/way';
import { planRoute, type RouteQuestion } from '@/core/day/route';
import { chanceOn, regretFor } from '@/core/day/regret';
import { fewOf, worthFor, worthQuestion } from '@/core/day/worth';
import { addDays, dayOf } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { windowOf } from '@/core/gates/window';
import { contextOf } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import { context, label, product, today } from '../tests/support/gate-context';
import { inTurn, tell } from './lib/ratios';

/** Stops in a town of twelve kilometres, with hours, draws and two trucks with tanks; the same whenever it is asked. */
function town(stops: number): RouteQuestion {
  let seed = 11;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const places = Array.from({ length: stops + 1 }, () => ({
    latitude: 38.6 + 0.1 * random(),
    longitude: -90 + 0.12 * random(),
  }));
  const n = places.length;
  const truck = { start: 0, end: 0, from: 420, to: 1020, tank: { volume: 400, shop: 0, minutes: 15 } };
  return {
    places: n,
    trucks: [truck, truck],
    drive: Float64Array.from({ length: n * n }, (_, i) =>
      driveMinutes(places[Math.floor(i / n)]!, places[i % n]!),
    ),
    stops: Array.from({ length: stops }, (_, i) => {
      const from = 420 + Math.floor(random() * 300);
      return {
        place: i + 1,
        minutes: 12 + Math.floor(random() * 15),
        regret: 0.2 + random(),
        draws: 40 * random(),
        hours: random() < 0.5 ? [] : [{ from, to: from + 240 }],
        trucks: null,
        isLocked: false,
      };
    }),
  };
}

const [forty, ten] = [town(40), town(10)];
const [big, small] = await inTurn(
  () => planRoute(forty),
  () => planRoute(ten),
);

const begin = dayOf(2026, 1, 1);
const runs: SoilRuns = {
  from: begin,
  climate: { coldest: 25, warmest: 205 },
  members: Array.from({ length: 30 }, (_, k) =>
    Float64Array.from(
      { length: 1000 },
      (_, d) => 13 + k / 10 - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
    ),
  ),
};
const barrier = { ...label, ingredients: label.ingredients.map((i) => ({ ...i, name: 'prodiamine' })) };
const plan: PlannedApplication = {
  id: 'a',
  purpose: '',
  plannedOn: today,
  earliest: null,
  latest: null,
  doneOn: null,
  skipped: null,
  products: [
    { ...product, label: barrier, tie: null, id: 'p', recordId: null, targets: ['smooth-crabgrass'] },
  ],
};
const facts = context({ today });
const asked = contextOf([plan], 'a', facts);
const range = { from: today, to: addDays(today, 366) };
const { all } = windowOf(asked, range);
const few = fewOf(runs, 'cold keeps it');
const [regret, windows] = await inTurn(
  () =>
    regretFor(
      today,
      worthFor(worthQuestion([plan], 'a', facts, [barrier]), few, [barrier]),
      chanceOn(all, today, null, 5),
    ),
  () => windowOf(asked, range),
);

const ratios = [
  {
    name: 'a route of 40 stops and 2 trucks with tanks against one of 10',
    value: big / small,
    most: 16,
    detail: `${big.toFixed(0)} ms against ${small.toFixed(0)} ms (aim: 2 s)`,
  },
  {
    name: 'regret of an application against its windows',
    value: regret / windows,
    most: 6,
    detail: `${regret.toFixed(1)} ms against ${windows.toFixed(1)} ms`,
  },
];
process.exit(tell(ratios) ? 1 : 0);
