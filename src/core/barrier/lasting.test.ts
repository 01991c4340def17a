import fc from 'fast-check';
import { addDays, dayOf } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { memberEffect, weighed, type Strength } from './barrier';
import { heldUntil } from './control';
import { lastDayOf, rateToHold } from './lasting';

const from = dayOf(2027, 1, 1);
const kg = (x: number) => x as KilogramsPerHectare;
const STRENGTH: Strength = { halfLife: 60, ed50: kg(0.1), basis: 'recalled' };
const BARRIER = { strength: STRENGTH, ingredient: 'x' };
const at = (celsius: number): SoilRuns => ({
  from,
  climate: { coldest: 25, warmest: 205 },
  members: [Float64Array.from({ length: 400 }, () => celsius)],
});

// an identity of first-order loss: control needs twice ED50 (slope 2), so 0.8 has two half-lives to spare
test('at 20 °C eight ED50s hold for two half-lives', () => {
  const day = addDays(from, 10);
  expect(lastDayOf(weighed(at(20), 'cold keeps it'), BARRIER, kg(0.8), day)!.p50 - day).toBe(119);
  expect(rateToHold(weighed(at(20), 'cold keeps it'), BARRIER, day, addDays(day, 120))!.p50).toBeCloseTo(
    0.8,
    9,
  );
});
// published: Q10 2.58
test('at 10 °C they hold 2.58 times as long', () => {
  const last = lastDayOf(weighed(at(10), 'cold keeps it'), BARRIER, kg(0.8), from)!.p50;
  expect((last - from + 1) / 120).toBeCloseTo(2.58, 1);
});
test('too little never holds, and what holds beyond the run says so', () => {
  expect(lastDayOf(weighed(at(20), 'cold keeps it'), BARRIER, kg(0.15), from)).toBeNull();
  expect(lastDayOf(weighed(at(1), 'cold keeps it'), BARRIER, kg(5), from)!.isBeyond).toBe(true);
  expect(rateToHold(weighed(at(20), 'cold keeps it'), BARRIER, from, addDays(from, 500))).toBeNull();
});
test('the last day is that of the barrier itself, and the rate asked for it holds until it', () => {
  const runs: SoilRuns = {
    ...at(0),
    members: [-2, 0, 3].map((shift) =>
      Float64Array.from({ length: 500 }, (_, d) => 12 + shift - 11 * Math.cos((2 * Math.PI * d) / 365)),
    ),
  };
  fc.assert(
    fc.property(
      fc.double({ min: 0.25, max: 1.5, noNaN: true }),
      fc.integer({ min: 0, max: 150 }),
      (rate, d) => {
        const day = addDays(from, d);
        const last = lastDayOf(weighed(runs, 'cold keeps it'), BARRIER, kg(rate), day)!;
        const all = weighed(runs, 'cold keeps it');
        const each = runs.members.map((_, k) => {
          const dose = { ...BARRIER, day, group: 3, rate: kg(rate) };
          // a product that is too weak in a member lets go at once
          return heldUntil(from, memberEffect(all, k, [dose]), day) ?? day;
        });
        expect([last.p10, last.p90]).toEqual([Math.min(...each), Math.max(...each)]);
        const to = addDays(last.p50, 1);
        if (last.isBeyond) return;
        expect(rateToHold(weighed(runs, 'cold keeps it'), BARRIER, day, to)!.p50).toBeLessThanOrEqual(
          rate * 1.03,
        );
      },
    ),
  );
});
