/** A barrier put down on 1 March, what it holds, and products as far off their promise as the model says that products are. */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { strengthOf, weighed, type Dose, type Strength } from '@/core/barrier/barrier';
import { holdOn, type Range3 } from '@/core/barrier/hold';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { normal } from '@/core/weather/random';

const kg = (x: number) => x as KilogramsPerHectare;
/** As its label promises. */
export const STRENGTH = strengthOf([{ rate: kg(1.6), months: 6 }], kg(0.35), {
  halfLife: { days: 60, basis: 'laboratory at 20 °C' },
  low: null,
})!;

/** Off its promise by the model's own standard deviations of the logarithm. */
export const drawnStrength = (random: () => number): Strength => ({
  ...STRENGTH,
  halfLife: STRENGTH.halfLife * Math.exp(0.2 * normal(random)),
  ed50: kg(STRENGTH.ed50 * Math.exp(0.35 * normal(random))),
});

/** What it holds of crabgrass, 0 to 1. @param today in the year in which it goes down */
export function heldOf(runs: SoilRuns, today: Day, strength: Strength): Range3 {
  const dose: Dose = {
    day: addDays(dayOf(yearOf(today), 1, 1), 60),
    group: 3,
    ingredient: 'prodiamine',
    strength,
    rate: kg(0.8),
  };
  return holdOn('smooth-crabgrass', weighed(runs, 'cold keeps it'), today, [dose])!.hold;
}

export type HoldCase = Range3 & Readonly<{ came: number }>;
/** Share of the cases whose hold came within 10 to 90 % of what was told. */
export const shareWithin = (cases: readonly HoldCase[]): number =>
  cases.filter((c) => c.came >= c.p10 && c.came <= c.p90).length / cases.length;
