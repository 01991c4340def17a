/** A label, a lawn and a sky with round figures, for tests of gates; `fc` arbitraries of the same. Invented throughout. */
import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { EMPTY_VALUES, figuresOf } from '@/core/products/sheet-fields';
import type { Range } from '@/core/calendar/span';
import { NOTHING_SEEN, type HouseRules, type Resources, type ZoneFacts } from '@/core/facts/facts';
import type { GateContext } from '@/core/gates/gate';
import { GATE_KEYS } from '@/core/gates/gate-names';
import { UNCORRECTED } from '@/core/ground/readings';
import { DEFAULT_CROSSING, DEFAULT_FALL, type Odds } from '@/core/ground/crossing';
import type { Line, Outlook } from '@/core/ground/outlook';
import { COVERS } from '@/core/ground/site';
import { METHODS, SITES, TEXTURES, TURFS, USES, type Turf } from '@/core/trade/terms';
import { SOWINGS, WATERS } from '@/core/lawn/zone';
import {
  SEEDLINGS_SINCE,
  SETBACKS_FROM,
  type Ingredient,
  type Label,
  type LabelRate,
} from '@/core/products/label';
import { NONE_KEYS, TANK_MIXES, WATER_TURNS } from '@/core/products/label-terms';
import { WHOLE_ZONE, type ApplicationProduct, type Place } from '@/core/products/application';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { DEFAULT_SPACING } from '@/core/products/split';
import {
  celsius,
  gramsPerLitre,
  metres,
  squareMetres,
  type KilogramsPerHectare,
  type MetresPerSecond,
  type Millimetres,
} from '@/core/units/quantity';
import { rateOf, type ProductRate } from '@/core/units/rate';
import { fromInchesOfWater, fromMilesPerHour } from '@/core/units/trade';
import type { Forecast, HourlyWeather } from '@/core/weather/series';
import { ALL_WEEDS, STAGES } from '@/core/weeds/weeds';
import { USUAL_GATE_RULES, rulesFrom } from '@/data/gate-rules';

export const today = dayOf(2027, 3, 18);
export const range: Range<Day> = { from: addDays(today, -5), to: addDays(today, 35) };
const oz = (value: number) => rateOf(value, 'oz/1000sqft');

const alpha: Ingredient = {
  name: 'alpha',
  isOwn: true,
  group: 3,
  content: { in: 'weight', share: 0.5 },
  acid: null,
  counts: 'a.i.',
  yearLimit: null,
};
/** One row of a rate table that says no more than it must. */
export const row = (turf: Turf, low: ProductRate, high: ProductRate): LabelRate => ({
  turf,
  low,
  high,
  use: 'pre-emergent',
  region: null,
  months: null,
  monthsAt: [],
  yearLimit: null,
  mostApplications: null,
  intervalDays: null,
  dormancy: 'any',
});

/** A 50 % dry pre-emergent: 0.2 to 0.8 oz/1,000 sq ft at once, 1.0 oz a calendar year, 60 days apart. */
export const label: Label = {
  id: 'dry-50',
  version: 1,
  kind: 'herbicide',
  name: 'Test 50 WG',
  registrationNumber: 'TEST-1',
  labelDate: '2027-01-01',
  demo: true,
  status: 'registered',
  registeredIn: ['Merrow'],
  formulation: 'WG',
  signalWord: 'Caution',
  restrictedUse: false,
  category: 'turf',
  ingredients: [alpha],
  density: null,
  analysis: null,
  rates: [row('tall fescue', oz(0.2), oz(0.8))],
  rateUnit: 'oz/1000sqft',
  amountUnit: 'oz',
  period: 'calendar year',
  yearLimit: oz(1),
  mostApplications: null,
  minimumIntervalDays: 60,
  seedingWait: [
    { upTo: oz(0.4), days: 120 },
    { upTo: oz(0.8), days: 200 },
  ],
  seedlings: { weeks: 8, mowings: 3, since: 'sown' },
  keepsFromFruit: false,
  sites: null,
  // what is null here, the label sets none of
  none: NONE_KEYS,
  inSoil: true,
  onLeaf: false,
  reachesBack: false,
  before: ['smooth-crabgrass'],
  after: [{ weed: 'dandelion', upTo: 'mature' }],
  wateringIn: { depth: fromInchesOfWater(0.5), withinDays: 7 },
  rainFreeHours: null,
  air: { least: null, most: null, dayMost: null },
  windLimit: null,
  methods: ['boom', 'backpack'],
  carrier: null,
  surfactantPercent: null,
  adjuvant: null,
  tankMix: 'as its label says',
  addedAs: null,
  notWith: [],
  sprayPh: null,
  turnsWater: null,
  compatibility: '',
  setbacks: [],
  mowing: { beforeDays: 0, afterDays: 0 },
  stains: false,
  mixHours: null,
  packages: [],
  ppe: 'Gloves',
  reentry: 'Until dry',
  reentryHours: null,
  cautions: [],
  figures: figuresOf(EMPTY_VALUES),
};

/** A 4 lb/gal leaf-active product, dry for 6 hours, 60 to 85 °F. */
export const leafLabel: Label = {
  ...label,
  id: 'leaf-4',
  name: 'Test 4 SL',
  formulation: 'SL',
  ingredients: [
    { ...alpha, name: 'beta', group: 4, content: { in: 'volume', gramsPerLitre: gramsPerLitre(480) } },
  ],
  rates: [
    { ...row('tall fescue', rateOf(0.5, 'floz/1000sqft'), rateOf(1, 'floz/1000sqft')), use: 'post-emergent' },
  ],
  rateUnit: 'floz/1000sqft',
  amountUnit: 'floz',
  yearLimit: rateOf(2, 'floz/1000sqft'),
  minimumIntervalDays: 30,
  seedingWait: [{ upTo: rateOf(1, 'floz/1000sqft'), days: 28 }],
  inSoil: false,
  onLeaf: true,
  wateringIn: null,
  rainFreeHours: 6,
  air: { least: celsius(15), most: celsius(29), dayMost: null },
};

export const rules: HouseRules = {
  windLimit: fromMilesPerHour(10),
  windCaution: fromMilesPerHour(7),
  workFrom: 7,
  workTo: 18,
  calmHours: 3,
  leadDays: 42,
  spacing: DEFAULT_SPACING,
  ...rulesFrom(USUAL_GATE_RULES),
  ceilings: [],
  // no slack: days are those of the labels
  seedSlackDays: 0,
  fallHabit: null,
};

export const zone: ZoneFacts = {
  turf: 'tall fescue',
  texture: 'clay loam',
  mixedWith: null,
  seedings: [],
  irrigationPerHour: null,
  area: squareMetres(500),
  latitude: 39,
  state: 'Merrow',
  waters: [],
  grounds: 'home lawn',
  fruit: false,
  optOut: '',
  trees: false,
  beds: false,
  cover: 'none',
  noticeHours: null,
  organicOnly: false,
};
export const product: ApplicationProduct = {
  position: 1,
  label,
  rate: oz(0.4),
  use: 'pre-emergent',
  targets: [],
  method: null,
  place: WHOLE_ZONE,
  tank: 1,
  tie: null,
};
/** A later part of a split in two, of which the first went down on a day; null: it never did. */
export const secondOf = (previous: Day | null, done = true): ApplicationProduct['tie'] => ({
  id: 'tie',
  kind: 'split',
  part: 2,
  of: 2,
  spacing: DEFAULT_SPACING,
  previous: previous === null ? null : { day: previous, done },
});
export const spots = (area: number, ground = ''): Place => ({
  on: 'spots',
  area: squareMetres(area),
  ground,
});
/** A post-emergent on dandelion. */
export const leafProduct: ApplicationProduct = {
  ...product,
  label: leafLabel,
  rate: rateOf(0.8, 'floz/1000sqft'),
  use: 'post-emergent',
  targets: ['dandelion'],
};
export const means: Resources = {
  licences: [{ person: 'Ada Fenn', categories: ['turf'], validTo: addDays(today, 400) }],
  equipment: [{ name: 'Backpack', method: 'backpack', calibratedOn: addDays(today, -5) }],
  onHand: {},
};

/** Ten days of one wind (mph) and of rain (in an hour of each day's noon). */
export function sky(mph: number, inches: number, from = today): Forecast {
  const rain = new Float64Array(240);
  for (let d = 0; d < 10; d++) rain[d * 24 + 12] = fromInchesOfWater(inches);
  return {
    from,
    // 4 to 20 °C
    air: Float64Array.from({ length: 240 }, (_, h) => 12 - 8 * Math.cos((2 * Math.PI * ((h % 24) - 3)) / 24)),
    rain,
    wind: new Float64Array(240).fill(fromMilesPerHour(mph)),
    airError: new Float64Array(240).fill(1),
    rainChance: new Float64Array(240).fill(inches > 0 ? 0.9 : 0),
  };
}

/** Forty days up to today at 10 °C with so much rain (mm) at each day's noon. */
export function lately(rainMm: number): HourlyWeather {
  const hours = 40 * 24;
  const rain = new Float64Array(hours);
  for (let d = 0; d < 40; d++) rain[d * 24 + 12] = rainMm;
  const wind = new Float64Array(hours).fill(2);
  const air = Float64Array.from(
    { length: hours },
    (_, h) => 10 - 6 * Math.cos((2 * Math.PI * (h % 24)) / 24),
  );
  return { from: addDays(today, -40), air, rain, wind };
}

const NO_DATES = { p10: null, p50: null, p90: null };
/** A line of this spring, or of another season; of the next season nothing is known. */
export function line(dates: Odds, crossed: Day | null = null, begins = dayOf(2027, 1, 25)): Line {
  return { begins, crossed, dates, next: { begins: addDays(begins, 365), crossed: null, dates: NO_DATES } };
}
export function outlook(dates: Odds, crossed: Day | null = null): Outlook {
  return {
    // what was crossed is behind whatever was odds
    ...line(crossed === null ? dates : { p10: crossed, p50: crossed, p90: crossed }, crossed),
    from: dayOf(2027, 1, 1),
    today,
    observed: [],
    band: { p10: [], p50: [], p90: [] },
    rule: DEFAULT_CROSSING,
    fall: DEFAULT_FALL,
    members: [],
    depth: DEFAULT_CROSSING.depth,
    correction: UNCORRECTED,
    watches: {},
    strip: null,
  };
}

/** What went down of a label on a day; a label and a rate of its own may be given. */
export const entry = (
  day: Day,
  ounces: number,
  { label: of = label, rate = oz(ounces), ...over }: Partial<LedgerEntry & { label: Label }> = {},
): LedgerEntry => ({
  ...entryOf(of, rate ?? oz(ounces), { id: `e${day}`, day, status: 'done', share: 1, ground: null }),
  ...over,
});

/** The day from which the book is whole: long ago. */
export const BOOK_FROM = addDays(today, -4000);

export const context = (over: Partial<GateContext> = {}): GateContext => ({
  applicationId: 'a',
  product,
  beside: [],
  zone,
  ledger: [],
  bookFrom: BOOK_FROM,
  outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 25), p90: addDays(today, 30) }),
  forecast: sky(3, 0.1),
  recent: lately(0),
  seen: NOTHING_SEEN,
  means,
  lifts: [],
  rules,
  today,
  hour: 7,
  clockAhead: [],
  sunBehind: 0,
  ...over,
});

const aDay = fc.integer({ min: -400, max: 400 }).map((n) => addDays(today, n));
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null });
const aRate = fc.double({ min: 0.01, max: 3, noNaN: true }).map(oz);

const aPlace: fc.Arbitrary<Place> = fc.oneof(
  fc.constant(WHOLE_ZONE),
  fc.tuple(fc.integer({ min: 1, max: 6000 }), fc.constantFrom('', 'back')).map(([m2, at]) => spots(m2, at)),
  fc
    .tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 3 }))
    .map(([length, width]): Place => ({
      on: 'strip',
      length: metres(length),
      width: metres(width),
      ground: '',
    })),
);

/** Any context at all, likely or not: what every gate must stand. */
export const anyContext: fc.Arbitrary<GateContext> = fc.record({
  applicationId: fc.constant('a'),
  bookFrom: maybe(aDay),
  product: fc.record({
    position: fc.constant(1),
    label: fc
      .record({
        status: fc.constantFrom('registered' as const, 'cancelled' as const),
        formulation: fc.constantFrom('WG' as const, 'G' as const),
        period: fc.constantFrom('calendar year' as const, '12 months' as const),
        minimumIntervalDays: maybe(fc.integer({ min: 0, max: 400 })),
        reachesBack: fc.boolean(),
        registeredIn: maybe(fc.constantFrom(['Merrow'], [])),
        restrictedUse: fc.boolean(),
        category: maybe(fc.constantFrom('turf', 'forest')),
        analysis: maybe(fc.constant({ n: 0.18, p: 0, k: 0 })),
        mostApplications: maybe(fc.integer({ min: 0, max: 4 })),
        seedlings: maybe(
          fc.record({
            weeks: maybe(fc.nat(20)),
            mowings: maybe(fc.nat(4)),
            since: fc.constantFrom(...SEEDLINGS_SINCE),
          }),
        ),
        none: fc.subarray([...NONE_KEYS]),
        sites: maybe(fc.subarray([...SITES], { minLength: 1 })),
        keepsFromFruit: maybe(fc.boolean()),
        inSoil: fc.boolean(),
        onLeaf: fc.boolean(),
        rainFreeHours: maybe(fc.double({ min: 0, max: 30, noNaN: true })),
        air: fc.record({
          least: maybe(fc.integer({ min: 0, max: 15 }).map(celsius)),
          most: maybe(fc.integer({ min: 16, max: 30 }).map(celsius)),
          dayMost: maybe(fc.integer({ min: 16, max: 30 }).map(celsius)),
        }),
        methods: fc.subarray([...METHODS]),
        tankMix: fc.constantFrom(...TANK_MIXES),
        notWith: fc.subarray(['iron', 'Other']),
        sprayPh: maybe(fc.constant({ least: 4, most: 7 })),
        turnsWater: fc.constantFrom(...WATER_TURNS, null),
        setbacks: fc.array(
          fc.record({
            from: fc.constantFrom(...SETBACKS_FROM),
            distance: fc.integer({ min: 0, max: 40 }).map(metres),
          }),
          { maxLength: 3 },
        ),
        mowing: fc.record({ beforeDays: maybe(fc.nat(5)), afterDays: maybe(fc.nat(5)) }),
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
            group: maybe(fc.constant(3)),
            acid: fc.constant(null),
            counts: fc.constantFrom('a.i.' as const, 'a.e.' as const),
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
    use: fc.constantFrom(...USES),
    targets: fc.subarray([...ALL_WEEDS], { maxLength: 3 }),
    method: maybe(fc.constantFrom(...METHODS)),
    place: aPlace,
    tank: fc.constant(1),
    tie: fc.constantFrom(null, secondOf(null), secondOf(addDays(today, -20)), secondOf(today, false)),
  }),
  beside: fc
    .array(
      fc.record({
        label: fc.constantFrom(leafLabel, label),
        rate: aRate,
        use: fc.constantFrom(...USES),
        targets: fc.subarray([...ALL_WEEDS], { maxLength: 2 }),
        tank: fc.integer({ min: 1, max: 3 }),
        place: aPlace,
      }),
      { maxLength: 3 },
    )
    .map((list) => list.map((p, i) => ({ ...p, position: i + 2, method: null, tie: null }))),
  zone: fc.record({
    turf: fc.constantFrom(...TURFS),
    texture: fc.constantFrom(...TEXTURES),
    mixedWith: maybe(fc.constantFrom(...TURFS)),
    seedings: fc.array(fc.record({ on: aDay, kind: fc.constantFrom(...SOWINGS) }), { maxLength: 3 }),
    irrigationPerHour: maybe(fc.double({ min: 0, max: 30, noNaN: true }).map((v) => v as Millimetres)),
    area: fc.integer({ min: 1, max: 5000 }).map(squareMetres),
    latitude: fc.integer({ min: -60, max: 70 }),
    state: maybe(fc.constant('Merrow')),
    waters: maybe(
      fc.array(
        fc.record({
          kind: fc.constantFrom(...WATERS),
          distance: maybe(fc.integer({ min: 0, max: 50 }).map(metres)),
        }),
        { maxLength: 3 },
      ),
    ),
    grounds: maybe(fc.constantFrom(...SITES)),
    fruit: fc.boolean(),
    optOut: fc.constantFrom('', 'granules'),
    trees: fc.boolean(),
    beds: fc.boolean(),
    cover: fc.constantFrom(...COVERS),
    noticeHours: maybe(fc.nat(72)),
    organicOnly: fc.boolean(),
  }),
  recent: maybe(fc.nat(20).map(lately)),
  seen: fc.record({
    mownOn: maybe(aDay),
    green: maybe(fc.record({ share: fc.double({ min: 0, max: 1, noNaN: true }), on: aDay })),
    stress: maybe(fc.record({ kind: fc.constantFrom('none' as const, 'heat' as const), on: aDay })),
    stages: fc.array(
      fc.record({ weed: fc.constantFrom(...ALL_WEEDS), stage: fc.constantFrom(...STAGES), on: aDay }),
      { maxLength: 3 },
    ),
    seededOn: maybe(aDay),
    seedlingMowings: fc.nat(5),
    events: fc.array(fc.record({ on: aDay, what: fc.constant('party') }), { maxLength: 2 }),
    phosphorus: maybe(fc.record({ isWanted: fc.boolean(), on: aDay })),
    opened: fc.constant([]),
    nextYear: fc.constant([]),
    noticeSent: maybe(aDay.map((d) => hourOf(d, 9))),
  }),
  means: fc.record({
    licences: fc.array(
      fc.record({
        person: fc.constant('Ada Fenn'),
        categories: fc.subarray(['turf', 'forest']),
        validTo: aDay,
      }),
      { maxLength: 2 },
    ),
    equipment: fc.array(
      fc.record({ name: fc.constant('A'), method: fc.constantFrom(...METHODS), calibratedOn: maybe(aDay) }),
      { maxLength: 2 },
    ),
    onHand: fc.constantFrom({}, { 'dry-50': 1 }),
  }),
  lifts: fc.array(
    fc.record({
      plannedId: fc.constantFrom('a', 'b'),
      gate: fc.constantFrom(...GATE_KEYS),
      reason: fc.constantFrom(null, 'windy' as const),
      position: fc.constantFrom(null, 1),
      by: fc.constant('Mara'),
      why: fc.constant('because'),
      from: aDay,
      until: aDay,
    }),
    { maxLength: 2 },
  ),
  ledger: fc.array(
    fc
      .record({
        day: aDay,
        rate: aRate,
        status: fc.constantFrom('done' as const, 'planned' as const, 'before' as const),
        share: fc.constantFrom(1, 0.1),
        ground: maybe(fc.constantFrom('', 'back')),
      })
      .map((e) => entry(e.day, 0, e)),
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
  rules: fc.constantFrom(rules, {
    ...rules,
    fertilizerBan: { from: { month: 11, date: 15 }, to: { month: 4, date: 1 } },
    phosphorusByTest: true,
    ceilings: [{ turf: 'tall fescue', ingredient: 'Alpha', most: 0.3 as KilogramsPerHectare }],
    seedSlackDays: 14,
  }),
  today: fc.constant(today),
  hour: fc.integer({ min: 0, max: 23 }),
  sunBehind: fc.double({ min: -1, max: 1, noNaN: true }),
  clockAhead: fc.constantFrom([], [{ from: addDays(today, 3), to: addDays(today, 90), hours: 1 }]),
});

export const anyRange: fc.Arbitrary<Range<Day>> = fc
  .tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: 0, max: 120 }))
  .map(([from, length]) => ({ from: addDays(today, from), to: addDays(today, from + length) }));
