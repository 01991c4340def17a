/** Days by hand; the lawn, its rain and its labels are invented. */
import type { Metres } from '@/core/units/quantity';
import fc from 'fast-check';
import { addDays, dayOf, weekdayOf } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { Millimetres } from '@/core/units/quantity';
import type { HourlyWeather } from '@/core/weather/series';
import { label, leafLabel, outlook, sky, zone } from '../../../tests/support/gate-context';
import { followUpsOf, type DoneEntry, type FollowUpQuestion } from './follow-ups';
import { firstDue, isOverdue, wantsDoing, type FollowUpKind } from './follow-up';
import { nextWaterDay } from '@/core/records/water-rules';

const today = dayOf(2027, 3, 18);
const done = (days: number, over: Partial<DoneEntry> = {}): DoneEntry => ({
  id: `e${days}`,
  day: addDays(today, -days),
  label,
  use: 'pre-emergent',
  isWhole: true,
  endedAt: 11,
  ...over,
});
/** Rain of the last forty days: mm in one hour, by day before today and hour. */
const rained = (...falls: [daysAgo: number, hour: number, mm: number][]): HourlyWeather => {
  const from = addDays(today, -40);
  const rain = new Float64Array(40 * 24);
  for (const [ago, hour, mm] of falls) rain[(40 - ago) * 24 + hour] = mm;
  return { from, rain, air: rain.map(() => 12), wind: rain.map(() => 1) };
};
const ask = (over: Partial<FollowUpQuestion> = {}) =>
  followUpsOf({
    entries: [],
    ledger: [],
    zone,
    hasHotEdge: false,
    irrigatesOn: [],
    water: { days: [], notBetween: null },
    labelOf: () => label,
    answered: { watered: [], looked: [], called: [], callsAnswered: [] },
    cuts: [],
    mownOn: null,
    today,
    recent: rained(),
    forecast: null,
    outlook: null,
    ...over,
  });
const of = (kind: FollowUpKind, over: Partial<FollowUpQuestion> = {}) =>
  ask(over).filter((f) => f.kind === kind);

// the test label: half an inch, 12.7 mm, within 7 days
describe('watering in', () => {
  test('is due from the day of the work to the label’s last day, with what has fallen since the work ended', () => {
    const [f] = of('water-in', { entries: [done(3)], recent: rained([3, 9, 30], [3, 14, 4], [2, 5, 3]) });
    expect(f).toMatchObject({
      from: addDays(today, -3),
      to: addDays(today, 4),
      answer: null,
      losesADay: 0.02,
    });
    // what fell at nine fell before the work ended at eleven
    expect(f!.fallen).toBeCloseTo(7, 12);
    expect(isOverdue(f!, today)).toBe(false);
  });
  test('is done by the rain on the day on which the sum is reached; where no end is written down, from the next day on', () => {
    const recent = rained([3, 14, 4], [2, 5, 9], [1, 3, 20]);
    expect(of('water-in', { entries: [done(3)], recent })[0]!.answer).toEqual({
      by: 'rain',
      on: addDays(today, -2),
    });
    expect(of('water-in', { entries: [done(3, { endedAt: null })], recent })[0]!.answer).toEqual({
      by: 'rain',
      on: addDays(today, -1),
    });
  });
  test('is done by somebody’s word where that was sooner, and not by a word from before the work', () => {
    const watered = [
      { on: addDays(today, -9), by: 'us' as const },
      { on: addDays(today, -2), by: 'customer' as const },
    ];
    const answered = { watered, looked: [], called: [], callsAnswered: [] };
    expect(of('water-in', { entries: [done(5)], answered })[0]!.answer).toEqual({
      by: 'customer',
      on: addDays(today, -2),
    });
    expect(of('water-in', { entries: [done(1)], answered })[0]!.answer).toBeNull();
  });
  test('a month past the label’s day it is over: nobody can tell any more, or do anything', () => {
    expect(of('water-in', { entries: [done(35)] })[0]!.answer).toBeNull();
    expect(of('water-in', { entries: [done(36)] })[0]!.answer).toEqual({
      by: 'time',
      on: addDays(today, -29),
    });
  });
  test('past the label’s day it is late; the irrigation’s minutes are what still lacks', () => {
    const wet = { ...zone, irrigationPerHour: 10 as Millimetres };
    const [f] = of('water-in', { entries: [done(9)], zone: wet, recent: rained([4, 5, 2.7]) });
    expect(isOverdue(f!, today)).toBe(true);
    expect(f!.irrigate).toEqual({ on: today, minutes: 60, notBetween: null });
    // Thursday 18 March 2027; the place allows Mondays and Saturdays
    const water = { days: [1, 6], notBetween: { from: 10, to: 16 } };
    expect(of('water-in', { entries: [done(9)], zone: wet, water })[0]!.irrigate).toMatchObject({
      on: addDays(today, 2),
      notBetween: { from: 10, to: 16 },
    });
  });
  test('a storm on dry product asks for a light wetting first, and not once it is in', () => {
    const forecast = sky(5, 0);
    // an inch and a half in an hour tomorrow
    forecast.rain[30] = 38;
    forecast.rainChance[30] = 0.9;
    expect(of('light-wetting', { entries: [done(1)], forecast })[0]).toMatchObject({ to: addDays(today, 1) });
    expect(of('light-wetting', { entries: [done(5)], forecast, recent: rained([2, 1, 20]) })).toEqual([]);
    forecast.rainChance[30] = 0.2;
    expect(of('light-wetting', { entries: [done(1)], forecast })).toEqual([]);
  });
});

// common practice, no source
describe('looks', () => {
  const spray = (days: number) => done(days, { label: leafLabel, use: 'post-emergent' });
  test('at what was sprayed after two to six weeks, in cold soil half as long again', () => {
    const warm = { ...outlook({ p10: null, p50: null, p90: null }), from: addDays(today, -40) };
    const at = (degrees: number) => ({ ...warm, observed: Array.from({ length: 40 }, () => degrees) });
    expect(of('efficacy', { entries: [spray(20)], outlook: at(18) })[0]).toMatchObject({
      from: addDays(today, -6),
      to: addDays(today, 22),
      note: '',
    });
    expect(of('efficacy', { entries: [spray(20)], outlook: at(6) })[0]).toMatchObject({
      from: addDays(today, 1),
      to: addDays(today, 43),
      note: 'cold',
    });
  });
  test('are answered by a look in their time alone, and are over when nobody looked for long', () => {
    const looked = (ago: number) => ({
      watered: [],
      called: [],
      callsAnswered: [],
      looked: [{ on: addDays(today, -ago) }],
    });
    expect(of('efficacy', { entries: [spray(20)], answered: looked(18) })[0]!.answer).toBeNull();
    expect(of('efficacy', { entries: [spray(20)], answered: looked(2) })[0]!.answer).toMatchObject({
      by: 'look',
    });
    expect(of('efficacy', { entries: [spray(80)] })[0]!.answer).toMatchObject({ by: 'time' });
  });
  test('for what came through: of the last barrier of the whole zone, along its hot edges', () => {
    const entries = [done(90), done(50), done(10, { isWhole: false })];
    expect(of('breakthrough', { entries, hasHotEdge: true })).toMatchObject([
      { since: addDays(today, -50), from: addDays(today, -8), note: 'hot edge' },
    ]);
  });
});

test('the mower waits for the label’s days, seed for its wait; neither wants doing', () => {
  const short: Label = { ...label, mowing: { beforeDays: null, afterDays: 2 } };
  const [mow] = of('mow', { entries: [done(1, { label: short })] });
  expect(mow).toMatchObject({ from: addDays(today, 1) });
  expect(wantsDoing(mow!)).toBe(false);
  expect(of('mow', { entries: [done(1)] })).toEqual([]);
});

test('a call stays until somebody has called back', () => {
  const called = [{ on: addDays(today, -4), about: 'brown patch' }];
  const answered = { watered: [], looked: [], called, callsAnswered: [] };
  const [open] = of('callback', { answered });
  expect([open!.note, isOverdue(open!, today), firstDue(ask({ answered }))]).toEqual([
    'brown patch',
    true,
    addDays(today, -4),
  ]);
  const back = { ...answered, callsAnswered: [{ on: addDays(today, -3) }] };
  expect([of('callback', { answered: back })[0]!.answer?.on, firstDue(ask({ answered: back }))]).toEqual([
    addDays(today, -3),
    null,
  ]);
});

test('the next day for water is one that the place allows, and the irrigation’s own where they meet', () => {
  const days = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { maxLength: 7 });
  fc.assert(
    fc.property(days, days, fc.integer({ min: 0, max: 30 }), (allowed, runs, shift) => {
      const from = addDays(today, shift);
      const day = nextWaterDay({ days: allowed, notBetween: null }, runs, from)!;
      expect(day - from).toBeLessThan(7);
      if (allowed.length) expect(allowed).toContain(weekdayOf(day));
      const meet = runs.some((r) => !allowed.length || allowed.includes(r));
      if (runs.length && meet) expect(runs).toContain(weekdayOf(day));
    }),
  );
  // 18 March 2027 is a Thursday
  expect(weekdayOf(today)).toBe(4);
});

describe('cuts before a barrier', () => {
  const cuts = [-9, -1, 4].map((days, i) => ({ on: addDays(today, days), to: (0.04 - 0.01 * i) as Metres }));
  const asked = (over: Partial<FollowUpQuestion> = {}) =>
    ask({ cuts, ...over })
      .filter((f) => f.kind === 'cut')
      .map((f) => [f.from - today, f.answer?.by ?? null, f.note]);
  test('each from its day until the next; the mower answers those before it, what is over is not asked for', () => {
    expect(asked()).toEqual([
      [-1, null, '0.03'],
      [4, null, '0.02'],
    ]);
    expect(asked({ mownOn: today })).toEqual([
      [4, null, '0.02'],
      [-1, 'us', '0.03'],
    ]);
  });
});
