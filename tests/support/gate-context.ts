/** A label, a lawn and a sky with round figures, for tests of gates; `fc` arbitraries of the same. Invented throughout. */
import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Application, GateContext, HouseRules, ZoneFacts } from '@/core/gates/gate';
import { UNCORRECTED } from '@/core/ground/readings';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import type { Outlook } from '@/core/ground/outlook';
import { TEXTURES } from '@/core/ground/site';
import { TURFS, type Label } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import { DEFAULT_SPACING } from '@/core/season/split';
import type { KilogramsPerHectare, MetresPerSecond, Millimetres } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { fromInchesOfWater, fromMilesPerHour } from '@/core/units/trade';
import type { Forecast } from '@/core/weather/series';

export const today = dayOf(2027, 3, 18);
export const range: Range<Day> = { from: addDays(today, -5), to: addDays(today, 35) };
const oz = (value: number) => rateOf(value, 'oz/1000sqft');

/** A 50 % dry pre-emergent: 0.2 to 0.8 oz/1,000 sq ft at once, 1.0 oz a calendar year, 60 days apart. */
export const label: Label = {
  id: 'dry-50',
  name: 'Test 50 WG',
  registrationNumber: 'TEST-1',
  labelDate: '2027-01-01',
  demo: true,
  status: 'registered',
  formulation: 'WG',
  signalWord: 'Caution',
  restrictedUse: false,
  ingredients: [{ name: 'alpha', group: 3, content: { in: 'weight', share: 0.5 }, yearLimit: null }],
  rates: [{ turf: 'tall fescue', low: oz(0.2), high: oz(0.8) }],
  rateUnit: 'oz/1000sqft',
  amountUnit: 'oz',
  period: 'calendar year',
  yearLimit: oz(1),
  minimumIntervalDays: 60,
  seedingWait: [
    { upTo: oz(0.4), days: 120 },
    { upTo: oz(0.8), days: 200 },
  ],
  reachesBack: false,
  wateringIn: { depth: fromInchesOfWater(0.5), withinDays: 7 },
  windLimit: null,
  ppe: 'Gloves',
  reentry: 'Until dry',
  cautions: [],
};

export const rules: HouseRules = {
  windLimit: fromMilesPerHour(10),
  windCaution: fromMilesPerHour(7),
  workFrom: 7,
  workTo: 18,
  calmHours: 3,
  leadDays: 42,
  spacing: DEFAULT_SPACING,
};

export const zone: ZoneFacts = {
  turf: 'tall fescue',
  texture: 'clay loam',
  mixedWith: null,
  seedingOn: null,
  irrigationPerHour: null,
};
export const application: Application = { id: 'a', label, rate: oz(0.4), part: 1, of: 2 };

/** Ten days of one wind (mph) and of rain (in an hour of each day's noon). */
export function sky(mph: number, inches: number, from = today): Forecast {
  const rain = new Float64Array(240);
  for (let d = 0; d < 10; d++) rain[d * 24 + 12] = fromInchesOfWater(inches);
  return {
    from,
    air: new Float64Array(240).fill(10),
    rain,
    wind: new Float64Array(240).fill(fromMilesPerHour(mph)),
    airError: new Float64Array(240).fill(1),
  };
}

const NEVER = { crossed: null, dates: { p10: null, p50: null, p90: null } };
export function outlook(dates: Outlook['dates'], crossed: Day | null = null): Outlook {
  return {
    from: dayOf(2027, 1, 1),
    today,
    observed: [],
    band: { p10: [], p50: [], p90: [] },
    rule: DEFAULT_CROSSING,
    crossed,
    dates,
    members: [],
    depth: DEFAULT_CROSSING.depth,
    generated: 0,
    correction: UNCORRECTED,
    watches: { goosegrass: NEVER, nitrogen: NEVER, autumn: NEVER },
  };
}

export const entry = (day: Day, ounces: number, over: Partial<LedgerEntry> = {}): LedgerEntry => ({
  id: `e${day}`,
  day,
  label,
  rate: oz(ounces),
  done: true,
  ...over,
});

export const context = (over: Partial<GateContext> = {}): GateContext => ({
  application,
  zone,
  ledger: [],
  outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 25), p90: addDays(today, 30) }),
  forecast: sky(3, 0.1),
  rules,
  today,
  hour: 7,
  clockAhead: [],
  ...over,
});

const aDay = fc.integer({ min: -400, max: 400 }).map((n) => addDays(today, n));
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null });
const aRate = fc.double({ min: 0.01, max: 3, noNaN: true }).map(oz);

/** Any context at all, likely or not: what every gate must stand. */
export const anyContext: fc.Arbitrary<GateContext> = fc.record({
  application: fc.record({
    id: fc.constant('a'),
    label: fc
      .record({
        status: fc.constantFrom('registered' as const, 'cancelled' as const),
        formulation: fc.constantFrom('WG' as const, 'G' as const),
        period: fc.constantFrom('calendar year' as const, '12 months' as const),
        minimumIntervalDays: fc.integer({ min: 0, max: 400 }),
        reachesBack: fc.boolean(),
        windLimit: maybe(fc.double({ min: 0, max: 12, noNaN: true }).map((v) => v as MetresPerSecond)),
        wateringIn: maybe(
          fc.record({
            depth: fc.double({ min: 0, max: 30, noNaN: true }).map((v) => v as Millimetres),
            withinDays: fc.integer({ min: 0, max: 30 }),
          }),
        ),
        ingredients: fc.array(
          fc.record({
            name: fc.constantFrom('alpha', 'beta'),
            group: fc.constant(3),
            content: fc.constantFrom(
              { in: 'weight' as const, share: 0.5 },
              { in: 'volume' as const, gramsPerLitre: 100 as never },
            ),
            yearLimit: maybe(fc.double({ min: 0, max: 3, noNaN: true }).map((v) => v as KilogramsPerHectare)),
          }),
          { maxLength: 2 },
        ),
      })
      .map((over): Label => ({ ...label, ...over })),
    rate: aRate,
    part: fc.integer({ min: 1, max: 3 }),
    of: fc.constant(3),
  }),
  zone: fc.record({
    turf: fc.constantFrom(...TURFS),
    texture: fc.constantFrom(...TEXTURES),
    mixedWith: maybe(fc.constantFrom(...TURFS)),
    seedingOn: maybe(aDay),
    irrigationPerHour: maybe(fc.double({ min: 0, max: 30, noNaN: true }).map((v) => v as Millimetres)),
  }),
  ledger: fc.array(
    fc.record({ day: aDay, rate: aRate, done: fc.boolean() }).map((e) => entry(e.day, 0, e)),
    { maxLength: 5 },
  ),
  outlook: maybe(
    fc
      .tuple(
        fc.array(fc.integer({ min: -100, max: 250 }), { minLength: 3, maxLength: 3 }),
        fc.integer({ min: 0, max: 3 }),
        fc.boolean(),
      )
      .map(([days, known, crossed]) => {
        const sorted = [...days].sort((a, b) => a - b).map((d) => addDays(today, d));
        const at = (i: number) => (i < known ? sorted[i]! : null);
        return outlook({ p10: at(0), p50: at(1), p90: at(2) }, crossed ? sorted[0]! : null);
      }),
  ),
  forecast: maybe(
    fc
      .tuple(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: -15, max: 5 }),
      )
      .map(([w, r, d]) => sky(w, r, addDays(today, d))),
  ),
  rules: fc.constant(rules),
  today: fc.constant(today),
  hour: fc.integer({ min: 0, max: 23 }),
  clockAhead: fc.constantFrom([], [{ from: addDays(today, 3), to: addDays(today, 90), hours: 1 }]),
});

export const anyRange: fc.Arbitrary<Range<Day>> = fc
  .tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: 0, max: 120 }))
  .map(([from, length]) => ({ from: addDays(today, from), to: addDays(today, from + length) }));
