/** What an application holds by itself and with all that lies there. Arithmetic of the same barrier; ours. */
import { addDays, dayOf } from '@/core/calendar/day';
import { rateOf } from '@/core/units/rate';
import { entryOf } from '@/core/records/ledger';
import { context, label, outlook, row, today } from '../../../tests/support/gate-context';
import { weighed } from './barrier';
import { heldBy, heldOf } from './held';

const oz = (x: number) => rateOf(x, 'oz/1000sqft');
const soilOf = (shift: number) =>
  Float64Array.from(
    { length: 1000 },
    (_, d) => 13 + shift - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
  );
const runs = weighed(
  { from: dayOf(2026, 1, 1), climate: { coldest: 25, warmest: 205 }, members: [-2, -1, 0, 1, 2].map(soilOf) },
  'cold keeps it',
);
const barrier = {
  ...label,
  ingredients: [{ ...label.ingredients[0]!, name: 'prodiamine' }],
  rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months: 4 }],
};
const dose = (id: string, ounces: number, on: number) =>
  entryOf(barrier, oz(ounces), { id, status: 'planned', day: addDays(today, on), share: 1, ground: null });
const facts = context({ outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 28), p90: null }) });
const held = (
  ledger: ReturnType<typeof dose>[],
  targets: readonly 'smooth-crabgrass'[] = ['smooth-crabgrass'],
) => heldBy(dose('asked', 0.5, 5), targets, { ...facts, ledger }, [barrier], runs)!;

test('on bare ground both are one; what lies there adds to one of them alone; each has its range', () => {
  const bare = held([]);
  expect(bare.withAll).toEqual(bare.byItself);
  expect(bare.byItself.p10).toBeLessThanOrEqual(bare.byItself.p50);
  expect(bare.byItself.p50).toBeLessThanOrEqual(bare.byItself.p90);
  expect(bare.byItself.p10).toBeLessThan(bare.byItself.p90);
  const onMore = held([dose('before', 0.8, -20)]);
  expect(onMore.byItself).toEqual(bare.byItself);
  expect(onMore.withAll.p50).toBeGreaterThan(bare.byItself.p50);
});

test('no target: crabgrass is asked about; a soil that does not hold the season cannot be foreseen', () => {
  expect(held([], [])).toEqual(held([]));
  const short = weighed(
    { from: dayOf(2027, 3, 1), climate: { coldest: 25, warmest: 205 }, members: [soilOf(0).slice(0, 90)] },
    'cold keeps it',
  );
  expect(
    heldBy(dose('asked', 0.5, 5), ['smooth-crabgrass'], { ...facts, ledger: [] }, [barrier], short),
  ).toBeNull();
});

test('is what the barrier’s panel says of the same doses', () => {
  const ledger = [dose('before', 0.8, -20)];
  const panel = heldOf(
    'smooth-crabgrass',
    [...ledger, dose('asked', 0.5, 5)],
    { ...facts, ledger },
    [barrier],
    runs,
  )!;
  expect(held(ledger).withAll).toEqual(panel.hold);
});
