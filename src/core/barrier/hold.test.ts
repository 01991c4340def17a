/** Emergence by its source's figures, and hold by cases whose answer is known. */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { emergenceOf, flushOf, shareUp } from '@/core/weeds/emergence';
import { ALL_WEEDS, WEEDS } from '@/core/weeds/weeds';
import { weighed, type Dose } from './barrier';
import type { BarrierSchool } from './control';
import { holdOn, rangeOf, weightedHold } from './hold';

const CLIMATE = { coldest: 25, warmest: 205 };
const from = dayOf(2026, 1, 1);
const today = dayOf(2027, 3, 18);
/** Two years of soil, each member a little warmer than the one before. */
const soilOf = (shift: number) =>
  Float64Array.from(
    { length: 1000 },
    (_, d) => 13 + shift - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
  );
const runs: SoilRuns = { from, climate: CLIMATE, members: [-2, -1, 0, 1, 2].map(soilOf) };
const dose = (day: Day, rate: number, over: Partial<Dose> = {}): Dose => ({
  day,
  group: 3,
  ingredient: 'prodiamine',
  rate: rate as KilogramsPerHectare,
  strength: { halfLife: 90, ed50: 0.1 as KilogramsPerHectare, basis: 'recalled' },
  ...over,
});

describe('emergence of smooth crabgrass', () => {
  const curve = emergenceOf('smooth-crabgrass')!;
  // Fidanza, Dernoeden & Zhang 1996 (figures recalled): first emergence 42 to 78, main flush 140 to 230 degree days
  test('first seedlings at 42 to 78 degree days over 12 °C, the middle of the flush between 140 and 230', () => {
    expect(shareUp(curve, 42)).toBeGreaterThan(0.01);
    expect(shareUp(curve, 78)).toBeLessThan(0.12);
    expect(shareUp(curve, 140)).toBeLessThan(0.5);
    expect(shareUp(curve, 230)).toBeGreaterThan(0.5);
    expect([shareUp(curve, 0), shareUp(curve, -3)]).toEqual([0, 0]);
  });
  // the fact table's own worked example: these means make 61.5 degree days
  test('fifteen days of spring make 61.5 degree days, and one in twenty is up', () => {
    const means = [11, 12.5, 14, 15, 16, 17, 15, 13, 18, 19, 20, 18, 17, 16, 19];
    const up = flushOf(curve, means).reduce((a, b) => a + b);
    expect(up).toBeCloseTo(shareUp(curve, 61.5), 12);
    expect(up).toBeGreaterThan(0.045);
    expect(up).toBeLessThan(0.06);
  });
  // common practice, no source: it goes on all summer
  test('it has a tail: a tenth and more is still to come after 400 degree days', () => {
    expect(1 - shareUp(curve, 400)).toBeGreaterThan(0.1);
  });
});

test('annuals of the line of the soil have a curve, perennials have none', () => {
  for (const w of ALL_WEEDS) if (WEEDS[w].life === 'perennial') expect(emergenceOf(w)).toBeNull();
  expect(ALL_WEEDS.filter((w) => emergenceOf(w)).length).toBeGreaterThanOrEqual(16);
});
// common practice, no source: goosegrass follows crabgrass by weeks; annual bluegrass comes in autumn, and not in frost
test('goosegrass comes after crabgrass, annual bluegrass in autumn', () => {
  const half = (weed: Parameters<typeof holdOn>[0], on = today) =>
    holdOn(weed, weighed(runs, 'cold keeps it'), on, [])!.half!;
  const weeks = (half('goosegrass') - half('smooth-crabgrass')) / 7;
  expect(weeks).toBeGreaterThan(2);
  expect(weeks).toBeLessThan(9);
  const autumn = half('annual-bluegrass', dayOf(2027, 9, 1));
  expect(autumn).toBeGreaterThan(dayOf(2027, 9, 1));
  expect(autumn).toBeLessThan(dayOf(2027, 12, 20));
});

describe('hold', () => {
  const on = (doses: readonly Dose[], school: BarrierSchool = 'cold keeps it') =>
    holdOn('smooth-crabgrass', weighed(runs, school), today, doses)!;
  test('of nothing is nothing; of a barrier that never ends it is all', () => {
    expect(on([]).hold).toEqual({ p10: 0, p50: 0, p90: 0 });
    const forever = dose(dayOf(2027, 1, 10), 1000, {
      strength: { halfLife: 1e9, ed50: 0.1 as KilogramsPerHectare, basis: 'recalled' },
    });
    expect(on([forever]).hold.p10).toBeGreaterThan(0.9999);
  });
  test('of one that stops just half of it is half, and as far above as below with a product better or worse than promised', () => {
    const half = dose(dayOf(2027, 1, 10), 0.1, {
      strength: { halfLife: 1e9, ed50: 0.1 as KilogramsPerHectare, basis: 'recalled' },
    });
    const { p10, p50, p90 } = on([half]).hold;
    expect([p50, p10 + p90]).toEqual([expect.closeTo(0.5, 6), expect.closeTo(1, 6)]);
    expect(p10).toBeLessThan(0.4);
  });
  test('after the flush nothing can be held: what is put down in December saves no crabgrass of that year', () => {
    expect(on([dose(dayOf(2027, 12, 1), 5)]).hold.p90).toBeLessThan(0.001);
  });
  // common practice, no source: two parts around the flush hold more than all of it at once; late loses the head
  test('two halves eight weeks apart hold more than the whole at once, and late holds less', () => {
    const first = dayOf(2027, 3, 20);
    const whole = on([dose(first, 0.8)]).hold.p50;
    const halves = on([dose(first, 0.4), dose(addDays(first, 56), 0.4)]).hold.p50;
    const late = on([dose(addDays(first, 70), 0.8)]).hold.p50;
    expect(halves).toBeGreaterThan(whole);
    expect(late).toBeLessThan(whole);
  });
  test('in cold soil early costs little, by the calendar it costs more: both schools, in figures', () => {
    const loss = (school: BarrierSchool) =>
      on([dose(dayOf(2027, 3, 20), 0.8)], school).hold.p50 -
      on([dose(dayOf(2027, 1, 15), 0.8)], school).hold.p50;
    expect(loss('cold keeps it')).toBeLessThan(loss('months from the label'));
  });
  test('its range is that of the members, from day to day and as a whole', () => {
    const { each, hold, flush, effect } = on([dose(dayOf(2027, 3, 1), 0.6)]);
    expect(each).toHaveLength(5);
    expect([hold.p10, hold.p90]).toEqual([Math.min(...each), Math.max(...each)]);
    expect(flush.every((f) => f >= 0)).toBe(true);
    expect(effect.every((e) => e >= 0 && e < 1)).toBe(true);
    expect(rangeOf([3, 1, 2])).toEqual({ p10: 1, p50: 2, p90: 3 });
  });
  test('of several weeds is weighed within each member', () => {
    const a = { each: [1, 0], weight: 1 };
    const b = { each: [0, 1], weight: 3 };
    expect(weightedHold([a, b])).toEqual({ p10: 0.25, p50: 0.5, p90: 0.75 });
    expect(weightedHold([])).toBeNull();
  });
  test('in March annual bluegrass is asked about for the autumn to come, in November for the one that is', () => {
    const of = (on: Day) => holdOn('annual-bluegrass', weighed(runs, 'cold keeps it'), on, [])!;
    expect(of(today).from).toBeGreaterThan(today);
    expect(of(dayOf(2027, 11, 1)).from).toBeLessThan(dayOf(2027, 8, 15));
    expect(of(dayOf(2026, 11, 1)).from).toBeLessThan(dayOf(2026, 8, 15));
  });
  test('a run that begins in the middle of the season, or a perennial, has none', () => {
    const short = { ...runs, from: dayOf(2027, 3, 1), members: [soilOf(0)] };
    expect(holdOn('smooth-crabgrass', weighed(short, 'cold keeps it'), today, [])).toBeNull();
    expect(holdOn('white-clover', weighed(runs, 'cold keeps it'), today, [])).toBeNull();
  });
});
