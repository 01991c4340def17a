/**
 * A label as Iron Gate computes with it: what the user typed in from the printed one. The printed label is the law;
 * this is a copy of it, and every screen that shows a figure from it says so.
 */
import type { GramsPerLitre, KilogramsPerHectare, MetresPerSecond, Millimetres } from '@/core/units/quantity';
import type { AmountUnit, ProductRate, RateUnit } from '@/core/units/rate';

export const TURFS = [
  'tall fescue',
  'Kentucky bluegrass',
  'perennial ryegrass',
  'fine fescue',
  'creeping bentgrass',
  'bermudagrass',
  'zoysiagrass',
  'centipedegrass',
  'St. Augustinegrass',
  'bahiagrass',
  'buffalograss',
  'seashore paspalum',
] as const;
export type Turf = (typeof TURFS)[number];

export const FORMULATIONS = ['WG', 'WP', 'SC', 'EC', 'SL', 'G'] as const;
export type Formulation = (typeof FORMULATIONS)[number];

/** How much a.i. is in the product: a share of its weight, or grams in a litre. */
export type Content =
  Readonly<{ in: 'weight'; share: number }> | Readonly<{ in: 'volume'; gramsPerLitre: GramsPerLitre }>;

type Ingredient = Readonly<{
  name: string;
  /** site of action group, HRAC/WSSA number */
  group: number;
  content: Content;
  /** most a.i. in the label's period, over all products; null where the label sets none */
  yearLimit: KilogramsPerHectare | null;
}>;

/** What one application may be on one turf. Both ends belong to it. */
export type LabelRate = Readonly<{ turf: Turf; low: ProductRate; high: ProductRate }>;

/** Days from application to seeding, for rates up to and including `upTo`; the steps rise. */
type SeedingWait = readonly Readonly<{ upTo: ProductRate; days: number }>[];

export type LimitPeriod = 'calendar year' | '12 months';

export type Label = Readonly<{
  id: string;
  name: string;
  registrationNumber: string;
  labelDate: string;
  /** a label of our own making, never for use */
  demo: boolean;
  status: 'registered' | 'cancelled';
  formulation: Formulation;
  signalWord: string;
  restrictedUse: boolean;
  ingredients: readonly Ingredient[];
  rates: readonly LabelRate[];
  /** the units people on this label think in */
  rateUnit: RateUnit;
  amountUnit: AmountUnit;
  period: LimitPeriod;
  /** most product in the period */
  yearLimit: ProductRate;
  minimumIntervalDays: number;
  seedingWait: SeedingWait;
  /** controls seedlings that are already up */
  reachesBack: boolean;
  wateringIn: Readonly<{ depth: Millimetres; withinDays: number }> | null;
  windLimit: MetresPerSecond | null;
  ppe: string;
  reentry: string;
  cautions: readonly string[];
}>;

export const isGranule = (label: Pick<Label, 'formulation'>): boolean => label.formulation === 'G';

/** The label's row for a turf, of a mix the stricter of both; undefined where the turf, or one of a mix, is not on the label. */
export function rateForTurf(
  label: Label,
  { turf, mixedWith }: Readonly<{ turf: Turf; mixedWith: Turf | null }>,
): LabelRate | undefined {
  const row = label.rates.find((r) => r.turf === turf);
  if (!mixedWith || !row) return row;
  const other = label.rates.find((r) => r.turf === mixedWith);
  if (!other || other.high.by !== row.high.by) return undefined;
  return {
    turf,
    low: row.low.rate > other.low.rate ? row.low : other.low,
    high: row.high.rate < other.high.rate ? row.high : other.high,
  };
}

/** a.i. put on an area with a rate of product. */
export function ingredientRate(rate: ProductRate, content: Content): KilogramsPerHectare | null {
  if (rate.by === 'mass' && content.in === 'weight')
    return (rate.rate * content.share) as KilogramsPerHectare;
  if (rate.by === 'volume' && content.in === 'volume')
    return ((rate.rate * content.gramsPerLitre) / 1000) as KilogramsPerHectare;
  return null;
}

/**
 * Days that this rate keeps seed out, by the label. A rate above the last step waits as long as the last step says: the
 * rate itself is then refused by the label-rate gate.
 */
export function seedingWaitDays(label: Label, rate: ProductRate): number | null {
  const step = label.seedingWait.find((s) => s.upTo.by === rate.by && rate.rate <= s.upTo.rate * (1 + 1e-9));
  return step?.days ?? label.seedingWait.at(-1)?.days ?? null;
}
