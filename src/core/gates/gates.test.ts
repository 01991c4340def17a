import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { type MetresPerSecond, type Millimetres } from '@/core/units/quantity';
import { rateIn, rateOf } from '@/core/units/rate';
import { fromInchesOfWater, fromMilesPerHour } from '@/core/units/trade';
import {
  anyContext,
  product,
  context,
  entry,
  label,
  outlook,
  range,
  secondOf,
  sky,
  spots,
  today,
  zone,
} from '../../../tests/support/gate-context';
import type { Gate, GateContext, Verdict } from './gate';
import { interval } from './interval';
import { labelRate } from './label-rate';
import { labelTurf } from './label-turf';
import { seedingAhead } from './seeding-ahead';
import { soilLine } from './soil-line';
import { wateringIn } from './watering-in';
import { wind } from './wind';
import { yearLimit } from './year-limit';

const on = (gate: Gate, c: GateContext, day: Day = today): Verdict => {
  const wide = { from: addDays(day, -1), to: addDays(day, 1) };
  return spanAt(gate.spans(c, wide), day)!.verdict;
};
const said = (v: Verdict) => [v.state, v.reason.code];
const oz = (value: number) => rateOf(value, 'oz/1000sqft');
const at = (ounces: number, over: Partial<typeof product> = {}) => ({
  ...product,
  rate: oz(ounces),
  ...over,
});
const withLabel = (over: Partial<typeof label>) => ({
  product: { ...product, label: { ...label, ...over } },
});
const rank = { open: 0, ajar: 1, shut: 2 };

describe('label turf', () => {
  test('opens for a turf on the label', () =>
    expect(said(on(labelTurf, context()))).toEqual(['open', 'turf-on-label']));
  test('is a bolt for one that is not, and names those that are', () => {
    expect(on(labelTurf, context({ zone: { ...zone, turf: 'centipedegrass' } }))).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { code: 'turf-not-on-label', turf: 'centipedegrass', onLabel: ['tall fescue'] },
    });
  });
});

describe('label rate', () => {
  test.each([
    [0.2, 'open', 'rate-within'],
    [0.8, 'open', 'rate-within'],
    [0.81, 'shut', 'rate-over'],
    [0.19, 'shut', 'rate-under'],
  ])('at %p oz of 0.2 to 0.8 oz/1,000 sq ft is %s', (ounces, state, code) => {
    expect(said(on(labelRate, context({ product: at(ounces) })))).toEqual([state, code]);
  });
  test('a limit typed in one unit is kept when the rate is typed in another', () => {
    const same = rateOf(rateIn(oz(0.8), 'lb/acre')!, 'lb/acre');
    expect(on(labelRate, context({ product: { ...product, rate: same } })).state).toBe('open');
  });
  test('a volume on a label that speaks of weight never passes', () => {
    expect(
      on(labelRate, context({ product: { ...product, rate: rateOf(0.4, 'floz/1000sqft') } })).state,
    ).toBe('shut');
  });
});

describe('year limit', () => {
  const withEntries = (...ledger: ReturnType<typeof entry>[]) => context({ ledger });
  test('opens while the total keeps within the limit, and says what would still fit', () => {
    const v = on(yearLimit, withEntries(entry(dayOf(2027, 1, 10), 0.4)));
    expect(said(v)).toEqual(['open', 'within-year-limit']);
    expect(v.reason.code === 'within-year-limit' && rateIn(v.reason.fits, 'oz/1000sqft')).toBeCloseTo(0.6, 9);
  });
  test('is a bolt over it, and names the earlier days', () => {
    const v = on(yearLimit, withEntries(entry(dayOf(2027, 1, 10), 0.4), entry(dayOf(2027, 2, 10), 0.3)));
    expect(v).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { code: 'over-year-limit', earlier: [dayOf(2027, 1, 10), dayOf(2027, 2, 10)] },
    });
    expect(v.reason.code === 'over-year-limit' && rateIn(v.reason.fits, 'oz/1000sqft')).toBeCloseTo(0.3, 9);
  });
  test('reaches the limit exactly without shutting', () => {
    expect(on(yearLimit, withEntries(entry(dayOf(2027, 1, 10), 0.6))).state).toBe('open');
  });
  test('spots add up where they lie: at full rate on the same ground, by their share over the zone', () => {
    const c = context({ ledger: [entry(dayOf(2027, 1, 10), 0.8, { share: 0.1, ground: '' })] });
    const half = (ground: string) => ({ ...c, product: { ...product, place: spots(250, ground) } });
    // 0.8 and 0.4 oz on the same spots are 1.2 of 1.0; on others they do not meet
    const same = on(yearLimit, half(''));
    expect(said(same)).toEqual(['shut', 'over-year-limit']);
    expect(same.reason.code === 'over-year-limit' && rateIn(same.reason.total, 'oz/1000sqft')).toBeCloseTo(
      1.2,
      9,
    );
    expect(
      same.reason.code === 'over-year-limit' && rateIn(same.reason.zoneTotal, 'oz/1000sqft'),
    ).toBeCloseTo(0.28, 9);
    expect(on(yearLimit, half('back')).state).toBe('open');
    // a blanket meets the spots too
    expect(on(yearLimit, c).state).toBe('shut');
    // over the zone the limit holds as well: nine tenths at 1.0 and a quarter at 0.8
    const much = context({ ledger: [entry(dayOf(2027, 1, 10), 1, { share: 0.9, ground: 'front' })] });
    const quarter = { ...product, rate: oz(0.8), place: spots(125, 'back') };
    expect(said(on(yearLimit, { ...much, product: quarter }))).toEqual(['shut', 'over-year-limit']);
  });
  test('what is planned later counts too: this year’s, and every 12 months that contain the day', () => {
    const later = entry(dayOf(2027, 11, 1), 0.7, { status: 'planned' });
    const c = context({ ledger: [later] });
    const v = on(yearLimit, c);
    expect(v).toMatchObject({ state: 'shut', strength: 'bolt', reason: { later: [later.day], earlier: [] } });
    const rolling = (day: Day, ledger = [later]) =>
      on(yearLimit, { ...context({ ledger }), ...withLabel({ period: '12 months' }) }, day).state;
    expect(rolling(dayOf(2027, 3, 1))).toBe('shut');
    // 12 months before 1 November 2027 it no longer meets it
    expect(rolling(dayOf(2026, 11, 1))).toBe('open');
    expect(rolling(dayOf(2026, 11, 2))).toBe('shut');
    // two that each fit with it and not together: the 12 months that end with the second hold all three
    const two = [entry(dayOf(2027, 1, 5), 0.4), entry(dayOf(2027, 6, 1), 0.4, { status: 'planned' })];
    expect(rolling(dayOf(2027, 3, 1), two)).toBe('shut');
    expect(rolling(dayOf(2027, 3, 1), two.slice(0, 1))).toBe('open');
  });
  test('two products of one visit with the same a.i. are one dose: at once, and in the year', () => {
    const ingredient = { ...label.ingredients[0]!, yearLimit: 1.5 as never };
    const first = { ...label, ingredients: [ingredient] };
    const granule = { ...first, id: 'granule', name: 'Test G', formulation: 'G' as const };
    const c = context({
      product: { ...product, label: first, rate: oz(0.6) },
      beside: [{ ...product, position: 2, tank: 2, label: granule, rate: oz(0.6) }],
    });
    // 0.6 oz twice at 50 % are 1.83 kg/ha; the label allows 0.8 oz at once, 1.22 kg/ha, and 1.5 kg/ha a year
    expect(on(labelRate, c)).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { code: 'over-at-once', ingredient: 'alpha', others: ['Test G'] },
    });
    expect(on(yearLimit, c)).toMatchObject({
      state: 'shut',
      reason: { code: 'over-ingredient-limit', beside: ['Test G'] },
    });
    expect(on(labelRate, { ...c, beside: [] }).state).toBe('open');
    expect(on(yearLimit, { ...c, beside: [] }).state).toBe('open');
  });
  test('a book that does not reach back a year is not zero: ajar until it does, and shut all the same when it is over', () => {
    const c = { ...context({ bookFrom: dayOf(2027, 2, 1) }), ...withLabel({ period: '12 months' }) };
    expect(said(on(yearLimit, c))).toEqual(['ajar', 'history-not-known']);
    expect(on(yearLimit, c, dayOf(2028, 1, 31)).state).toBe('open');
    expect(said(on(yearLimit, { ...c, bookFrom: null }, dayOf(2030, 1, 1)))).toEqual([
      'ajar',
      'history-not-known',
    ]);
    expect(on(yearLimit, { ...c, ledger: [entry(dayOf(2027, 2, 10), 0.9)] }).state).toBe('shut');
  });
  test('by calendar year forgets December; by 12 months does not', () => {
    const c = withEntries(entry(dayOf(2026, 12, 1), 0.8));
    expect(on(yearLimit, c).state).toBe('open');
    expect(on(yearLimit, { ...c, ...withLabel({ period: '12 months' }) }).state).toBe('shut');
    expect(on(yearLimit, { ...c, ...withLabel({ period: '12 months' }) }, dayOf(2027, 12, 1)).state).toBe(
      'open',
    );
  });
  test('counts one a.i. over two products', () => {
    const other = {
      ...label,
      id: 'other',
      ingredients: [{ ...label.ingredients[0]!, content: { in: 'weight' as const, share: 1 } }],
    };
    const limited = withLabel({ ingredients: [{ ...label.ingredients[0]!, yearLimit: 2 as never }] });
    // 0.5 oz at 100 % is 1.526 kg/ha; 0.4 oz at 50 % is 0.610 kg/ha: 2.136 of 2
    const v = on(yearLimit, {
      ...context({ ledger: [entry(dayOf(2027, 2, 1), 0.5, { label: other })] }),
      ...limited,
    });
    expect(v).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { code: 'over-ingredient-limit', ingredient: 'alpha' },
    });
    expect(v.reason.code === 'over-ingredient-limit' && v.reason.total).toBeCloseTo(2.136, 3);
  });
  test('with an a.i. that cannot be told from the label is shut, not guessed', () => {
    const unknown = withLabel({
      ingredients: [
        {
          name: 'alpha',
          isOwn: true,
          group: 3,
          content: { in: 'volume', gramsPerLitre: 100 as never },
          acid: null,
          counts: 'a.i.',
          yearLimit: 2 as never,
        },
      ],
    });
    expect(said(on(yearLimit, context(unknown)))).toEqual(['shut', 'not-known']);
  });
  test.each([
    ['prodamine', ['prodiamine', 'propyzamide']],
    ['2,4-D + dicamba', ['2,4-D', 'dicamba']],
    ['grass tonic', []],
  ])('"%s" is asked about before its limit is kept: shut', (name, like) => {
    const asked = (isOwn: boolean) =>
      withLabel({
        ingredients: [
          {
            name,
            ...(isOwn ? { isOwn: true } : {}),
            group: 3,
            content: { in: 'weight', share: 0.5 },
            acid: null,
            counts: 'a.i.',
            yearLimit: null,
          },
        ],
      });
    expect(on(yearLimit, context(asked(false)))).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { code: 'substance-not-known', ingredient: name, like },
    });
    expect(said(on(yearLimit, context(asked(true))))).not.toContain('substance-not-known');
  });
  test('never opens further for a higher rate', () => {
    fc.assert(
      fc.property(anyContext, fc.double({ min: 1, max: 3, noNaN: true }), (c, more) => {
        const higher = {
          ...c,
          product: { ...c.product, rate: oz((rateIn(c.product.rate, 'oz/1000sqft') ?? 0) * more) },
        };
        expect(rank[on(yearLimit, higher).state]).toBeGreaterThanOrEqual(rank[on(yearLimit, c).state]);
      }),
    );
  });
});

describe('interval', () => {
  const first = addDays(today, -50);
  const second = at(0.4, { tie: secondOf(first) });
  test('with nothing before is open for a first part, shut for a second', () => {
    expect(said(on(interval, context()))).toEqual(['open', 'nothing-before']);
    expect(said(on(interval, context({ product: at(0.4, { tie: secondOf(null) }) })))).toEqual([
      'shut',
      'not-known',
    ]);
  });
  test('is a bolt up to the last day of the label interval and opens on its end', () => {
    const c = context({ ledger: [entry(first, 0.4)] });
    expect(on(interval, c, addDays(first, 59))).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { last: first, opens: addDays(first, 60) },
    });
    expect(on(interval, c, addDays(first, 60)).state).toBe('open');
  });
  test('a later part is ajar before the spacing, open within 8 to 12 weeks, ajar after', () => {
    const c = context({
      product: { ...second, label: { ...label, minimumIntervalDays: 30 } },
      ledger: [entry(first, 0.4, { intervalDays: 30 })],
    });
    expect([29, 30, 55, 56, 84, 85].map((d) => on(interval, c, addDays(first, d)).state)).toEqual([
      'shut',
      'ajar',
      'ajar',
      'open',
      'open',
      'ajar',
    ]);
  });
  test('a first part that is planned for a day gone by counts from today', () => {
    const late = entry(addDays(today, -3), 0.4, { status: 'planned', intervalDays: 60 });
    const c = context({ product: at(0.4, { tie: secondOf(today, false) }), ledger: [late] });
    expect(on(interval, c, addDays(today, 59)).state).toBe('shut');
  });
  test('what is planned next of the same a.i. keeps its distance too', () => {
    const next = entry(addDays(today, 30), 0.4, { status: 'planned' });
    expect(on(interval, context({ ledger: [next] }))).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { code: 'too-soon-before', next: next.day, latest: addDays(today, -30) },
    });
    expect(on(interval, context({ ledger: [next] }), addDays(today, -30)).state).toBe('open');
    // on other ground they do not meet
    const elsewhere = { ...product, place: spots(20, 'front') };
    expect(
      on(interval, context({ product: elsewhere, ledger: [{ ...next, ground: 'back', share: 0.1 }] })).state,
    ).toBe('open');
  });
  test('a book that begins inside the interval leaves it not known', () => {
    expect(said(on(interval, context({ bookFrom: addDays(today, -59) })))).toEqual([
      'ajar',
      'history-not-known',
    ]);
    expect(said(on(interval, context({ bookFrom: addDays(today, -60) })))).toEqual([
      'open',
      'nothing-before',
    ]);
  });
  test('another product with the same a.i. counts; one without does not', () => {
    const withName = (name: string) =>
      entry(first, 0.4, { label: { ...label, id: name, ingredients: [{ ...label.ingredients[0]!, name }] } });
    expect(on(interval, context({ ledger: [withName('alpha')] })).state).toBe('shut');
    expect(on(interval, context({ ledger: [withName('beta')] })).state).toBe('open');
  });
});

describe('seeding ahead', () => {
  const seeding = dayOf(2027, 9, 15);
  const c = context({ zone: { ...zone, seedings: [{ on: seeding, kind: 'seed' }] } });
  test('opens up to the last day on which the label wait still fits', () => {
    expect(on(seedingAhead, c, addDays(seeding, -120)).state).toBe('open');
    expect(on(seedingAhead, c, addDays(seeding, -119))).toMatchObject({
      state: 'shut',
      strength: 'bolt',
      reason: { waitDays: 120, latest: addDays(seeding, -120) },
    });
  });
  test('a higher rate waits longer', () => {
    expect(on(seedingAhead, { ...c, product: at(0.8) }, addDays(seeding, -199)).state).toBe('shut');
  });
  test('from the seeding on is shut: the seedlings’ stage is not known', () =>
    expect(said(on(seedingAhead, c, seeding))).toEqual(['shut', 'not-known']));
  test('without a seeding plan is open', () =>
    expect(said(on(seedingAhead, context()))).toEqual(['open', 'no-seeding']));
  test('a label that says nothing of seed is shut where seed is planned', () => {
    expect(said(on(seedingAhead, { ...c, ...withLabel({ seedingWait: [], none: [] }) }))).toEqual([
      'shut',
      'not-known',
    ]);
  });
});

describe('soil line', () => {
  const p10 = addDays(today, 50);
  const p50 = addDays(today, 55);
  const c = context({ outlook: outlook({ p10, p50, p90: addDays(today, 60) }) });
  test('is shut before the useful start, open to the 10 % date, ajar to the 50 % date, then shut', () => {
    const days = [addDays(p10, -43), addDays(p10, -42), addDays(p10, -1), p10, addDays(p50, -1), p50];
    expect(days.map((d) => on(soilLine, c, d).state)).toEqual([
      'shut',
      'open',
      'open',
      'ajar',
      'ajar',
      'shut',
    ]);
    expect(on(soilLine, c, addDays(p10, -43))).toMatchObject({
      strength: 'latch',
      reason: { opens: addDays(p10, -42), leadDays: 42 },
    });
  });
  test('a product with reach-back stays ajar after the line', () => {
    expect(on(soilLine, { ...c, ...withLabel({ reachesBack: true }) }, p50).state).toBe('ajar');
  });
  test('a line that has been crossed shuts from that day', () => {
    const on10 = addDays(today, -10);
    const crossed = context({ outlook: outlook({ p10: on10, p50: on10, p90: on10 }, on10) });
    expect(said(on(soilLine, crossed))).toEqual(['shut', 'line-crossed']);
    expect(on(soilLine, crossed, addDays(today, -11)).state).toBe('open');
  });
  test('without an outlook is ajar, never open', () =>
    expect(said(on(soilLine, context({ outlook: null })))).toEqual(['ajar', 'not-known']));
  test('a later part follows the first and not the soil', () =>
    expect(said(on(soilLine, { ...c, product: at(0.4, { tie: secondOf(today) }) }))).toEqual([
      'open',
      'later-part',
    ]));
  test('a line that is not crossed this year is ajar: a soil may be above it all winter', () => {
    expect(said(on(soilLine, context({ outlook: outlook({ p10: null, p50: null, p90: null }) })))).toEqual([
      'ajar',
      'line-not-crossed-this-year',
    ]);
  });
});

describe('wind', () => {
  test.each([
    [3, 'open', 'calm'],
    [8, 'ajar', 'breezy'],
    [11, 'shut', 'windy'],
  ])('all day at %p mph is %s', (mph, state, code) =>
    expect(said(on(wind, context({ forecast: sky(mph, 0) })))).toEqual([state, code]),
  );
  test('a calm spell of three working hours is enough, and is named', () => {
    const f = sky(15, 0);
    f.wind.fill(fromMilesPerHour(4), 13, 16);
    expect(on(wind, context({ forecast: f }))).toMatchObject({ state: 'open', reason: { from: 13, to: 16 } });
    f.wind.fill(fromMilesPerHour(15), 15, 16); // two hours are not
    expect(on(wind, context({ forecast: f })).state).toBe('shut');
  });
  test('calm before work begins does not count', () => {
    const f = sky(15, 0);
    f.wind.fill(0, 0, 7);
    expect(on(wind, context({ forecast: f })).state).toBe('shut');
  });
  test('hours are those of the clock: in summer the station’s 12 to 15 is 1 pm to 4 pm', () => {
    const f = sky(15, 0);
    f.wind.fill(fromMilesPerHour(4), 12, 15);
    const summer = context({ forecast: f, clockAhead: [{ from: today, to: addDays(today, 1), hours: 1 }] });
    expect(on(wind, summer)).toMatchObject({ state: 'open', reason: { from: 13, to: 16 } });
    expect(on(wind, context({ forecast: f }))).toMatchObject({ state: 'open', reason: { from: 12, to: 15 } });
  });
  test('of today only what is left counts, and late in the day nothing is', () => {
    const f = sky(15, 0);
    f.wind.fill(fromMilesPerHour(4), 8, 11);
    const at = (hour: number) => said(on(wind, context({ forecast: f, hour })));
    expect([at(8), at(9), at(16), at(18)]).toEqual([
      ['open', 'calm'],
      ['shut', 'windy'],
      // two hours are left, enough for this lawn, and both are windy
      ['shut', 'windy'],
      ['shut', 'working-day-over'],
    ]);
    expect(on(wind, context({ forecast: sky(3, 0), hour: 16 }), addDays(today, 1)).state).toBe('open');
  });
  test('a label’s most in gusts is a bolt: gusts are taken as half as much again as the hour’s mean', () => {
    const gusts = (most: number | null, mph: number) => {
      const { figures } = context().product.label;
      const inSi = most === null ? null : fromMilesPerHour(most);
      const label = withLabel({
        figures: { ...figures, gustMostMph: inSi },
        windLimit: fromMilesPerHour(10),
      });
      return on(wind, { ...context({ forecast: sky(mph, 0) }), ...label });
    };
    expect(said(gusts(9, 6))).toEqual(['open', 'calm']);
    const shut = gusts(9, 6.1);
    expect(shut).toMatchObject({ state: 'shut', strength: 'bolt', reason: { field: 'gustMostMph' } });
    expect(shut.reason).toMatchObject({ limit: fromMilesPerHour(9), source: 'label' });
    expect('value' in shut.reason && shut.reason.value).toBeCloseTo(fromMilesPerHour(9.15), 9);
    expect(said(gusts(null, 6.1))).toEqual(['open', 'calm']);
  });
  test('the label’s limit is a bolt, the house limit a latch; the stricter decides', () => {
    const c = { ...context({ forecast: sky(9, 0) }), ...withLabel({ windLimit: fromMilesPerHour(8) }) };
    expect(on(wind, c)).toMatchObject({ state: 'shut', strength: 'bolt', reason: { source: 'label' } });
    expect(on(wind, context({ forecast: sky(12, 0) }))).toMatchObject({ state: 'shut', strength: 'latch' });
  });
  test('a granule does not care', () =>
    expect(on(wind, { ...context({ forecast: sky(30, 0) }), ...withLabel({ formulation: 'G' }) }).state).toBe(
      'open',
    ));
  test('beyond the forecast, or with none, is ajar: not known', () => {
    expect(said(on(wind, context(), addDays(today, 10)))).toEqual(['ajar', 'not-known']);
    expect(said(on(wind, context({ forecast: null })))).toEqual(['ajar', 'not-known']);
  });
  test('never opens further for more wind', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 25, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (mph, more) => {
          const state = (w: number) => rank[on(wind, context({ forecast: sky(w, 0) })).state];
          expect(state(mph + more)).toBeGreaterThanOrEqual(state(mph));
        },
      ),
    );
  });
});

describe('watering-in', () => {
  test('opens when the deadline’s rain is forecast', () => {
    const v = on(wateringIn, context({ forecast: sky(3, 0.1) }));
    expect(v).toMatchObject({ state: 'open', reason: { code: 'rain-waters-in', by: addDays(today, 7) } });
    expect(v.reason.code === 'rain-waters-in' && v.reason.expected).toBeCloseTo(
      // six noons after today's work, at 9 in 10
      fromInchesOfWater(6 * 0.1 * 0.9),
      9,
    );
  });
  test('is a latch when the whole deadline is forecast too dry', () => {
    expect(on(wateringIn, context({ forecast: sky(3, 0.05) }))).toMatchObject({
      state: 'shut',
      strength: 'latch',
      reason: { code: 'too-little-rain' },
    });
  });
  test('is ajar when the forecast ends before the deadline', () => {
    expect(said(on(wateringIn, context({ forecast: sky(3, 0.05) }), addDays(today, 5)))).toEqual([
      'ajar',
      'rain-not-known-yet',
    ]);
  });
  test('irrigation brings it in any weather: 0.5 in at 10 mm an hour take 77 minutes', () => {
    const c = context({ forecast: sky(3, 0), zone: { ...zone, irrigationPerHour: 10 as Millimetres } });
    expect(on(wateringIn, c)).toMatchObject({
      state: 'open',
      reason: { code: 'irrigation-waters-in', minutes: 77 },
    });
    expect(on(wateringIn, { ...c, forecast: null }).state).toBe('open');
  });
  test('irrigation too weak to bring it inside the deadline counts for nothing', () => {
    const c = context({ forecast: sky(3, 0), zone: { ...zone, irrigationPerHour: 0.05 as Millimetres } });
    expect(on(wateringIn, c).reason.code).toBe('too-little-rain');
  });
  test('a storm above what the soil takes in an hour is ajar, on clay sooner than on sand', () => {
    const storm = context({ forecast: sky(3, 0.5) }); // 12.7 mm in an hour
    expect(said(on(wateringIn, storm))).toEqual(['ajar', 'storm-runs-off']);
    expect(on(wateringIn, { ...storm, zone: { ...zone, texture: 'sand' } }).state).toBe('open');
  });
  test('a product that needs none is open; no forecast and no irrigation is ajar', () => {
    expect(on(wateringIn, context(withLabel({ wateringIn: null, inSoil: false }))).state).toBe('open');
    expect(said(on(wateringIn, context({ forecast: null })))).toEqual(['ajar', 'not-known']);
  });
});

test('unknown is never open: without weather and outlook the three gates that need them are ajar all along', () => {
  const c = context({ forecast: null, outlook: null });
  for (const gate of [soilLine, wind, wateringIn])
    for (const span of gate.spans(c, range)) expect(span.verdict.state).toBe('ajar');
});

test('a limit of no wind at all still opens in still air', () => {
  const c = { ...context({ forecast: sky(0, 0) }), ...withLabel({ windLimit: 0 as MetresPerSecond }) };
  expect(on(wind, c).state).toBe('open');
});
