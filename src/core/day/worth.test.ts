/** What a barrier adds on each day, by the season's own model; the lawn and the soil are invented. */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import type { PlannedApplication } from '@/core/season/standing';
import { context, label, product } from '../../../tests/support/gate-context';
import { fewOf, worthFor, worthQuestion } from './worth';

const from = dayOf(2026, 1, 1);
/** Two years of soil, each member a little warmer than the one before. */
const runs: SoilRuns = {
  from,
  climate: { coldest: 25, warmest: 205 },
  members: [-2, -1, 0, 1, 2].map((shift) =>
    Float64Array.from(
      { length: 1000 },
      (_, d) => 13 + shift - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
    ),
  ),
};
const prodiamine = { ...label, ingredients: label.ingredients.map((i) => ({ ...i, name: 'prodiamine' })) };
const plan = (over: Partial<PlannedApplication['products'][number]> = {}): PlannedApplication => ({
  id: 'a',
  purpose: '',
  plannedOn: dayOf(2027, 3, 19),
  earliest: null,
  latest: null,
  doneOn: null,
  skipped: null,
  products: [
    {
      ...product,
      label: prodiamine,
      tie: null,
      id: 'p',
      recordId: null,
      use: 'pre-emergent',
      ...over,
      targets: over.targets ?? ['smooth-crabgrass'],
    },
  ],
});
const few = fewOf(runs, 'cold keeps it');
const worth = (over: Parameters<typeof plan>[0] = {}, today: Day = dayOf(2027, 3, 18)) =>
  worthFor(worthQuestion([plan(over)], 'a', context({ today, ledger: [] }), [prodiamine]), few, [prodiamine]);

// common practice, no source: before the line a barrier may wait, in the flush each day lets seedlings through
test('early a day costs nothing, in the flush it does, and when the flush is over there is nothing left to hold', () => {
  const on = worth();
  const day = (month: number, date: number) => on(dayOf(2027, month, date));
  expect(day(3, 18)).toBeGreaterThan(50);
  expect(day(3, 25)).toBeGreaterThanOrEqual(day(3, 18) - 0.5);
  expect(day(5, 20) - day(5, 27)).toBeGreaterThan(3);
  expect(day(9, 20)).toBeLessThan(10);
});

test('a second barrier is worth what it adds to the first', () => {
  const laid = worthQuestion([plan()], 'a', context({ ledger: [] }), [prodiamine]);
  const own = laid.own.map((e) => ({ ...e, day: dayOf(2027, 3, 10) }));
  const beside = worthFor({ ...laid, others: own, left: own.map(() => 1) }, few, [prodiamine]);
  const day = dayOf(2027, 3, 19);
  expect(beside(day)).toBeLessThan(worth()(day) / 2);
  // of one that was washed away nothing is left to add to
  const gone = worthFor({ ...laid, others: own, left: own.map(() => 0) }, few, [prodiamine]);
  expect(gone(day)).toBeCloseTo(worth()(day), 9);
});

test('what kills what is up has a worth that stays, care of the turf a smaller one; without an outlook so has a barrier', () => {
  const flat = (use: 'post-emergent' | 'turf care') =>
    [0, 40].map((d) => worth({ use, targets: [] })(addDays(dayOf(2027, 3, 18), d)));
  const [kill, later] = flat('post-emergent');
  expect(later).toBe(kill);
  expect(flat('turf care')[0]).toBeLessThan(kill!);
  const blind = worthFor(worthQuestion([plan()], 'a', context({ ledger: [] }), [prodiamine]), null, []);
  expect(blind(dayOf(2027, 5, 1))).toBe(blind(dayOf(2027, 3, 18)));
});
