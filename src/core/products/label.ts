/**
 * A label as Iron Gate computes with it: what the user typed in from the printed one. The printed label is the law;
 * this is a copy of it, and every screen that shows a figure from it says so. Where the sheet is silent, the field is
 * null: gates say "not known", and shut where the label would demand the fact.
 */
import type { Adjuvant, Formulation, MixPlace, NoneKey, TankMix, WaterTurn } from './label-terms';
import type { LabelFigures, SheetValues } from './sheet-fields';
import type {
  Celsius,
  GramsPerLitre,
  KilogramsPerHectare,
  LitresPerHectare,
  Metres,
  MetresPerSecond,
  Millimetres,
} from '@/core/units/quantity';
import type { Content } from '@/core/units/by-label';
import type { AmountUnit, ProductAmount, ProductRate, RateUnit } from '@/core/units/rate';
import { USES, type Method, type ProductKind, type Site, type Turf, type Use } from '@/core/trade/terms';
import type { Stage, Weed } from '@/core/weeds/weeds';
import { exceeds } from '@/core/units/tolerance';

export const DORMANCIES = ['any', 'dormant only', 'not while greening', 'safe while greening'] as const;
export type Dormancy = (typeof DORMANCIES)[number];

export const SETBACKS_FROM = ['well', 'pond', 'stream', 'drain', 'tree', 'bed'] as const;
export type SetbackFrom = (typeof SETBACKS_FROM)[number];

/** Whether somebody has read the label and found that it sets none of this. A figure that is typed counts all the same. */
export const setsNone = (label: Pick<Label, 'none'>, key: NoneKey): boolean => label.none.includes(key);

export type Ingredient = Readonly<{
  name: string;
  /** a person said that it is none of the substances we know: one of its own in every limit */
  isOwn?: true;
  /** site of action group, HRAC/WSSA number; 0: none; null: not said */
  group: number | null;
  content: Content;
  /** the acid's content, where the label counts acid equivalents (a.e.) */
  acid: Content | null;
  /** what the limit counts */
  counts: 'a.i.' | 'a.e.';
  /** most of it in the label's period, over all products; null where the label sets none */
  yearLimit: KilogramsPerHectare | null;
}>;

/** One row of the rate table: what an application may be on one turf, for one use. Both ends belong to it. */
export type LabelRate = Readonly<{
  turf: Turf;
  use: Use;
  /** where the row holds: a region as the label words it; null: everywhere */
  region: string | null;
  low: ProductRate;
  high: ProductRate;
  /** months of control that the label names for the high rate */
  months: number | null;
  /** and for other rates of the row */
  monthsAt: readonly Readonly<{ rate: ProductRate; months: number }>[];
  /** most product in the period on this turf; null: the label's own */
  yearLimit: ProductRate | null;
  mostApplications: number | null;
  intervalDays: number | null;
  dormancy: Dormancy;
}>;

/** Days from application to seeding, for rates up to and including `upTo`; the steps rise. */
/** From when a label counts the age of seedlings. */
export const SEEDLINGS_SINCE = ['sown', 'emergence'] as const;
export type SeedlingsSince = (typeof SEEDLINGS_SINCE)[number];

export type SeedingWait = readonly Readonly<{ upTo: ProductRate; days: number }>[];

/** A weed that is taken once it is up, to its last stage. Some labels leave stages out on the way: taken small and large. */
export const DEGREES = ['control', 'suppression'] as const;
/** What a label takes once it is up: up to a stage, and how well in its own words. */
export type Controlled = Readonly<{
  weed: Weed;
  upTo: Stage;
  butNot?: Stage | null;
  /** not said: control */
  degree?: (typeof DEGREES)[number];
}>;

export type LimitPeriod = 'calendar year' | '12 months';

export type Label = Readonly<{
  id: string;
  /** counts from 1: a changed label is a new version, and records keep theirs */
  version: number;
  kind: ProductKind;
  name: string;
  registrationNumber: string;
  labelDate: string;
  /** a label of our own making, never for use */
  demo: boolean;
  status: 'registered' | 'cancelled';
  /** states in which it is registered; null: the sheet does not say */
  registeredIn: readonly string[] | null;
  formulation: Formulation;
  signalWord: SheetValues['signalWord'];
  restrictedUse: boolean;
  /** the category an applicator's licence must cover; null: the sheet does not say */
  category: string | null;
  ingredients: readonly Ingredient[];
  density: GramsPerLitre | null;
  /** shares of weight, for a granule with fertilizer */
  analysis: Readonly<{ n: number; p: number; k: number }> | null;
  rates: readonly LabelRate[];
  /** the units people on this label think in */
  rateUnit: RateUnit;
  amountUnit: AmountUnit;
  period: LimitPeriod;
  /** most product in the period; null: the sheet does not say */
  yearLimit: ProductRate | null;
  mostApplications: number | null;
  /** null: none, or not typed: see `none` */
  minimumIntervalDays: number | null;
  seedingWait: SeedingWait;
  /** how far seedlings must be before it may be put on them; null: none, or not typed */
  seedlings: Readonly<{ weeks: number | null; mowings: number | null; since: SeedlingsSince }> | null;
  /** where it works: in the soil (a barrier), through the leaf, or both */
  inSoil: boolean;
  onLeaf: boolean;
  /** controls seedlings that are already up */
  reachesBack: boolean;
  /** weeds it keeps from coming up, and weeds it takes up to a stage once they are up */
  before: readonly Weed[];
  after: readonly Controlled[];
  /** null: none, or not typed: see `none`; so are the figures that follow */
  wateringIn: Readonly<{ depth: Millimetres; withinDays: number }> | null;
  /** hours without rain that the leaf needs */
  rainFreeHours: number | null;
  /** of the hour; `dayMost` of the day's high */
  air: Readonly<{ least: Celsius | null; most: Celsius | null; dayMost: Celsius | null }>;
  windLimit: MetresPerSecond | null;
  /** methods that the label allows; none: the sheet does not say */
  methods: readonly Method[];
  carrier: Readonly<{ least: LitresPerHectare; most: LitresPerHectare }> | null;
  /** % v/v of surfactant wanted; null: none */
  surfactantPercent: number | null;
  /** null: not typed */
  adjuvant: Adjuvant | null;
  tankMix: TankMix;
  /** where the label puts it in the order of the tank; null: by its formulation */
  addedAs: MixPlace | null;
  /** what the label will not have in one tank with it: a.i., kinds of product, or names */
  notWith: readonly string[];
  /** pH of the spray water that the label asks for; null: not said */
  sprayPh: Readonly<{ least: number; most: number }> | null;
  turnsWater: WaterTurn | null;
  /** the label's own words on mixing */
  compatibility: string;
  setbacks: readonly Readonly<{ from: SetbackFrom; distance: Metres }>[];
  /** it may not be used where fruit is grown; null: not typed */
  keepsFromFruit: boolean | null;
  /** the ground on which it may be used; null: any, or not typed */
  sites: readonly Site[] | null;
  /** what the label sets none of, as somebody has read */
  none: readonly NoneKey[];
  /** every figure of the sheet by its key, in SI; what gates read under a name of its own stands there too */
  figures: LabelFigures;
  /** days without mowing before and after */
  mowing: Readonly<{ beforeDays: number | null; afterDays: number | null }>;
  stains: boolean;
  /** hours that a mix may stand; null: not said */
  mixHours: number | null;
  packages: readonly Readonly<{ size: ProductAmount; typed: string; price: number | null }>[];
  ppe: string;
  reentry: string;
  reentryHours: number | null;
  cautions: readonly string[];
}>;

export const isGranule = (label: Pick<Label, 'formulation'>): boolean => label.formulation === 'G';
export const carriesNitrogen = (label: Pick<Label, 'analysis'>): boolean => (label.analysis?.n ?? 0) > 0;

type Ground = Readonly<{ turf: Turf; mixedWith: Turf | null }>;

/** The label's row for a turf and a use, of a mix the stricter of both; undefined where the turf, or one of a mix, is not on the label. */
export function rateForTurf(
  label: Pick<Label, 'rates'>,
  { turf, mixedWith }: Ground,
  use: Use = 'pre-emergent',
): LabelRate | undefined {
  const row = rowFor(label, turf, use);
  if (!mixedWith || !row) return row;
  const other = rowFor(label, mixedWith, use);
  return other && stricter(row, other);
}

/** The row of one turf and use; of rows for several regions the strictest: which of them holds here is not known. */
function rowHere(rates: readonly LabelRate[], turf: Turf, use: Use): LabelRate | undefined {
  const [first, ...more] = rates.filter((r) => r.turf === turf && r.use === use);
  return more.reduce<LabelRate | undefined>((row, other) => row && stricter(row, other), first);
}

/** A spot that has no row of its own goes by the broadcast row. */
const rowFor = ({ rates }: Pick<Label, 'rates'>, turf: Turf, use: Use): LabelRate | undefined =>
  rowHere(rates, turf, use) ??
  (use === 'spot' ? rowHere(rates, turf, 'post-emergent') : undefined) ??
  (use === 'autumn pre-emergent' ? rowHere(rates, turf, 'pre-emergent') : undefined);

function stricter(a: LabelRate, b: LabelRate): LabelRate | undefined {
  if (a.high.by !== b.high.by) return undefined;
  const least = (x: number | null, y: number | null) =>
    x === null || y === null ? (x ?? y) : Math.min(x, y);
  return {
    ...a,
    low: a.low.rate > b.low.rate ? a.low : b.low,
    high: a.high.rate < b.high.rate ? a.high : b.high,
    yearLimit:
      a.yearLimit && b.yearLimit
        ? a.yearLimit.rate < b.yearLimit.rate
          ? a.yearLimit
          : b.yearLimit
        : (a.yearLimit ?? b.yearLimit),
    mostApplications: least(a.mostApplications, b.mostApplications),
    intervalDays:
      a.intervalDays === null || b.intervalDays === null
        ? (a.intervalDays ?? b.intervalDays)
        : Math.max(a.intervalDays, b.intervalDays),
    months: least(a.months, b.months),
    monthsAt: a.months !== null && b.months !== null && b.months < a.months ? b.monthsAt : a.monthsAt,
    dormancy: strictest(a.dormancy, b.dormancy),
  };
}

/** From the freest to the strictest. */
const DORMANCY_RANK: readonly Dormancy[] = [
  'safe while greening',
  'any',
  'not while greening',
  'dormant only',
];
const strictest = (a: Dormancy, b: Dormancy): Dormancy =>
  DORMANCY_RANK.indexOf(a) > DORMANCY_RANK.indexOf(b) ? a : b;

/** The limits that hold on a turf: its row's where the row sets them, else the label's. */
export function limitsFor(
  label: Label,
  ground: Ground,
  use: Use,
): Readonly<{ yearLimit: ProductRate | null; mostApplications: number | null; intervalDays: number | null }> {
  const row = rateForTurf(label, ground, use);
  return {
    yearLimit: row?.yearLimit ?? label.yearLimit,
    mostApplications: row?.mostApplications ?? label.mostApplications,
    intervalDays: row?.intervalDays ?? label.minimumIntervalDays,
  };
}

/** Uses that the label has rows for on a turf. */
export const usesOn = (label: Label, ground: Ground): Use[] =>
  USES.filter((use) => rateForTurf(label, ground, use) !== undefined);

/** Days that this rate by itself keeps seed out, by the label; null: it does not say, or not of so much. */
export function seedingWaitDays(label: Label, rate: ProductRate): number | null {
  const step = label.seedingWait.find((s) => s.upTo.by === rate.by && !exceeds(rate.rate, s.upTo.rate));
  return step?.days ?? null;
}
