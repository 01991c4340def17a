/** Arithmetic worked by hand; the model is ours. */
import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { WindowLane } from '@/core/gates/window-lane';
import { chanceOn, isWorked, regretFor, regretOf, roomFor } from './regret';

const today = dayOf(2027, 3, 18);
const after = (n: number, chance: number, worth: number) => ({ day: addDays(today, n), chance, worth });

test('what can never be done again is lost whole; what can be done tomorrow for sure loses a day of it', () => {
  expect(regretOf(40, [])).toMatchObject({ points: 40, why: 'last-day', daysLeft: 0, until: null, next: 0 });
  expect(regretOf(40, [after(1, 1, 38.5)])).toMatchObject({ points: 1.5, why: 'hold', byMissing: 0 });
  expect(regretOf(40, [after(1, 1, 40)])).toMatchObject({ points: 0, why: 'can-wait' });
});

// by hand: 0.5 × 2 lost tomorrow, 0.25 × 4 the day after, and a quarter of the times nothing is left of 40
test('the odds of the days ahead are gone through in their order', () => {
  const r = regretOf(40, [after(1, 0.5, 38), after(2, 0.5, 36)]);
  expect(r.points).toBeCloseTo(0.5 * 2 + 0.25 * 4 + 0.25 * 40, 12);
  expect(r).toMatchObject({ why: 'few-days', daysLeft: 2, until: addDays(today, 2), next: 0.5 });
});

test('what is worth more later is not regretted', () => {
  expect(regretOf(10, [after(1, 0.9, 14), after(2, 0.9, 15)]).points).toBe(0);
});

test('more days and better odds never make it worse; it is never more than all of it', () => {
  const day = fc.record({ chance: fc.double({ min: 0, max: 1, noNaN: true }) });
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.array(day, { maxLength: 20 }),
      (now, days) => {
        const ahead = days.map((d, i) => after(i + 1, d.chance, now));
        const r = regretOf(now, ahead);
        expect(r.points).toBeLessThanOrEqual(now + 1e-9);
        expect(r.points).toBeCloseTo(r.byDelay + r.byMissing, 9);
        expect(regretOf(now, [...ahead, after(days.length + 1, 0.5, now)]).points).toBeLessThanOrEqual(
          r.points + 1e-9,
        );
      },
    ),
  );
});

test('days off are no days: five from Monday on, six without the Sunday', () => {
  // 18 March 2027 is a Thursday
  const week = (n: number) => Array.from({ length: 7 }, (_, i) => isWorked(addDays(today, i), n));
  expect(week(5)).toEqual([true, true, false, false, true, true, true]);
  expect(week(6)).toEqual([true, true, true, false, true, true, true]);
  expect(week(7)).toEqual(Array.from({ length: 7 }, () => true));
});

describe('the chance that a day works', () => {
  const lane = (...spans: [number, number, 'open' | 'ajar' | 'shut', ...('wind' | 'interval')[]][]) =>
    spans.map(([from, to, state, ...by]) => ({
      from: addDays(today, from),
      to: addDays(today, to),
      verdict: { state, by },
    })) as WindowLane;
  test('is high where the forecast is good, none where a gate other than the weather shuts it', () => {
    const chance = chanceOn(lane([0, 3, 'open'], [3, 9, 'shut', 'interval']), today, null, 7);
    expect(chance(addDays(today, 1))).toBeCloseTo(0.9 * 0.95 + 0.1 * 0.6, 12);
    expect(chance(addDays(today, 4))).toBe(0);
    expect(chance(addDays(today, 40))).toBe(0);
  });
  test('where the weather shuts it, the further ahead the more of past years', () => {
    const chance = chanceOn(lane([0, 30, 'shut', 'wind']), today, null, 7);
    expect(chance(addDays(today, 1))).toBeCloseTo(0.9 * 0.05 + 0.1 * 0.6, 12);
    expect(chance(addDays(today, 20))).toBeCloseTo(0.6, 12);
    const year = { years: [], all: [], tenths: { all: '2'.repeat(366) } as never };
    expect(chanceOn(lane([0, 30, 'shut', 'wind']), today, year, 7)(addDays(today, 20))).toBeCloseTo(0.2, 12);
  });
  test('with a gate of the calendar beside the weather there is none', () => {
    expect(chanceOn(lane([0, 9, 'shut', 'wind', 'interval']), today, null, 7)(addDays(today, 2))).toBe(0);
  });
});

test('the worth is asked on few days, drawn straight between them, and not behind days that are certain', () => {
  const asked: number[] = [];
  const worth = (day: Day) => {
    asked.push(day - today);
    return 40 - (day - today);
  };
  const soon = regretFor(today, worth, () => 0.9);
  expect(asked).toEqual([0, 1, 3]);
  // 0.9 × 1 + 0.09 × 2 + 0.009 × 3 and so on: 1/0.9
  expect(soon.points).toBeCloseTo(1 / 0.9, 2);
  asked.length = 0;
  const seldom = regretFor(today, worth, (day) => (day === addDays(today, 10) ? 1 : 0));
  expect(seldom.points).toBeCloseTo(10, 9);
  expect(asked).toEqual([0, 1, 3, 7, 14]);
});

describe('room', () => {
  const crews = { trucks: 2, hours: 10, minutesAStop: 30, daysAWeek: 7 };
  const lines = (n: number, last: Day | null) => ({ last, lines: n });
  // by hand: 40 stops a day, today and on six of ten days after it
  test('lines that are as urgent share it over the days that are left to them', () => {
    const lasts = [lines(560, addDays(today, 10))];
    expect(roomFor({ lasts, crews }, today, addDays(today, 10))).toBeCloseTo(0.5, 12);
    expect(roomFor({ lasts: [lines(100, addDays(today, 10))], crews }, today, addDays(today, 10))).toBe(1);
  });
  test('less urgent lines take none from it; those of no last day count for such lines alone', () => {
    const lasts = [lines(30, addDays(today, 3)), lines(5000, addDays(today, 30)), lines(5000, null)];
    expect(roomFor({ lasts, crews }, today, addDays(today, 3))).toBe(1);
    expect(roomFor({ lasts, crews }, today, addDays(today, 30))).toBeLessThan(0.2);
    expect(roomFor({ lasts, crews }, today, null)).toBeLessThan(0.2);
  });
  test('it lowers the chance of each day', () => {
    const open = [{ from: today, to: addDays(today, 9), verdict: { state: 'open', by: [] } }] as WindowLane;
    const at = (room: number) => chanceOn(open, today, null, 7, room)(addDays(today, 2));
    expect(at(0.5)).toBeCloseTo(at(1) / 2, 12);
  });
});

test('a window that ends beyond what anybody plans by has no last day', () => {
  expect(
    regretFor(
      today,
      () => 30,
      () => 0.9,
    ).until,
  ).toBeNull();
  expect(
    regretFor(
      today,
      () => 30,
      (d) => (d - today < 9 ? 0.9 : 0),
    ).until,
  ).toBe(addDays(today, 8));
});
