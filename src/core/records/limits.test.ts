/** What is left of each limit, against the gates that ask the same of one dose. Figures by hand from the labels of the cases. */
import fc from 'fast-check';
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { houseCeiling } from '@/core/gates/house-ceiling';
import { yearLimit } from '@/core/gates/year-limit';
import type { Label } from '@/core/products/label';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { context, entry, label, product, row, today, zone } from '../../../tests/support/gate-context';
import { entryOf, type LedgerEntry } from './ledger';
import { limitsOn, mostOf, rateThatFits, usedOf, type ZoneLimit } from './limits';

const oz = (x: number) => rateOf(x, 'oz/1000sqft');
const kg = (x: number) => x as KilogramsPerHectare;
const named = (name: string, limit: number | null, over: Partial<Label> = {}): Label => ({
  ...label,
  id: over.name ?? name,
  name,
  ingredients: [
    { ...label.ingredients[0]!, name, isOwn: true, yearLimit: limit === null ? null : kg(limit) },
  ],
  ...over,
});
const use = (l: Label) => ({ label: l, use: 'pre-emergent' as const });
const told = (limits: readonly ZoneLimit[]) =>
  limits.map((l) => [
    l.of,
    l.of === 'product' ? l.label.name : l.of === 'substance' ? l.name : l.ingredient,
    Number(mostOf(l).toFixed(4)),
  ]);

test('every product has its year, a substance one over all labels that hold it: the strictest', () => {
  const a = named('prodiamine', 1.5);
  const b = named('prodiamine*', 1.2, { name: 'other' });
  expect(told(limitsOn([use(a), use(b)], [], zone, []))).toEqual([
    ['product', 'prodiamine', Number(oz(1).rate.toFixed(4))],
    ['product', 'other', Number(oz(1).rate.toFixed(4))],
    ['substance', 'prodiamine*', 1.2],
  ]);
});

test('what lies there brings its own limit, that of its turf’s row too, though nothing of it is planned', () => {
  const tender = named('prodiamine', 1.5, {
    rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), yearLimit: oz(0.5) }],
  });
  const at = {
    id: 'x',
    day: addDays(today, -30),
    status: 'done',
    share: 1,
    ground: null,
    most: oz(0.5),
  } as const;
  const limits = limitsOn([], [entryOf(tender, oz(0.5), at)], zone, []);
  // half of 0.5 oz is a.i.
  expect(told(limits)).toEqual([['substance', 'prodiamine', Number((oz(0.5).rate / 2).toFixed(4))]]);
  expect(usedOf(limits[0]!, [entryOf(tender, oz(0.5), at)], today).share).toBeCloseTo(1, 9);
});

test('a.i. and a.e., and a year of the calendar and twelve months, are limits of their own', () => {
  const a = named('2,4-D', 2);
  const b = named('2,4-D amine', 2, { name: 'b', period: '12 months' });
  const acid = named('2,4-D', 2, { name: 'c' });
  const c = { ...acid, ingredients: acid.ingredients.map((i) => ({ ...i, counts: 'a.e.' as const })) };
  expect(limitsOn([use(a), use(b), use(c)], [], zone, []).filter((l) => l.of === 'substance')).toHaveLength(
    3,
  );
});

test('a ceiling stands there once something counts against it; over the zone, in twelve months', () => {
  const ceiling = { turf: 'tall fescue', ingredient: null, most: kg(0.4) } as const;
  const pure = named('dithiopyr', null, {
    ingredients: [{ ...label.ingredients[0]!, name: 'dithiopyr', content: { in: 'weight', share: 1 } }],
  });
  const dose = (share: number): LedgerEntry =>
    entryOf(
      pure,
      { by: 'mass', rate: kg(0.2) },
      { id: 'd', day: addDays(today, -200), status: 'done', share, ground: null },
    );
  expect(limitsOn([], [], zone, [ceiling])).toEqual([]);
  const [limit] = limitsOn([], [dose(1)], zone, [ceiling]);
  expect(told([limit!])).toEqual([['ceiling', null, 0.4]]);
  // 0.2 kg of dithiopyr are 0.3 of prodiamine
  expect(usedOf(limit!, [dose(1)], today).share).toBeCloseTo(0.75, 9);
  expect(usedOf(limit!, [dose(1)], addDays(today, 166)).share).toBe(0);
});

test('the period that is fullest, before and after today; an amount that cannot be told makes it unknown', () => {
  const [limit] = limitsOn([use(label)], [], zone, []);
  const entries = [
    entry(addDays(today, -30), 0.4),
    entry(addDays(today, 300), 0.4, { status: 'planned' }),
    entry(addDays(today, 330), 0.5, { status: 'planned' }),
  ];
  const used = usedOf(limit!, entries, today);
  expect(used.share).toBeCloseTo(0.9, 9);
  expect(used.period.from).toBeGreaterThan(today);
  const unknown = usedOf(limit!, [{ ...entry(addDays(today, -30), 0.4), rate: null }], today);
  expect([unknown.share, unknown.sums.worst]).toEqual([null, null]);
});

const anyEntries = fc.array(
  fc.record({
    day: fc.integer({ min: -420, max: 420 }),
    ounces: fc.double({ min: 0.05, max: 0.9, noNaN: true }),
    share: fc.constantFrom(1, 0.3),
    ground: fc.constantFrom(null, 'strip', 'spots'),
  }),
  { maxLength: 6 },
);
test.each(['calendar year', '12 months'] as const)(
  'is what the year-limit gate says still fits, by %s',
  (period) => {
    fc.assert(
      fc.property(anyEntries, (list) => {
        const l: Label = { ...label, period };
        const ledger = list.map((e, i) => ({
          ...entry(addDays(today, e.day), e.ounces, { label: l }),
          id: `e${i}`,
          share: e.ground === null ? 1 : e.share,
          ground: e.ground,
          status: e.day > 0 ? ('planned' as const) : ('done' as const),
        }));
        const [limit] = limitsOn([use(l)], ledger, zone, []);
        const days: Day[] = [today, ...ledger.filter((e) => e.day >= today).map((e) => e.day)];
        // a dose on the whole zone, on each of the days that the limit is looked at
        const fits = days.map((day) => {
          const c = context({ ledger, product: { ...product, label: l, rate: oz(0.2) } });
          const { reason } = spanAt(yearLimit.spans(c, { from: day, to: addDays(day, 1) }), day)!.verdict;
          return 'fits' in reason ? reason.fits.rate : NaN;
        });
        const share = usedOf(limit!, ledger, today).share!;
        expect(Math.min(...fits)).toBeCloseTo(Math.max(0, mostOf(limit!) * (1 - share)), 9);
      }),
      { numRuns: 200 },
    );
  },
);

test('is what the ceiling’s gate says lies there, without the dose that is asked', () => {
  const ceiling = { turf: 'tall fescue', ingredient: 'alpha', most: kg(1) } as const;
  fc.assert(
    fc.property(anyEntries, (list) => {
      const ledger = list
        .filter((e) => e.day <= 0)
        .map((e, i) => ({
          ...entry(addDays(today, e.day), e.ounces),
          id: `e${i}`,
          share: e.share,
          ground: e.ground,
        }));
      const [limit] = limitsOn([], ledger, zone, [ceiling]);
      const c = context({ ledger, rules: { ...context().rules, ceilings: [ceiling] } });
      const { reason } = spanAt(
        houseCeiling.spans(c, { from: today, to: addDays(today, 1) }),
        today,
      )!.verdict;
      if (reason.code !== 'within-ceiling' && reason.code !== 'over-ceiling') throw new Error(reason.code);
      const lies = limit ? (usedOf(limit, ledger, today).sums.zone ?? NaN) : 0;
      expect(reason.total - reason.now).toBeCloseTo(lies, 9);
    }),
    { numRuns: 200 },
  );
});

test('of two periods that are as full the first is shown', () => {
  const [limit] = limitsOn([use(label)], [], zone, []);
  const entries = [entry(today, 0.4), entry(addDays(today, 365), 0.4, { status: 'planned' })];
  expect(usedOf(limit!, entries, today).period.from).toBeLessThan(today);
});

test('a new application stands at the highest rate that the year leaves, or at the row’s highest where too little is left', () => {
  const of = (...ounces: number[]) =>
    rateThatFits(
      label,
      'pre-emergent',
      ounces.map((x, i) => entry(addDays(today, -40 - i), x)),
      zone,
      today,
    )!.rate / oz(1).rate;
  // 0.2 to 0.8 oz at once, 1 oz a year
  expect(of()).toBeCloseTo(0.8, 9);
  expect(of(0.5)).toBeCloseTo(0.5, 9);
  expect(of(0.4, 0.4)).toBeCloseTo(0.2, 9);
  expect(of(0.5, 0.4)).toBeCloseTo(0.8, 9);
  expect(of(1.2)).toBeCloseTo(0.8, 9);
  const unknown = [{ ...entry(addDays(today, -30), 0.4), rate: null }];
  expect(rateThatFits(label, 'pre-emergent', unknown, zone, today)).toEqual(oz(0.8));
});
test('without a row the year’s most is the highest; without a year’s most, or with one of another kind, the row’s', () => {
  const at = (l: Label, ...ounces: number[]) =>
    rateThatFits(
      l,
      'pre-emergent',
      ounces.map((x, i) => entry(addDays(today, -40 - i), x, { label: l })),
      zone,
      today,
    );
  const bare = { ...label, rates: [] };
  expect(at(bare)).toEqual(oz(1));
  expect(at(bare, 0.25)!.rate).toBeCloseTo(oz(0.75).rate, 9);
  expect(at(bare, 1)).toEqual(oz(1));
  expect(at({ ...bare, yearLimit: null })).toBeNull();
  expect(at({ ...label, yearLimit: null }, 0.5)).toEqual(oz(0.8));
  expect(at({ ...label, yearLimit: rateOf(1, 'floz/1000sqft') }, 0.5)).toEqual(oz(0.8));
});
