/** When to sow, on a soil whose course is known. */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { sowingWindows } from './sowing';

const from = dayOf(2026, 1, 1);
const wave = (mean: number, swing: number, shift = 0) =>
  Float64Array.from(
    { length: 1000 },
    (_, d) => mean + shift - swing * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
  );
const runs = (mean: number, swing: number): SoilRuns => ({
  from,
  climate: { coldest: 25, warmest: 205 },
  members: [-1, 0, 1].map((s) => wave(mean, swing, s)),
});
const today = dayOf(2027, 3, 18);
const soilOn = (mean: number, swing: number, day: Day) =>
  mean - swing * Math.cos((2 * Math.PI * (day - from - 34)) / 365.25);

// common practice, no source: cool-season turf from late summer on, early spring second; warm-season turf late spring
describe('sowing', () => {
  test('cool-season turf: late summer and early autumn first, spring second', () => {
    const [autumn, spring, ...more] = sowingWindows(runs(14, 13), 'tall fescue', today);
    expect(more).toEqual([]);
    expect([autumn!.isFalling, spring!.isFalling]).toEqual([true, false]);
    expect(autumn!.from).toBeGreaterThan(dayOf(2027, 8, 15));
    expect(autumn!.to).toBeLessThan(dayOf(2027, 11, 1));
    expect(spring!.from).toBeGreaterThan(dayOf(2027, 4, 1));
    expect(spring!.to).toBeLessThan(dayOf(2027, 6, 25));
    for (const w of [autumn!, spring!])
      for (const day of [w.from, w.to]) {
        const soil = soilOn(14, 13, addDays(day, 7));
        expect(soil).toBeGreaterThan(14);
        expect(soil).toBeLessThan(25);
      }
  });
  test('leaves seedlings 45 days before the soil is cold', () => {
    const [autumn] = sowingWindows(runs(14, 13), 'Kentucky bluegrass', today);
    expect(soilOn(14, 13, addDays(autumn!.to, 40))).toBeGreaterThan(6.5);
  });
  test('warm-season turf: late spring to midsummer, ninety days before the soil is cool', () => {
    const windows = sowingWindows(runs(17, 11), 'bermudagrass', today);
    expect(windows).toHaveLength(1);
    expect(windows[0]!.from).toBeGreaterThan(dayOf(2027, 4, 25));
    expect(windows[0]!.from).toBeLessThan(dayOf(2027, 6, 15));
    expect(windows[0]!.to).toBeLessThan(dayOf(2027, 8, 20));
  });
  test('nothing where it is never warm enough, and nothing that is past', () => {
    expect(sowingWindows(runs(8, 5), 'bermudagrass', today)).toEqual([]);
    const late = sowingWindows(runs(14, 13), 'tall fescue', dayOf(2027, 9, 5));
    expect(late.every((w) => w.from >= dayOf(2027, 9, 5))).toBe(true);
    expect(yearOf(late[0]!.from)).toBe(2027);
  });
});
