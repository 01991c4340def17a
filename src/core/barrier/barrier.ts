/**
 * The barrier: what is left of each pre-emergent in the soil, and how much of the germination it stops.
 *
 * Model: the dose that reached the soil decays first-order in a time that is weighted by warmth and moisture (Q10 of 2.58,
 * EFSA 2008; moisture to the power of 0.7, Walker 1974); the effect on a germinating weed is log-logistic in what is left
 * (Seefeldt, Jensen & Fuerst 1995). Ingredients of one site of action add up as shares of their own ED50; those of
 * different sites act independently of each other.
 * Left out: leaching (those that are used stay in the top inch), enhanced degradation after years of the same.
 */
import type { Day } from '@/core/calendar/day';
import { errorQuantiles } from '@/core/ground/ensemble';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { substanceKey } from '@/core/products/substance';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { SHOWN_HAIR } from '@/core/units/tolerance';
import { CONTROL, type BarrierSchool } from './control';

/** EFSA 2008, opinion on the default Q10, EFSA Journal 622 (published). */
const Q10 = 2.58;
/** Walker 1974, J. Environ. Qual. 3:396-401; exponent as FOCUS takes it (published). */
const MOISTURE_EXPONENT = 0.7;
/** Slope of the log-logistic curve: common for germination under mitosis inhibitors, from memory. */
const SLOPE = 2;
/** Units (what is left, in ED50s) to the power of the slope; written out, for it is what a search spends its time on. */
export const powered = (units: number): number => units * units;

/** How fast a day at this soil temperature counts against one at 20 °C; frozen ground keeps what it has. */
export const warmth = (celsius: number): number => (celsius <= 0 ? 0 : Q10 ** ((celsius - 20) / 10));
/** How fast a day counts at a share of the water that the half-life is of. */
export const wetness = (share: number): number => Math.min(1, Math.max(0, share)) ** MOISTURE_EXPONENT;

/** Mean soil of the months that a label speaks of, and of field studies, °C: a field figure is brought to 20 °C by it. Ours. */
const LABEL_SOIL_C = 18;

/**
 * Weighted days from the start of the run to the end of each day.
 * @param soil daily means, °C @param moisture share of the usual water each day (moisture.ts); null: as wet as usual
 */
export function weightedDays(
  soil: ArrayLike<number>,
  school: BarrierSchool,
  moisture: ArrayLike<number> | null = null,
): Float64Array {
  const out = new Float64Array(soil.length);
  const usual = warmth(LABEL_SOIL_C);
  let sum = 0;
  for (let d = 0; d < soil.length; d++) {
    sum += school === 'cold keeps it' ? warmth(soil[d]!) * (moisture ? wetness(moisture[d]!) : 1) : usual;
    out[d] = sum;
  }
  return out;
}

/** Soil runs with the weighted days of each member: the same for every weed and dose. */
export type WeighedRuns = SoilRuns & Readonly<{ taus: readonly Float64Array[] }>;
export const weighed = (runs: SoilRuns, school: BarrierSchool): WeighedRuns => ({
  ...runs,
  taus: runs.members.map((soil, k) => weightedDays(soil, school, runs.wets?.[k] ?? null)),
});

/** What is known of one ingredient as a barrier. */
export type Strength = Readonly<{
  /** days at 20 °C to half */
  halfLife: number;
  /** left in the soil, half of the flush comes through */
  ed50: KilogramsPerHectare;
  /** whence the figures are: months on the label, or recalled */
  basis: 'label' | 'recalled';
}>;

/**
 * How far a product may be off what its label promises: standard deviations of the logarithm of days to half and of ED50.
 * Ours: so a label's four months are 2.8 to 5.5 in four of five places, about what field trials of one product differ by
 * (from memory).
 */
const OFF = { halfLife: 0.2, ed50: 0.35 } as const;

/**
 * The strength of an ingredient in one member of an ensemble of `count`: each is drawn its own, the same for all doses of the
 * ingredient. A run that stands alone has what the label promises.
 */
export function drawnStrength(
  strength: Strength,
  ingredient: string,
  member: number,
  count: number,
): Strength {
  const turn = turnOf(ingredient);
  const off = (what: keyof typeof OFF, deal: 'half-life' | 'strength') =>
    Math.exp(OFF[what] * errorQuantiles(count, deal, turn)[member]!);
  return {
    ...strength,
    halfLife: strength.halfLife * off('halfLife', 'half-life'),
    ed50: (strength.ed50 * off('ed50', 'strength')) as KilogramsPerHectare,
  };
}
/** A place on the circle for a substance, so that two are drawn nearly independently. */
function turnOf(ingredient: string): number {
  let sum = 0;
  for (const c of substanceKey(ingredient)) sum = (sum * 31 + c.codePointAt(0)!) % 9973;
  return sum / 9973;
}

/** A rate of the a.i. and the months of control that a label promises for it. */
export type LabelMonths = Readonly<{ rate: KilogramsPerHectare; months: number }>;
const DAYS_A_MONTH = 365.25 / 12;
/** A low rate holds about three months: common practice, no source. */
const LOW_MONTHS = 3;
/** So much of the germination a dose stops at first where nothing but its months is known. Ours. */
const AT_FIRST = 0.95;

/** What must be left for a share to be stopped, as a multiple of ED50. */
const overEd50 = (share: number): number => (share / (1 - share)) ** (1 / SLOPE);
const controlOverEd50 = overEd50(CONTROL);

/** What is recalled of an ingredient: days to half, and the lowest usual rate. */
type Recalled = Readonly<{
  halfLife: Readonly<{ days: number; basis: 'field' | 'laboratory at 20 °C' }> | null;
  low: KilogramsPerHectare | null;
}>;

/**
 * The strength of an ingredient, by the months of control that its label prints for its rates (twice the rate lasts one
 * half-life longer). One printed figure alone belongs to one rate: the curve goes through it and through the label's low
 * rate, at three months or at what the figure comes to by the root of the rates, whichever is less, so that no legal rate
 * is nothing. Where the label has one rate alone, or no months, what is recalled tells; months alone make a barrier.
 * @param months by rate of the a.i. @param low the label's lowest rate of the a.i.; null: not known
 * @returns null where nothing tells
 */
export function strengthOf(
  months: readonly LabelMonths[],
  low: KilogramsPerHectare | null,
  recalled: Recalled,
): Strength | null {
  const toTwenty = warmth(LABEL_SOIL_C);
  const said = withLowRate(
    months.filter((m) => m.rate > 0 && m.months > 0),
    low,
  );
  const days = halfLifeOf(said, recalled.halfLife);
  if (days === null) return null;
  const lowest = low ?? recalled.low;
  // the mean of what each pair says must be left at its end
  const ends = said.map((m) => Math.log(m.rate) - (Math.LN2 * m.months * DAYS_A_MONTH * toTwenty) / days);
  const end = ends.length
    ? Math.exp(ends.reduce((a, b) => a + b) / ends.length)
    : lowest === null
      ? null
      : lowest * 2 ** ((-LOW_MONTHS * DAYS_A_MONTH * toTwenty) / days);
  if (end === null) return null;
  return {
    halfLife: days,
    ed50: (end / controlOverEd50) as KilogramsPerHectare,
    basis: said.length ? 'label' : 'recalled',
  };
}

/** The label's months, and its low rate with what it holds where one figure alone is printed. */
function withLowRate(said: readonly LabelMonths[], low: KilogramsPerHectare | null): readonly LabelMonths[] {
  const [only, ...more] = said;
  if (!only || more.some((m) => m.rate !== only.rate) || low === null || low >= only.rate) return said;
  const months = Math.min(LOW_MONTHS, only.months * Math.sqrt(low / only.rate));
  return [...said, { rate: low, months }];
}

/** Days at 20 °C to half; null: nothing tells. */
function halfLifeOf(said: readonly LabelMonths[], recalled: Recalled['halfLife']): number | null {
  const toTwenty = warmth(LABEL_SOIL_C);
  const fitted = slopeOf(said);
  if (fitted !== null) return fitted * toTwenty;
  if (recalled) return recalled.days * (recalled.basis === 'field' ? toTwenty : 1);
  const longest = Math.max(0, ...said.map((m) => m.months));
  // from what it stops at first to the last that is control, within its months
  return longest > 0
    ? (longest * DAYS_A_MONTH * toTwenty) / Math.log2(overEd50(AT_FIRST) / controlOverEd50)
    : null;
}

/** Days of the calendar to half: the slope of the months over the logarithm of the rate. Null: fewer than two rates. */
function slopeOf(said: readonly LabelMonths[]): number | null {
  const x = said.map((m) => Math.log2(m.rate));
  const y = said.map((m) => m.months * DAYS_A_MONTH);
  const mean = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / of.length;
  const [mx, my] = [mean(x), mean(y)];
  const over = x.reduce((sum, v) => sum + (v - mx) ** 2, 0);
  if (said.length < 2 || over < SHOWN_HAIR) return null;
  const slope = x.reduce((sum, v, i) => sum + (v - mx) * (y[i]! - my), 0) / over;
  return slope > 0 ? slope : null;
}

/** One ingredient as it went, or will go, into the soil. */
export type Dose = Readonly<{
  day: Day;
  /** site of action group; null: not said, and then like no other */
  group: number | null;
  ingredient: string;
  strength: Strength;
  /** that reached the soil */
  rate: KilogramsPerHectare;
}>;

/** Ground that was opened: a share of what is there is gone from that day on. */
export type Disturbance = Readonly<{ day: Day; share: number }>;

/** The share of the germination that is stopped on each day, in one member of the runs with its own strength. */
export const memberEffect = (
  runs: WeighedRuns,
  member: number,
  doses: readonly Dose[],
  disturbances: readonly Disturbance[] = [],
): Float64Array =>
  effectOn(
    runs.from,
    runs.taus[member]!,
    doses.map((d) => ({ ...d, strength: drawnStrength(d.strength, d.ingredient, member, runs.taus.length) })),
    disturbances,
  );

/**
 * The share of the germination that is stopped on each day of a run.
 * @param from the run's first day @param tau its weighted days
 */
export function effectOn(
  from: Day,
  tau: Float64Array,
  doses: readonly Dose[],
  disturbances: readonly Disturbance[] = [],
): Float64Array {
  const passing = new Float64Array(tau.length).fill(1);
  for (const group of groupsOf(doses)) {
    const units = new Float64Array(tau.length);
    for (const dose of group) addUnits(units, from, tau, dose, disturbances);
    for (let d = 0; d < tau.length; d++) passing[d]! /= 1 + powered(units[d]!);
  }
  return passing.map((p) => 1 - p);
}

function groupsOf(doses: readonly Dose[]): Dose[][] {
  const by = new Map<string, Dose[]>();
  for (const d of doses) {
    const key = d.group === null ? d.ingredient : String(d.group);
    by.set(key, [...(by.get(key) ?? []), d]);
  }
  return [...by.values()];
}

/** What is left of a dose, in its own ED50s, day by day: whole on its day, less by half with each half-life. */
function addUnits(
  units: Float64Array,
  from: Day,
  tau: Float64Array,
  { day, rate, strength }: Dose,
  disturbances: readonly Disturbance[],
): void {
  const first = day - from;
  // how much of it was left when the run begins is not known: the run is begun early enough
  if (first < 0) return;
  const start = first === 0 ? 0 : tau[first - 1]!;
  const whole = rate / strength.ed50;
  const opened = disturbances.filter((x) => x.day > day);
  for (let d = first; d < tau.length; d++) {
    let left = whole * 2 ** (-(tau[d]! - start) / strength.halfLife);
    for (const x of opened) if (from + d >= x.day) left *= 1 - x.share;
    units[d]! += left;
  }
}

/** The rate that holds for so many weighted days: how much for so long. */
export const rateFor = ({ halfLife, ed50 }: Strength, weighted: number): KilogramsPerHectare =>
  (ed50 * controlOverEd50 * 2 ** (weighted / halfLife)) as KilogramsPerHectare;

/** Weighted days that a rate holds; 0: it does not: how long does so much last. */
export const lastsFor = ({ halfLife, ed50 }: Strength, rate: KilogramsPerHectare): number =>
  Math.max(0, halfLife * Math.log2(rate / (ed50 * controlOverEd50)));
