/** The gates of the weather, by the hour and by the day. Bounds: the test label's, the house's, or common practice. */
import fc from 'fast-check';
import { addDays, type Day } from '@/core/calendar/day';
import { dayOfHour, hourOf, type Hour } from '@/core/calendar/hour';
import { holeIn, spanAt, worseState } from '@/core/calendar/span';
import type { Outlook } from '@/core/ground/outlook';
import { fromInchesOfWater, fromMilesPerHour } from '@/core/units/trade';
import type { Forecast } from '@/core/weather/series';
import {
  anyContext,
  product,
  context,
  label,
  lately,
  leafProduct,
  leafLabel,
  outlook,
  sky,
  today,
  zone,
} from '../../../tests/support/gate-context';
import { airTemperature } from './air-temperature';
import { HOURLY_GATES } from './all';
import { frost } from './frost';
import type { Gate, GateContext, Verdict } from './gate';
import { leafWetness } from './leaf-wetness';
import { partner } from './partner';
import { rainFree } from './rain-free';
import { soilWater } from './soil-water';
import { hoursWindowOf, windowOf } from './window';
import { wind } from './wind';

const on = (gate: Gate, c: GateContext, day: Day = today): Verdict =>
  spanAt(gate.spans(c, { from: addDays(day, -1), to: addDays(day, 2) }), day)!.verdict;
const at = (gate: Gate, c: GateContext, hour: number, day: Day = today): Verdict =>
  spanAt(gate.hours!(c, { from: hourOf(day, 0), to: hourOf(addDays(day, 1), 0) }), hourOf(day, hour))!
    .verdict;
const said = (v: Verdict) =>
  [v.state, v.state === 'shut' ? v.strength : null, v.reason.code].filter(Boolean).join(' ');
/** A forecast of which some columns are other. */
const skyWith = (
  over: Partial<Record<'air' | 'rain' | 'wind' | 'rainChance', (hour: number) => number>>,
): Forecast => {
  const f = sky(4, 0);
  const column = (key: 'air' | 'rain' | 'wind' | 'rainChance') =>
    over[key] ? Float64Array.from(f[key], (_, h) => over[key]!(h)) : f[key];
  return {
    ...f,
    air: column('air'),
    rain: column('rain'),
    wind: column('wind'),
    rainChance: column('rainChance'),
  };
};
const leaf = (over: Partial<GateContext> = {}) => context({ product: leafProduct, ...over });
/** So much rain in one hour of today, at a chance. */
const shower = (hour: number, mm: number, chance = 0.9) =>
  skyWith({ rain: (h) => (h === hour ? mm : 0), rainChance: (h) => (h === hour ? chance : 0) });

describe('rain-free', () => {
  test('rain inside the six hours shuts, to the hour; after them it does not', () => {
    const c = leaf({ forecast: shower(16, 2) });
    expect(said(at(rainFree, c, 9))).toBe('open dry-long-enough');
    expect(said(at(rainFree, c, 10))).toBe('shut bolt rain-inside');
    expect(said(at(rainFree, c, 16))).toBe('shut bolt rain-inside');
    expect(said(at(rainFree, c, 17))).toBe('open dry-long-enough');
  });
  test('rain counts from the house’s chance on, and from what washes off', () => {
    expect(at(rainFree, leaf({ forecast: shower(10, 2, 0.39) }), 9).state).toBe('ajar');
    expect(at(rainFree, leaf({ forecast: shower(10, 2, 0.1) }), 9).state).toBe('open');
    expect(at(rainFree, leaf({ forecast: shower(10, 2, 0.4) }), 9).state).toBe('shut');
    expect(at(rainFree, leaf({ forecast: shower(10, 0.1) }), 9).state).toBe('open');
  });
  test('the forecast’s last hours are not known; a sheet without hours keeps shut; soil products do not ask', () => {
    const c = leaf({ forecast: sky(4, 0) });
    expect(said(at(rainFree, c, 20, addDays(today, 9)))).toBe('ajar not-known');
    expect(said(at(rainFree, leaf({ forecast: null }), 9))).toBe('ajar not-known');
    const unsaid = { ...leafProduct, label: { ...leafLabel, rainFreeHours: null, none: [] } };
    expect(said(at(rainFree, leaf({ product: unsaid }), 9))).toBe('shut bolt not-known');
    expect(said(at(rainFree, context(), 9))).toBe('open no-rain-free-hours-needed');
  });
  test('a longer rain-free time never opens further', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 12 }),
        fc.integer({ min: 0, max: 12 }),
        (rainAt, a, b) => {
          const c = (hours: number) =>
            leaf({
              forecast: shower(rainAt, 3),
              product: { ...leafProduct, label: { ...leafLabel, rainFreeHours: hours } },
            });
          const [less, more] = [Math.min(a, b), Math.max(a, b)];
          for (let h = 0; h < 24; h++) {
            const [x, y] = [at(rainFree, c(less), h).state, at(rainFree, c(more), h).state];
            expect(worseState(x, y)).toBe(y);
          }
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('air temperature', () => {
  const warm = (t: number) => leaf({ forecast: skyWith({ air: () => t }) });
  test.each([
    [14.9, 'shut bolt air-too-cold'],
    [15, 'open air-within'],
    [29, 'open air-within'],
    [29.1, 'shut bolt air-too-warm'],
  ])('at %p °C, of 15 to 29 on the label: %s', (t, expected) =>
    expect(said(at(airTemperature, warm(t), 10))).toBe(expected),
  );
  test('without a label’s limit the house’s is a latch, for leaf-active products alone', () => {
    const free = { ...leafProduct, label: { ...leafLabel, air: { least: null, most: null, dayMost: null } } };
    const hot = (t: number) => ({ ...warm(t), product: free });
    expect(said(at(airTemperature, hot(33), 10))).toBe('shut latch air-too-warm'); // 91 °F, of 90
    expect(said(at(airTemperature, hot(30), 10))).toBe('ajar air-warm'); // 86 °F, of 85
    expect(said(at(airTemperature, context({ forecast: skyWith({ air: () => 40 }) }), 10))).toBe(
      'open no-air-limit',
    );
    expect(said(at(airTemperature, { ...hot(20), forecast: null }, 10))).toBe('ajar not-known');
  });
  test('a day opens with its mildest three hours of work', () => {
    const cool = leaf({ forecast: skyWith({ air: (h) => (h % 24 >= 14 && h % 24 < 17 ? 20 : 5) }) });
    expect(on(airTemperature, cool).state).toBe('open');
    const two = leaf({ forecast: skyWith({ air: (h) => (h % 24 >= 14 && h % 24 < 16 ? 20 : 5) }) });
    expect(on(airTemperature, two).state).toBe('shut');
  });
});

describe('wind by the hour', () => {
  const blowing = (mph: number) => leaf({ forecast: skyWith({ wind: () => fromMilesPerHour(mph) }) });
  test('over the limit shut, over the caution ajar, else open; still air at dawn may be an inversion', () => {
    expect(said(at(wind, blowing(11), 12))).toBe('shut latch windy');
    expect(said(at(wind, blowing(8), 12))).toBe('ajar breezy');
    expect(said(at(wind, blowing(5), 12))).toBe('open calm');
    expect(said(at(wind, blowing(1), 12))).toBe('open calm');
    expect(said(at(wind, blowing(1), 7))).toBe('ajar possible-inversion');
    expect(said(at(wind, blowing(1), 17))).toBe('ajar possible-inversion');
    expect(said(at(wind, { ...blowing(5), forecast: null }, 12))).toBe('ajar not-known');
  });
});

describe('leaf wetness', () => {
  const fed = {
    ...product,
    label: { ...label, formulation: 'G' as const, analysis: { n: 0.18, p: 0, k: 0 } },
  };
  const c = (over: Partial<GateContext>) => context({ product: fed, ...over });
  test('a granule with fertilizer waits for dry leaf after rain; a spray only for the dripping', () => {
    const wet = shower(10, 2);
    expect(said(at(leafWetness, c({ forecast: wet }), 11))).toBe('shut latch leaf-dripping');
    expect(said(at(leafWetness, c({ forecast: wet }), 13))).toBe('shut latch leaf-damp');
    expect(said(at(leafWetness, c({ forecast: wet }), 15))).toBe('open leaf-dry');
    expect(said(at(leafWetness, leaf({ forecast: wet }), 11))).toBe('shut latch leaf-dripping');
    expect(said(at(leafWetness, leaf({ forecast: wet }), 13))).toBe('ajar leaf-damp');
  });
  test('dew is likely until two hours after sunrise (6:08 at 39° N on 18 March), and not certain', () => {
    const dry = c({ forecast: sky(4, 0) });
    expect(said(at(leafWetness, dry, 7))).toBe('ajar dew-likely');
    expect(said(at(leafWetness, dry, 9))).toBe('open leaf-dry');
  });
  test('a plain granule and a soil spray do not ask; no forecast is not known', () => {
    expect(said(at(leafWetness, context(), 7))).toBe('open leaf-irrelevant');
    expect(said(at(leafWetness, c({ forecast: null }), 12))).toBe('ajar not-known');
  });
});

describe('frost', () => {
  const soil = (t: number): Outlook => ({
    ...outlook({ p10: null, p50: null, p90: null }),
    band: { p10: [t, t, t], p50: [t, t, t], p90: [t, t, t] },
  });
  test('frozen ground, frost in the air, lying snow, and none of them', () => {
    expect(said(at(frost, context({ outlook: soil(0.4) }), 12))).toBe('shut latch ground-frozen');
    const cold = { outlook: soil(5), forecast: skyWith({ air: (h) => (h < 9 ? -1 : 3) }) };
    expect(said(at(frost, context(cold), 8))).toBe('shut latch frost-in-air');
    // a leaf that froze thaws first
    expect(said(at(frost, context(cold), 9))).toBe('ajar frost-in-air');
    expect(said(at(frost, context(cold), 11))).toBe('open no-frost');
    const snow = { outlook: soil(5), forecast: skyWith({ air: () => 0.5, rain: (h) => (h === 3 ? 4 : 0) }) };
    expect(said(at(frost, context(snow), 12))).toBe('shut latch snow');
    expect(said(at(frost, context({ forecast: null }), 12))).toBe('ajar not-known');
  });
});

describe('soil water', () => {
  test('saturated soil is shut, dry soil open; what falls later in the day is watering-in', () => {
    expect(said(on(soilWater, context({ recent: lately(25) })))).toBe('shut latch soil-saturated');
    expect(said(on(soilWater, context({ recent: lately(0) })))).toBe('open soil-takes-water');
    const later = context({ recent: lately(0), forecast: skyWith({ rain: (h) => (h === 15 ? 40 : 0) }) });
    expect(on(soilWater, later).state).toBe('open');
    expect(on(soilWater, later, addDays(today, 1)).state).toBe('shut');
  });
  test('no weather of the weeks before, no forecast, and days beyond it are not known; leaf products do not ask', () => {
    expect(said(on(soilWater, context({ recent: null })))).toBe('ajar not-known');
    expect(said(on(soilWater, context({ forecast: null })))).toBe('ajar not-known');
    expect(said(on(soilWater, context(), addDays(today, 12)))).toBe('ajar not-known');
    expect(said(on(soilWater, leaf()))).toBe('open not-for-this-use');
  });
  test('the nearly full soil of a wet week is ajar', () =>
    expect(said(on(soilWater, context({ recent: lately(2.2) })))).toBe('ajar soil-wet'));
});

describe('partner', () => {
  const barrier = { ...label, wateringIn: { depth: fromInchesOfWater(0.5), withinDays: 3 } };
  const pair = (over: object = {}, tank = 1) => ({
    product: leafProduct,
    beside: [{ ...product, position: 2, tank, label: { ...barrier, ...over } }],
  });
  const irrigated = { zone: { ...zone, irrigationPerHour: fromInchesOfWater(0.4) } };
  test('dry hours first and water after them inside the deadline: by sprinkler or by rain', () => {
    const dry = { ...pair(), forecast: sky(4, 0) };
    expect(said(on(partner, context({ ...dry, ...irrigated })))).toBe('open dry-then-water');
    expect(said(on(partner, context(dry)))).toBe('shut latch no-dry-then-water');
    // rain at noon of each day: none of the six hours after work is dry but those that end at noon
    const evening = skyWith({ rain: (h) => (h % 24 === 22 ? 6 : 0), rainChance: () => 0.9 });
    expect(said(on(partner, context({ ...pair(), forecast: evening })))).toBe('open dry-then-water');
    expect(said(on(partner, context({ ...pair(), forecast: null })))).toBe('ajar dry-then-water-not-known');
  });
  test('labels and the house forbid before the sky is asked', () => {
    const c = (over: object, rules = {}) =>
      context({ ...pair(over), ...irrigated, rules: { ...context().rules, ...rules } });
    expect(said(on(partner, c({ tankMix: 'alone only' })))).toBe('shut bolt alone-only');
    expect(said(on(partner, c({ formulation: 'G' })))).toBe('shut bolt granule-in-tank');
    expect(said(on(partner, c({}, { partners: 'never together' })))).toBe('shut latch never-together');
    const never = { wateringIn: { depth: fromInchesOfWater(0.5), withinDays: 0 } };
    expect(said(on(partner, c(never)))).toBe('shut bolt dry-outlasts-deadline');
    const granule = context({ ...pair({ formulation: 'G' }, 2), ...irrigated, forecast: sky(4, 0) });
    expect(said(on(partner, granule))).toBe('ajar granule-first');
    expect(said(on(partner, context()))).toBe('open no-partner');
  });
  test('the gates of every product hold the whole application', () => {
    const foreign = { rates: [{ ...label.rates[0]!, turf: 'zoysiagrass' as const }] };
    const { all, lanes } = windowOf(context({ ...pair(foreign), ...irrigated }), {
      from: today,
      to: addDays(today, 3),
    });
    expect(lanes.some((l) => l.of === 2 && l.gate.key === 'label-turf')).toBe(true);
    expect(spanAt(all, today)!.verdict).toMatchObject({
      state: 'shut',
      by: expect.arrayContaining(['label-turf']) as unknown,
    });
  });
});

describe('by the hour', () => {
  test.each(HOURLY_GATES.map((g) => [g.key, g] as const))('%s covers any hours in any context', (_, gate) => {
    fc.assert(
      fc.property(
        anyContext,
        fc.integer({ min: -50, max: 300 }),
        fc.integer({ min: 0, max: 60 }),
        (c, from, length) => {
          const range = { from: hourOf(today, from), to: hourOf(today, from + length) };
          expect(holeIn(gate.hours!(c, range), range)).toBeNull();
        },
      ),
      { numRuns: 40 },
    );
  });
  test('an hour is never wider open than its day allows for gates of whole days', () => {
    const c = context();
    const range = { from: hourOf(today, 0), to: hourOf(addDays(today, 3), 0) };
    const { lanes } = hoursWindowOf(c, range);
    const days = windowOf(c, { from: today, to: addDays(today, 3) }).lanes;
    for (const { gate, lane } of lanes.filter(({ gate }) => !HOURLY_GATES.some((g) => g.key === gate.key)))
      for (let h: number = range.from; h < range.to; h += 5) {
        const day = days.find((l) => l.gate.key === gate.key)!;
        expect(spanAt(lane, h as Hour)?.verdict).toEqual(spanAt(day.lane, dayOfHour(h as Hour))?.verdict);
      }
  });
  test('a calm morning and a dry afternoon make no window, though each gate has its hours', () => {
    // wind over the limit from noon on, rain until noon: six rain-free hours only after it
    const f = skyWith({
      wind: (h) => fromMilesPerHour(h % 24 < 12 ? 4 : 15),
      air: () => 20,
      rain: (h) => (h % 24 < 12 && h % 24 >= 6 ? 1 : 0),
      rainChance: () => 0.9,
    });
    const c = leaf({
      forecast: f,
      seen: { ...context().seen, stages: [{ weed: 'dandelion', stage: 'mature', on: addDays(today, -1) }] },
    });
    const { all, lanes } = windowOf(c, { from: today, to: addDays(today, 1) });
    const state = (key: string) => spanAt(lanes.find((l) => l.gate.key === key)!.lane, today)!.verdict.state;
    expect([state('wind'), state('rain-free')]).toEqual(['open', 'open']);
    expect(spanAt(all, today)!.verdict.state).toBe('shut');
  });
});

describe('a lifted latch', () => {
  const lift = {
    reason: null,
    position: null,
    plannedId: 'a',
    gate: 'wind' as const,
    by: 'Mara Venn',
    why: 'hooded boom',
    from: today,
    until: addDays(today, 1),
  };
  const windy = { forecast: skyWith({ wind: () => fromMilesPerHour(12) }) };
  const windOn = (c: GateContext, day: Day) =>
    spanAt(
      windowOf(c, { from: today, to: addDays(today, 4) }).lanes.find((l) => l.gate.key === 'wind')!.lane,
      day,
    )!.verdict;
  test('stands ajar with name and reason for its days, and only for its application', () => {
    const c = context({ ...windy, lifts: [lift] });
    expect(windOn(c, today)).toMatchObject({
      state: 'ajar',
      reason: { code: 'lifted', by: 'Mara Venn', why: 'hooded boom', was: { code: 'windy' } },
    });
    expect(windOn(c, addDays(today, 2)).state).toBe('shut');
    expect(windOn(context({ ...windy, lifts: [{ ...lift, plannedId: 'b' }] }), today).state).toBe('shut');
  });
  test('lifts its own reason of its own product, and nothing else of the gate', () => {
    const on = (over: Partial<GateContext['lifts'][number]>) =>
      windOn(context({ ...windy, lifts: [{ ...lift, ...over }] }), today).state;
    expect(on({ reason: 'windy', position: 1 })).toBe('ajar');
    expect(on({ reason: 'working-day-over' })).toBe('shut');
    expect(on({ position: 2 })).toBe('shut');
  });
  test('snow that was lifted does not lift frozen ground', () => {
    const snowLifted = { ...lift, gate: 'frost' as const, reason: 'snow' as const, position: 1 };
    const frostOn = (air: number) =>
      spanAt(
        windowOf(context({ forecast: skyWith({ air: () => air }), lifts: [snowLifted] }), {
          from: today,
          to: addDays(today, 1),
        }).lanes.find((l) => l.gate.key === 'frost')!.lane,
        today,
      )!.verdict;
    expect(frostOn(-5)).toMatchObject({ state: 'shut', reason: { code: 'frost-in-air' } });
  });
  test('a bolt is not lifted', () => {
    const bolt = { ...product, label: { ...label, windLimit: fromMilesPerHour(10) } };
    expect(windOn(context({ ...windy, product: bolt, lifts: [lift] }), today).state).toBe('shut');
  });
});
