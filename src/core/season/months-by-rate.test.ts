/**
 * How long each rate holds, on three climates: from the label's printed months as demo sheets carry them. Right answers:
 * practice figures of the trade (common practice, no source) and ranges from memory, marked as such.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { labelFrom } from '@/core/products/sheet';
import { rateForTurf, type Label } from '@/core/products/label';
import { ingredientRate } from '@/core/products/content';
import type { Turf } from '@/core/trade/terms';
import { rateOf, type RateUnit } from '@/core/units/rate';
import { demoLabel, type DemoKey } from '../../../scripts/demo/labels';
import { weighed, type WeighedRuns } from '@/core/barrier/barrier';
import { strengthIn } from '@/core/barrier/doses';
import { lastDayOf } from '@/core/barrier/lasting';

const MONTH = 365.25 / 12;
const from = dayOf(2027, 1, 1);
/** A yearly wave of the soil, °C, two years of it. */
const soil = (coldest: number, warmest: number): WeighedRuns =>
  weighed(
    {
      from,
      climate: { coldest: 25, warmest: 205 },
      members: [
        Float64Array.from(
          { length: 730 },
          (_, d) =>
            (warmest + coldest) / 2 - ((warmest - coldest) / 2) * Math.cos((2 * Math.PI * (d - 25)) / 365.25),
        ),
      ],
    },
    'cold keeps it',
  );
const NORTH = soil(0, 25);
const TRANSITION = soil(4, 27);
const SOUTH = soil(11, 29);

const of = (key: DemoKey): Label => labelFrom(demoLabel(key), key, 1);

/** Months from a day on for which a rate by itself stops four fifths and more. */
function months(
  key: DemoKey,
  figure: number,
  unit: RateUnit,
  turf: Turf,
  runs: WeighedRuns,
  on: Day,
): number {
  const label = of(key);
  const [part] = label.ingredients;
  const ai = ingredientRate(rateOf(figure, unit), { ...part!, counts: 'a.i.' }, label.density)!;
  const last = lastDayOf(
    runs,
    { strength: strengthIn(part!.name, label, turf)!, ingredient: part!.name },
    ai,
    on,
  );
  return last === null ? 0 : (last.p50 - on) / MONTH;
}

/** The soil that months on a label speak of, all year. */
const LABELS_OWN = soil(18, 18);

describe('prodiamine 65 WG, oz/1,000 sq ft, in the soil that labels speak of (common practice, no source)', () => {
  const march = dayOf(2027, 3, 15);
  const held = (ounces: number, on = march) =>
    months('prodiamine', ounces, 'oz/1000sqft', 'tall fescue', LABELS_OWN, on);
  test.each([
    [0.18, 2, 3],
    [0.2, 2, 3],
    [0.4, 3.5, 4.5],
    [0.83, 5.9, 8],
  ])('%f oz holds between %f and %f months', (ounces, least, most) => {
    expect(held(ounces)).toBeGreaterThanOrEqual(least);
    expect(held(ounces)).toBeLessThanOrEqual(most);
  });
  test('a lower rate is not weaker, it ends sooner; none that is legal is nothing', () => {
    const all = [0.18, 0.25, 0.3, 0.37, 0.4, 0.5, 0.83].map((x) => held(x));
    expect(all[0]!).toBeGreaterThan(2);
    expect(all).toEqual(all.toSorted((a, b) => a - b));
  });
  test('two halves of 0.4, the second as the first ends: four and four', () => {
    const first = held(0.4);
    const second = held(0.4, addDays(march, Math.round(first * MONTH)));
    expect(Math.round(first)).toBe(4);
    expect(Math.round(second)).toBe(4);
  });
});

// low and high rate of each, from 1 February in the south, 1 March in between, 1 April in the north; from memory
test.each([
  ['prodiamine', 'tall fescue'],
  ['dithiopyr', 'tall fescue'],
  ['pendimethalin', 'tall fescue'],
  ['indaziflam', 'bermudagrass'],
  ['oxadiazon', 'bermudagrass'],
  ['gluten', 'tall fescue'],
] as const)(
  '%s: every legal rate holds some weeks on three climates, the high one as long as the label says or longer',
  (key, turf) => {
    const label = of(key);
    const row = rateForTurf(label, { turf, mixedWith: null })!;
    const at = (rate: number, runs: WeighedRuns, on: Day) => {
      const part = label.ingredients[0]!;
      const ai = ingredientRate(
        { ...row.high, rate } as typeof row.high,
        { ...part, counts: 'a.i.' },
        label.density,
      )!;
      const last = lastDayOf(
        runs,
        { strength: strengthIn(part.name, label, turf)!, ingredient: part.name },
        ai,
        on,
      );
      return last === null ? 0 : (last.p50 - on) / MONTH;
    };
    for (const [runs, on] of [
      [SOUTH, dayOf(2027, 2, 1)],
      [TRANSITION, dayOf(2027, 3, 1)],
      [NORTH, dayOf(2027, 4, 1)],
    ] as const) {
      const [low, high] = [at(row.low.rate, runs, on), at(row.high.rate, runs, on)];
      expect(low).toBeGreaterThan(0.3);
      expect(low).toBeLessThanOrEqual(high);
      // months of a label are months of a mild soil: early in the year they last longer, in a hot summer less
      expect(high).toBeGreaterThan(0.7 * row.months!);
      expect(high).toBeLessThan(2.2 * row.months! + 2);
    }
  },
);
