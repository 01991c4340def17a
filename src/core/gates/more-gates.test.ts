/** The gates of papers, equipment, people and turf: open, ajar, shut and not known of each. Bounds: common practice. */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { spanAt } from '@/core/calendar/span';
import type { Outlook } from '@/core/ground/outlook';
import { metres, type KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import {
  product,
  spots,
  context,
  entry,
  label,
  leafProduct,
  leafLabel,
  means,
  outlook,
  rules,
  today,
  zone,
} from '../../../tests/support/gate-context';
import { applicationCount } from './application-count';
import { equipment } from './equipment';
import { event } from './event';
import { NOTHING_SEEN, type Seen } from '@/core/facts/facts';
import type { Gate, GateContext, Verdict } from './gate';
import { growthStage } from './growth-stage';
import { houseCeiling } from './house-ceiling';
import { licence } from './licence';
import { mowing } from './mowing';
import { nitrogen } from './nitrogen';
import { notice } from './notice';
import { registration } from './registration';
import { resistance } from './resistance';
import { seedingBehind } from './seeding-behind';
import { setback } from './setback';
import { stock } from './stock';
import { turfState } from './turf-state';

const on = (gate: Gate, c: GateContext, day: Day = today): Verdict =>
  spanAt(gate.spans(c, { from: addDays(day, -1), to: addDays(day, 2) }), day)!.verdict;
const said = (v: Verdict) =>
  [v.state, v.state === 'shut' ? v.strength : null, v.reason.code].filter(Boolean).join(' ');
const withLabel = (over: Partial<typeof label>, base = product) => ({
  product: { ...base, label: { ...base.label, ...over } },
});
const seen = (over: Partial<Seen>) => ({ seen: { ...NOTHING_SEEN, ...over } });
/** An outlook whose soil stands at so many °C every day. */
const soilAt = (t: number): Outlook => {
  const days = Array.from({ length: 365 }, () => t);
  return {
    ...outlook({ p10: null, p50: null, p90: null }),
    observed: days.slice(0, today - dayOf(2027, 1, 1)),
    band: { p10: days, p50: days, p90: days },
  };
};

describe('registration', () => {
  test.each([
    [{}, 'open registered-here'],
    [{ status: 'cancelled' as const }, 'shut bolt product-cancelled'],
    [{ registeredIn: ['Elsewhere'] }, 'shut bolt not-registered-here'],
    [{ registeredIn: null }, 'ajar not-known'],
  ])('%o is %s', (over, expected) => expect(said(on(registration, context(withLabel(over))))).toBe(expected));
  test('a lawn whose state is not said is not known', () =>
    expect(said(on(registration, context({ zone: { ...zone, state: null } })))).toBe('ajar not-known'));
});

describe('number of applications', () => {
  const twice = withLabel({ mostApplications: 2 });
  test('opens below the label’s number and shuts at it, by its period', () => {
    const one = [entry(dayOf(2027, 2, 1), 0.1)];
    const two = [...one, entry(dayOf(2027, 3, 1), 0.1)];
    expect(said(on(applicationCount, context({ ...twice, ledger: one })))).toBe('open within-count');
    expect(said(on(applicationCount, context({ ...twice, ledger: two })))).toBe('shut bolt count-reached');
    // the next calendar year counts anew
    expect(on(applicationCount, context({ ...twice, ledger: two }), dayOf(2028, 1, 2)).state).toBe('open');
    const rolling = withLabel({ mostApplications: 2, period: '12 months' });
    expect(on(applicationCount, context({ ...rolling, ledger: two }), dayOf(2028, 1, 2)).state).toBe('shut');
  });
  test('a label that sets none is open', () =>
    expect(said(on(applicationCount, context()))).toBe('open no-count-limit'));
});

describe('seeding behind', () => {
  const sown = (days: number, mowings: number) =>
    context(seen({ seededOn: addDays(today, -days), seedlingMowings: mowings }));
  test.each([
    [10, 0, 'shut bolt seedlings-too-young'],
    [56, 2, 'shut bolt seedlings-too-young'],
    [55, 3, 'shut bolt seedlings-too-young'],
    [56, 3, 'open seedlings-old-enough'],
    [366, 0, 'open not-seeded'],
  ])('%p days after sowing with %p mowings, of 8 weeks and 3: %s', (days, mowings, expected) =>
    expect(said(on(seedingBehind, sown(days, mowings)))).toBe(expected),
  );
  test('a sheet that does not say keeps shut; nothing sown is open', () => {
    const c = { ...sown(10, 0), ...withLabel({ seedlings: null, none: [] }) };
    expect(said(on(seedingBehind, c))).toBe('shut bolt not-known');
    expect(said(on(seedingBehind, context()))).toBe('open not-seeded');
  });
});

describe('trees, beds, water', () => {
  const asks = withLabel({
    setbacks: [
      { from: 'pond', distance: metres(10) },
      { from: 'tree', distance: metres(1) },
    ],
  });
  const near = (distance: number | null) =>
    context({
      ...asks,
      zone: { ...zone, waters: [{ kind: 'pond', distance: distance === null ? null : metres(distance) }] },
    });
  test('inside, beyond, and not measured', () => {
    expect(said(on(setback, near(9.9)))).toBe('shut bolt inside-setback');
    expect(said(on(setback, near(10)))).toBe('open beyond-setback');
    expect(said(on(setback, near(null)))).toBe('shut bolt not-known');
  });
  test('other water does not matter; trees are kept off, ajar', () => {
    const well = context({ ...asks, zone: { ...zone, waters: [{ kind: 'well', distance: null }] } });
    expect(said(on(setback, well))).toBe('open no-setback');
    expect(said(on(setback, context({ ...asks, zone: { ...zone, trees: true, waters: [] } })))).toBe(
      'ajar keep-off',
    );
  });
});

describe('licence', () => {
  const with_ = (validTo: Day, categories = ['turf']) =>
    context({ means: { ...means, licences: [{ person: 'Ada Fenn', categories, validTo }] } });
  test('open to its last day, shut after; another category and none are shut', () => {
    expect(said(on(licence, with_(today)))).toBe('open licensed');
    expect(said(on(licence, with_(addDays(today, -1))))).toBe('shut bolt no-valid-licence');
    expect(said(on(licence, with_(addDays(today, 99), ['forest'])))).toBe('shut bolt no-valid-licence');
    expect(said(on(licence, context({ means: { ...means, licences: [] } })))).toBe(
      'shut bolt no-valid-licence',
    );
  });
  test('a sheet without category is not known, and shut without anybody where use is restricted', () => {
    expect(said(on(licence, context(withLabel({ category: null }))))).toBe('ajar not-known');
    const rup = withLabel({ category: null, restrictedUse: true });
    expect(said(on(licence, context({ ...rup, means: { ...means, licences: [] } })))).toBe(
      'shut bolt not-known',
    );
    // which licence covers it nobody has said: any does not
    expect(said(on(licence, context(rup)))).toBe('shut bolt not-known');
  });
});

describe('equipment', () => {
  const owning = (...list: GateContext['means']['equipment']) =>
    context({ means: { ...means, equipment: list } });
  const backpack = (calibratedOn: Day | null) => ({
    name: 'Backpack',
    method: 'backpack' as const,
    calibratedOn,
  });
  test('by the days of the house since calibration', () => {
    const days = rules.calibrationDays;
    expect(said(on(equipment, owning(backpack(addDays(today, 1 - days)))))).toBe('open calibrated');
    expect(said(on(equipment, owning(backpack(addDays(today, -days)))))).toBe('shut latch calibration-old');
    expect(said(on(equipment, owning(backpack(null))))).toBe('shut latch never-calibrated');
    // what lies ahead may be calibrated by then: not known
    expect(said(on(equipment, owning(backpack(today)), addDays(today, days)))).toBe(
      'ajar calibration-runs-out',
    );
  });
  test('ajar where somebody said without figures that it is right, with the name and the reason', () => {
    const waived = { by: 'Pat Olson', why: 'the dealer did it' };
    const verdict = on(equipment, owning({ ...backpack(today), waived }));
    expect(verdict).toMatchObject({ state: 'ajar', reason: { code: 'calibration-waived', ...waived } });
    // and shut when it is old all the same
    const old = { ...backpack(addDays(today, -rules.calibrationDays)), waived };
    expect(said(on(equipment, owning(old)))).toBe('shut latch calibration-old');
  });
  test('hose-end only where the label says so; no equipment; a sheet that does not say', () => {
    const hose = { name: 'Hose', method: 'hose-end' as const, calibratedOn: today };
    expect(said(on(equipment, owning(hose)))).toBe('shut bolt method-not-on-label');
    expect(said(on(equipment, owning()))).toBe('shut bolt method-not-on-label');
    expect(on(equipment, { ...owning(hose), ...withLabel({ methods: ['hose-end'] }) }).state).toBe('open');
    expect(said(on(equipment, context(withLabel({ methods: [] }))))).toBe('shut bolt not-known');
  });
});

test('event: shut on the day and while re-entry runs into it, open else', () => {
  const party = seen({ events: [{ on: addDays(today, 3), what: 'party' }] });
  const c = context({ ...party, ...withLabel({ reentryHours: 48 }) });
  expect([0, 1, 2, 3, 4].map((d) => on(event, c, addDays(today, d)).state)).toEqual([
    'open',
    'shut',
    'shut',
    'shut',
    'open',
  ]);
  // until dry counts as a day
  expect(on(event, context(party), addDays(today, 1)).state).toBe('open');
  expect(said(on(event, context()))).toBe('open no-event');
});

describe('notice', () => {
  const wish = { zone: { ...zone, noticeHours: 24 } };
  const sent = (hour: number) => seen({ noticeSent: hourOf(today, hour) });
  test('a wish is a latch, the code a bolt; nobody’s wish is open', () => {
    expect(said(on(notice, context(wish)))).toBe('shut latch notice-not-sent');
    const code = { rules: { ...rules, noticeByCode: true, noticeHours: 48 } };
    expect(said(on(notice, context(code)))).toBe('shut bolt notice-not-sent');
    expect(said(on(notice, context()))).toBe('open no-notice-needed');
  });
  test('opens so many hours after it went out, to the hour; further ahead it can still go out', () => {
    const c = context({ ...wish, ...sent(10) });
    const hours = notice.hours!(c, { from: hourOf(today, 0), to: hourOf(addDays(today, 2), 0) });
    expect(hours.map((s) => [s.from - hourOf(today, 0), s.verdict.reason.code])).toEqual([
      [0, 'notice-not-sent'],
      [10, 'notice-too-short'],
      [34, 'notice-given'],
    ]);
    expect(on(notice, c, today).state).toBe('shut');
    expect(on(notice, c, addDays(today, 1)).state).toBe('open');
    expect(said(on(notice, context(wish), addDays(today, 3)))).toBe('ajar notice-to-send');
  });
});

describe('growth stage', () => {
  const on_ = (
    stage: Seen['stages'][number]['stage'],
    ago = 0,
    weed: 'dandelion' | 'smooth-crabgrass' = 'dandelion',
  ) => seen({ stages: [{ weed, stage, on: addDays(today, -ago) }] });
  const crab = {
    ...leafProduct,
    targets: ['smooth-crabgrass'] as const,
    label: { ...leafLabel, after: [{ weed: 'smooth-crabgrass' as const, upTo: '1 tiller' as const }] },
  };
  test('a pre-emergent does not ask; no target and nobody’s look are not known', () => {
    expect(said(on(growthStage, context()))).toBe('open not-for-this-use');
    expect(said(on(growthStage, context({ product: { ...leafProduct, targets: [] } })))).toBe(
      'ajar not-known',
    );
    expect(said(on(growthStage, context({ product: leafProduct })))).toBe('ajar not-known');
  });
  test('what was seen decides, and moves on: tillers come after three weeks, and the label stops there', () => {
    const at = (ago: number) =>
      said(on(growthStage, context({ product: crab, ...on_('seedling', ago, 'smooth-crabgrass') })));
    expect([at(0), at(20), at(21), at(34), at(35)]).toEqual([
      'open stage-controlled',
      'open stage-controlled',
      'open stage-controlled',
      'open stage-controlled',
      'shut latch past-stage',
    ]);
    const dandelion = (ago: number) =>
      said(on(growthStage, context({ product: leafProduct, ...on_('mature', ago) })));
    expect([dandelion(60), dandelion(90), dandelion(300)]).toEqual([
      'open stage-controlled',
      'ajar not-known',
      'ajar not-known',
    ]);
    expect(said(on(growthStage, context({ product: leafProduct, ...on_('not up') })))).toBe(
      'shut latch target-not-up',
    );
  });
  test('a weed that is not on the label is shut; what the soil alone tells never opens', () => {
    const other = { ...leafProduct, targets: ['henbit'] as const };
    expect(said(on(growthStage, context({ product: other })))).toBe('shut latch target-not-on-label');
    const o = outlook({ p10: addDays(today, -20), p50: addDays(today, -10), p90: null });
    expect(said(on(growthStage, context({ product: crab, outlook: o })))).toBe('ajar stage-expected');
    expect(said(on(growthStage, context({ product: crab, outlook: o }), addDays(today, -12)))).toBe(
      'shut latch target-not-up',
    );
  });
});

describe('turf state', () => {
  const bermuda = { zone: { ...zone, turf: 'bermudagrass' as const } };
  const rows = (dormancy: 'any' | 'dormant only' | 'not while greening') => ({
    product: {
      ...leafProduct,
      label: { ...leafLabel, rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass' as const, dormancy }] },
    },
  });
  test.each([
    ['any', 10, 'open turf-dormant'],
    ['any', 18, 'shut latch part-green'],
    ['any', 25, 'open turf-green'],
    ['not while greening', 18, 'shut bolt part-green'],
    ['dormant only', 10, 'shut bolt not-known'],
    ['dormant only', 25, 'shut bolt not-known'],
  ] as const)('%s on a soil of %p °C: %s', (dormancy, soil, expected) =>
    expect(said(on(turfState, context({ ...bermuda, ...rows(dormancy), outlook: soilAt(soil) })))).toBe(
      expected,
    ),
  );
  test('what is seen corrects the soil', () => {
    const c = context({
      ...bermuda,
      ...rows('any'),
      outlook: soilAt(10),
      ...seen({ green: { share: 0.5, on: today } }),
    });
    expect(said(on(turfState, c))).toBe('shut latch part-green');
  });
  test('no outlook is not known; cool-season turf and granules do not ask; heat shuts for two weeks, drought until it has rained', () => {
    expect(said(on(turfState, context({ ...bermuda, ...rows('any'), outlook: null })))).toBe(
      'ajar not-known',
    );
    expect(said(on(turfState, context({ product: leafProduct })))).toBe('open turf-state-irrelevant');
    const dry = context({ product: leafProduct, ...seen({ stress: { kind: 'drought', on: today } }) });
    expect(said(on(turfState, dry))).toBe('shut latch turf-stressed');
    const hot = context({ product: leafProduct, ...seen({ stress: { kind: 'heat', on: today } }) });
    expect(said(on(turfState, hot, addDays(today, 13)))).toBe('shut latch turf-stressed');
    expect(on(turfState, hot, addDays(today, 14)).state).toBe('open');
  });
});

describe('nitrogen', () => {
  const fed = {
    ...product,
    label: { ...label, analysis: { n: 0.18, p: 0, k: 0 } },
    rate: rateOf(5, 'lb/1000sqft'),
  };
  const warm = (t: number, over: Partial<GateContext> = {}) =>
    context({ product: fed, outlook: soilAt(t), ...over });
  test('0.9 lb N of 4 fits fescue (common practice: 18 % N, one 50-lb bag per 10,000 sq ft)', () => {
    const v = on(nitrogen, warm(15));
    expect(said(v)).toBe('open nitrogen-fits');
    const lb = rateOf(1, 'lb/1000sqft').rate;
    expect(v.reason.code === 'nitrogen-fits' && [v.reason.now / lb, v.reason.budget / lb]).toEqual([
      expect.closeTo(0.9, 9),
      expect.closeTo(4, 9),
    ]);
  });
  test('over the budget, over 80 °F of soil, and on dormant turf it is shut', () => {
    const ledger = [entry(dayOf(2027, 2, 1), 0, { label: fed.label, rate: rateOf(18, 'lb/1000sqft') })];
    expect(said(on(nitrogen, warm(15, { ledger })))).toBe('shut latch over-nitrogen');
    expect(said(on(nitrogen, warm(27)))).toBe('shut latch soil-too-warm-for-nitrogen');
    expect(said(on(nitrogen, warm(10, { zone: { ...zone, turf: 'centipedegrass' } })))).toBe(
      'shut latch dormant-wants-no-nitrogen',
    );
    const strict = { rules: { ...rules, nitrogenYear: 1 as KilogramsPerHectare } };
    expect(said(on(nitrogen, warm(15, strict)))).toBe('shut latch over-nitrogen');
  });
  test('no outlook is not known; no nitrogen is open; a liquid without density is not known', () => {
    expect(said(on(nitrogen, context({ product: fed, outlook: null })))).toBe('ajar not-known');
    expect(said(on(nitrogen, context()))).toBe('open no-nitrogen');
    const liquid = { ...leafProduct, label: { ...leafLabel, analysis: { n: 0.28, p: 0, k: 0 } } };
    expect(said(on(nitrogen, context({ product: liquid })))).toBe('ajar not-known');
  });
});

describe('mowing', () => {
  const mown = (ago: number) => seen({ mownOn: addDays(today, -ago) });
  test('a leaf-active product waits a day, or the label’s days', () => {
    expect(said(on(mowing, context({ product: leafProduct, ...mown(0) })))).toBe(
      'shut latch mown-too-recently',
    );
    expect(said(on(mowing, context({ product: leafProduct, ...mown(1) })))).toBe('open mown-long-enough-ago');
    const three = withLabel({ mowing: { beforeDays: 3, afterDays: 0 } }, leafProduct);
    expect(on(mowing, context({ ...three, ...mown(2) })).state).toBe('shut');
    expect(on(mowing, context({ ...three, ...mown(3) })).state).toBe('open');
    // what the label asks for and nobody wrote down is not known
    expect(said(on(mowing, context(three)))).toBe('ajar not-known');
    expect(said(on(mowing, context()))).toBe('open no-mowing-rule');
  });
  test('long dead leaf catches a sprayed barrier until it is cut', () => {
    const long = { zone: { ...zone, cover: 'heavy' as const } };
    expect(said(on(mowing, context(long)))).toBe('shut latch dead-leaf-catches');
    expect(on(mowing, context({ ...long, ...mown(3) })).state).toBe('open');
    expect(on(mowing, context({ ...long, ...withLabel({ formulation: 'G' }) })).state).toBe('open');
  });
});

describe('resistance', () => {
  const in_ = (...years: number[]) => years.map((y) => entry(dayOf(y, 4, 1), 0.4));
  test('ajar in the second year running, shut in the third; another group between breaks the row', () => {
    expect(said(on(resistance, context({ ledger: in_(2024) })))).toBe('open groups-rotate');
    expect(said(on(resistance, context({ ledger: in_(2026) })))).toBe('ajar group-running');
    expect(said(on(resistance, context({ ledger: in_(2025, 2026) })))).toBe('shut latch group-running');
    const other = { ...label, id: 'x', ingredients: [{ ...label.ingredients[0]!, group: 14 }] };
    const broken = [...in_(2025, 2026), entry(dayOf(2026, 5, 1), 0.4, { label: other })];
    expect(on(resistance, context({ ledger: broken })).state).toBe('open');
  });
  test('a group that is not said is not known', () => {
    const unsaid = withLabel({ ingredients: [{ ...label.ingredients[0]!, group: null }] });
    expect(said(on(resistance, context(unsaid)))).toBe('ajar not-known');
  });
});

test('stock: enough, too little, and no book', () => {
  const need = product.rate.rate * 0.05; // kg on 500 m²
  const have = (kg: number) => context({ means: { ...means, onHand: { 'dry-50': kg } } });
  expect(said(on(stock, have(need)))).toBe('open enough-on-hand');
  expect(said(on(stock, have(need * 0.99)))).toBe('shut latch not-enough-on-hand');
  const few = { ...product, place: spots(zone.area / 10) };
  expect(said(on(stock, { ...have(need / 10), product: few }))).toBe('open enough-on-hand');
  expect(said(on(stock, context()))).toBe('open stock-not-kept');
});

describe('house ceiling', () => {
  const most = (kg: number, turf = zone.turf) => ({
    rules: { ...rules, ceilings: [{ turf, ingredient: 'Alpha', most: kg as KilogramsPerHectare }] },
  });
  // 0.4 oz of a 50 % product on 1,000 sq ft are 0.610 kg a.i./ha: NIST Handbook 44
  const had = (days: number) => ({ ledger: [entry(addDays(today, -days), 0.4)] });
  test.each([
    [{}, 'open no-ceiling'],
    [most(0.5, 'zoysiagrass'), 'open no-ceiling'],
    [most(0.62), 'open within-ceiling'],
    [most(0.6), 'shut latch over-ceiling'],
    [{ ...most(1.23), ...had(60) }, 'open within-ceiling'],
    [{ ...most(1.2), ...had(60) }, 'shut latch over-ceiling'],
    [{ ...most(1.2), ...had(400) }, 'open within-ceiling'],
    // what is planned later in the same twelve months counts too
    [{ ...most(1.2), ...had(-90) }, 'shut latch over-ceiling'],
    [{ ...most(1.2), beside: [{ ...product, position: 2 }] }, 'shut latch over-ceiling'],
    [
      { ...most(1.2), zone: { ...zone, turf: 'zoysiagrass', mixedWith: 'tall fescue' } },
      'open within-ceiling',
    ],
  ] as const)('%# is %s', (over, expected) =>
    expect(said(on(houseCeiling, context(over as Partial<GateContext>)))).toBe(expected),
  );
  // review of answers, row 49: half a pound of the 65 % product an acre a season on centipede
  test('half a pound of a 65 % product an acre on centipede is the house’s most', () => {
    const label65 = {
      ingredients: [{ ...label.ingredients[0]!, content: { in: 'weight' as const, share: 0.65 } }],
    };
    const at = (oz: number) =>
      context({
        ...withLabel(label65, { ...product, rate: rateOf(oz, 'oz/1000sqft') }),
        zone: { ...zone, turf: 'centipedegrass' },
        ...most(rateOf(0.325, 'lb/acre').rate, 'centipedegrass'),
      });
    // 0.5 lb an acre are 0.1837 oz on 1,000 sq ft
    expect(said(on(houseCeiling, at(0.1836)))).toBe('open within-ceiling');
    expect(said(on(houseCeiling, at(0.1838)))).toBe('shut latch over-ceiling');
    expect(said(on(houseCeiling, at(0.55)))).toBe('shut latch over-ceiling');
  });
});
