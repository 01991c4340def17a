import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { rateOf } from '@/core/units/rate';
import { entry, label, today } from '../../../tests/support/gate-context';
import type { LedgerEntry } from './ledger';
import { safeToSeed, seedHolds, seedHoldsOn, seedWaitWith } from './safe-to-seed';

// the test label: half of it a.i., 120 days up to 0.4 oz/1,000 sq ft, 200 up to 0.8
const march = dayOf(2027, 3, 1);
const days = (list: ReturnType<typeof seedHolds>) => list.map((w) => [w.last, w.days, w.clear]);
/** Another product of the same substance, a tenth as strong, with a sheet of its own: 100 days to 2 oz, 150 to 8. */
const GRANULE: Label = {
  ...label,
  id: 'granule',
  name: 'Granule',
  ingredients: [{ ...label.ingredients[0]!, content: { in: 'weight', share: 0.05 } }],
  seedingWait: [
    { upTo: rateOf(2, 'oz/1000sqft'), days: 100 },
    { upTo: rateOf(8, 'oz/1000sqft'), days: 150 },
  ],
};
const granule = (day: Day, ounces: number, over: Partial<LedgerEntry> = {}) =>
  entry(day, ounces, { label: GRANULE, ...over });

test('a full rate of 1 March still stands against seed of 1 September, and says until when', () => {
  expect(days(seedHoldsOn([entry(march, 0.8)], dayOf(2027, 9, 1)))).toEqual([
    [march, 200, addDays(march, 200)],
  ]);
  expect(seedHoldsOn([entry(march, 0.8)], addDays(march, 200))).toEqual([]);
});
test('two halves wait as long as the whole, from the second on', () => {
  const second = addDays(march, 60);
  expect(days(seedHolds([entry(march, 0.4), entry(second, 0.4)]))).toEqual([
    [second, 200, addDays(second, 200)],
  ]);
});
test('a half whose own wait is over does not count any more', () => {
  const second = addDays(march, 121);
  expect(days(seedHolds([entry(march, 0.4), entry(second, 0.4)]))).toEqual([
    [second, 120, addDays(second, 120)],
  ]);
});
test('two products of one substance are one dose: each sheet is asked for all of it, and the longest wait counts', () => {
  // 0.3 oz of a half and 1 oz of a twentieth: 0.4 oz of the first, 4 oz of the second
  const second = addDays(march, 56);
  const both = [entry(march, 0.3), granule(second, 1)];
  expect(days(seedHolds([granule(second, 1)]))).toEqual([[second, 100, addDays(second, 100)]]);
  expect(seedHolds(both)).toMatchObject([
    { days: 150, clear: addDays(second, 150), products: [label.name, 'Granule'] },
  ]);
  // 0.3 and 0.2 oz of the first: above its 0.4, so its 200 days
  expect(days(seedHolds([entry(march, 0.3), granule(second, 2)]))).toEqual([
    [second, 200, addDays(second, 200)],
  ]);
  // on one day too, and under another name of the same substance
  const renamed = (name: string) => ({
    ...granule(march, 2),
    ingredients: granule(march, 2).ingredients.map((i) => ({ ...i, name })),
  });
  const named = (name: string) => ({
    ...entry(march, 0.3),
    ingredients: entry(march, 0.3).ingredients.map((i) => ({ ...i, name })),
  });
  expect(seedHolds([named('pronamide'), renamed('propyzamide')])).toMatchObject([{ days: 200 }]);
  expect(seedHolds([named('prodiamine'), renamed('dithiopyr')])).toHaveLength(2);
});
test('of more in all than a sheet’s highest step nobody knows', () => {
  expect(seedHolds([entry(march, 0.8), entry(addDays(march, 60), 0.4)])).toMatchObject([
    { days: null, clear: null },
  ]);
  expect(safeToSeed([entry(march, 0.8), entry(addDays(march, 60), 0.4)], today).asIs).toBe('not known');
});
test('a sheet that does not say keeps it open; one that sets no wait, or feeds, keeps none out', () => {
  const of = (over: Partial<Label>) =>
    seedHolds([entry(march, 0.4, { label: { ...label, seedingWait: [], none: [], ...over } })]);
  expect(of({})).toMatchObject([{ days: null }]);
  expect(of({ none: ['seedingWait'] })).toMatchObject([{ days: 0 }]);
  expect(of({ kind: 'lime', ingredients: [] })).toMatchObject([{ days: 0 }]);
});
test('as things lie, and with all that is planned: two dates', () => {
  const planned = entry(addDays(today, 40), 0.4, { status: 'planned' });
  const ledger = [entry(addDays(today, -30), 0.4), planned];
  expect(safeToSeed(ledger, today)).toEqual({ asIs: addDays(today, 90), withPlan: addDays(today, 240) });
  expect(safeToSeed([], today)).toEqual({ asIs: today, withPlan: today });
  expect(safeToSeed([entry(addDays(today, -300), 0.4)], today).asIs).toBe(today);
});
test('what comes after the seeding does not stand against it', () => {
  const later = entry(dayOf(2027, 8, 1), 0.4, { status: 'planned' });
  expect(seedHoldsOn([later], dayOf(2027, 9, 1))).toMatchObject([{ isPlanned: true }]);
  expect(seedHoldsOn([later], dayOf(2027, 7, 1))).toEqual([]);
});
test('work of others of which there is no sheet says nothing by itself, and counts beside a sheet of ours', () => {
  const others = entry(march, 0.3, { productId: null, seedWait: 'no sheet', rate: null });
  expect(seedHolds([others])).toEqual([]);
  expect(seedHolds([others, entry(addDays(march, 30), 0.4)])).toMatchObject([{ days: 200 }]);
});
test('spots of different names do not add up; the whole zone adds to each', () => {
  const spots = (day: number, ground: string) => ({ ...entry(addDays(march, day), 0.4), ground, share: 0.1 });
  expect(seedHolds([spots(10, 'a'), spots(20, 'b')])).toMatchObject([{ days: 120 }]);
  expect(seedHolds([spots(10, 'a'), entry(addDays(march, 20), 0.4)])).toMatchObject([{ days: 200 }]);
});

test('what is asked before a dose is what stands after it, and more never waits less', () => {
  const dose = fc.record({
    after: fc.integer({ min: -300, max: 0 }),
    ounces: fc.constantFrom(0.1, 0.2, 0.3, 0.4),
    isGranule: fc.boolean(),
    ground: fc.constantFrom(null, 'a', 'b'),
  });
  const asEntry = (
    d: { after: number; ounces: number; isGranule: boolean; ground: string | null },
    i: number,
  ) => ({
    ...(d.isGranule
      ? granule(addDays(today, d.after), d.ounces * 5)
      : entry(addDays(today, d.after), d.ounces)),
    id: `e${i}`,
    ground: d.ground,
  });
  fc.assert(
    fc.property(fc.array(dose, { maxLength: 6 }), dose, (before, last) => {
      const ledger = before.map(asEntry);
      const asked = { ...asEntry({ ...last, after: 0 }, 99), ground: null };
      const wait = seedWaitWith(ledger, [asked])(today);
      const [hold] = seedHolds([...ledger, asked]).filter((h) => h.products.includes(asked.name));
      expect(wait).toBe(hold!.days);
      const without = seedWaitWith(ledger.slice(1), [asked])(today);
      // a dose more may only make it longer, or not known
      if (wait !== null && without !== null) expect(wait).toBeGreaterThanOrEqual(without);
    }),
  );
});

test('an amount that nobody knows, of one dose or of one beside it, is no wait that is known', () => {
  const unknown = (e: LedgerEntry) => ({ ...e, ingredients: e.ingredients.map((i) => ({ ...i, ai: null })) });
  const second = addDays(march, 30);
  expect(days(seedHolds([unknown(entry(march, 0.4))]))).toEqual([[march, null, null]]);
  expect(days(seedHolds([unknown(entry(march, 0.4)), entry(second, 0.2)]))).toEqual([[second, null, null]]);
  expect(days(seedHolds([{ ...entry(march, 0.4), rate: null }]))).toEqual([[march, null, null]]);
});
test('what goes down on the day itself counts; what ends on it is over', () => {
  expect(days(seedHoldsOn([entry(march, 0.4)], march))).toEqual([[march, 120, addDays(march, 120)]]);
  const next = addDays(march, 120);
  const wait = seedWaitWith([entry(march, 0.4)], [entry(next, 0.4)]);
  // a half whose wait ends on the day of the next one: that one alone, not the whole
  expect([wait(addDays(next, -1)), wait(next)]).toEqual([200, 120]);
});
test('work of others whose amount nobody knows, beside a sheet of ours; and a wait that ends on the day of the next dose', () => {
  const others: LedgerEntry = {
    ...entry(march, 0.4),
    seedWait: 'no sheet',
    ingredients: entry(march, 0.4).ingredients.map((i) => ({ ...i, ai: null })),
  };
  const second = addDays(march, 30);
  expect(days(seedHolds([others, entry(second, 0.2)]))).toEqual([[second, null, null]]);
  const next = addDays(march, 120);
  expect(days(seedHolds([entry(march, 0.4), entry(next, 0.4)]))).toEqual([[next, 120, addDays(next, 120)]]);
});
