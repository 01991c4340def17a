/**
 * Rates and amounts of product: by mass or by volume, and never the one for the other.
 *
 * A rate is an amount for an area. Both are unions on `by`, so that a sum of a weight and a volume has no type;
 * a liquid's weight needs its density, and nothing here guesses one.
 * Source of the factors: NIST Handbook 44, appendix C (see trade.ts).
 */
import {
  SQUARE_METRES_PER_HECTARE,
  type Kilograms,
  type KilogramsPerHectare,
  type Litres,
  type LitresPerHectare,
  type SquareMetres,
} from './quantity';
import { KG_PER_LB, KG_PER_OZ, L_PER_FL_OZ, L_PER_GAL, M2_PER_ACRE, M2_PER_SQ_FT } from './trade';

type MassRate = Readonly<{ by: 'mass'; rate: KilogramsPerHectare }>;
export type VolumeRate = Readonly<{ by: 'volume'; rate: LitresPerHectare }>;
/** Product put on an area. */
export type ProductRate = MassRate | VolumeRate;

export type MassAmount = Readonly<{ by: 'mass'; amount: Kilograms }>;
export type VolumeAmount = Readonly<{ by: 'volume'; amount: Litres }>;
/** Product in a heap or a jug. */
export type ProductAmount = MassAmount | VolumeAmount;

const per1000SqFt = (of: number) => (of / (1000 * M2_PER_SQ_FT)) * SQUARE_METRES_PER_HECTARE;
const perAcre = (of: number) => (of / M2_PER_ACRE) * SQUARE_METRES_PER_HECTARE;

/** One of each unit in kg/ha or L/ha. The keys are stored with what people typed, so a key never changes. */
export const RATE_UNITS = {
  'oz/1000sqft': { by: 'mass', inSi: per1000SqFt(KG_PER_OZ), words: 'oz/1,000 sq ft' },
  'lb/1000sqft': { by: 'mass', inSi: per1000SqFt(KG_PER_LB), words: 'lb/1,000 sq ft' },
  'g/1000sqft': { by: 'mass', inSi: per1000SqFt(0.001), words: 'g/1,000 sq ft' },
  'oz/acre': { by: 'mass', inSi: perAcre(KG_PER_OZ), words: 'oz/acre' },
  'lb/acre': { by: 'mass', inSi: perAcre(KG_PER_LB), words: 'lb/acre' },
  'g/100m2': { by: 'mass', inSi: 0.1, words: 'g/100 m²' },
  'kg/ha': { by: 'mass', inSi: 1, words: 'kg/ha' },
  'floz/1000sqft': { by: 'volume', inSi: per1000SqFt(L_PER_FL_OZ), words: 'fl oz/1,000 sq ft' },
  'floz/acre': { by: 'volume', inSi: perAcre(L_PER_FL_OZ), words: 'fl oz/acre' },
  'pt/acre': { by: 'volume', inSi: perAcre(L_PER_GAL / 8), words: 'pt/acre' },
  'qt/acre': { by: 'volume', inSi: perAcre(L_PER_GAL / 4), words: 'qt/acre' },
  'gal/acre': { by: 'volume', inSi: perAcre(L_PER_GAL), words: 'gal/acre' },
  'gal/1000sqft': { by: 'volume', inSi: per1000SqFt(L_PER_GAL), words: 'gal/1,000 sq ft' },
  'mL/1000sqft': { by: 'volume', inSi: per1000SqFt(0.001), words: 'mL/1,000 sq ft' },
  'mL/100m2': { by: 'volume', inSi: 0.1, words: 'mL/100 m²' },
  'L/ha': { by: 'volume', inSi: 1, words: 'L/ha' },
} as const satisfies Record<string, Readonly<{ by: 'mass' | 'volume'; inSi: number; words: string }>>;
export type RateUnit = keyof typeof RATE_UNITS;

/** One of each unit in kg or L. */
export const AMOUNT_UNITS = {
  g: { by: 'mass', inSi: 0.001, words: 'g' },
  oz: { by: 'mass', inSi: KG_PER_OZ, words: 'oz' },
  lb: { by: 'mass', inSi: KG_PER_LB, words: 'lb' },
  kg: { by: 'mass', inSi: 1, words: 'kg' },
  mL: { by: 'volume', inSi: 0.001, words: 'mL' },
  floz: { by: 'volume', inSi: L_PER_FL_OZ, words: 'fl oz' },
  pt: { by: 'volume', inSi: L_PER_GAL / 8, words: 'pt' },
  qt: { by: 'volume', inSi: L_PER_GAL / 4, words: 'qt' },
  gal: { by: 'volume', inSi: L_PER_GAL, words: 'gal' },
  L: { by: 'volume', inSi: 1, words: 'L' },
} as const satisfies Record<string, Readonly<{ by: 'mass' | 'volume'; inSi: number; words: string }>>;
export type AmountUnit = keyof typeof AMOUNT_UNITS;

export const isRateUnit = (text: string): text is RateUnit => Object.hasOwn(RATE_UNITS, text);
export const isAmountUnit = (text: string): text is AmountUnit => Object.hasOwn(AMOUNT_UNITS, text);

/** @throws RangeError if `value` is not a finite number of at least 0 */
export function rateOf(value: number, unit: RateUnit): ProductRate {
  if (!Number.isFinite(value) || value < 0) throw new RangeError(`Not a rate: ${value} ${unit}`);
  const { by, inSi } = RATE_UNITS[unit];
  return by === 'mass'
    ? { by, rate: (value * inSi) as KilogramsPerHectare }
    : { by, rate: (value * inSi) as LitresPerHectare };
}

/** The figure of a rate in a unit; null where one is a weight and the other a volume. */
export function rateIn(rate: ProductRate, unit: RateUnit): number | null {
  const { by, inSi } = RATE_UNITS[unit];
  return by === rate.by ? rate.rate / inSi : null;
}

/** @throws RangeError if `value` is not a finite number of at least 0 */
export function amountOf(value: number, unit: AmountUnit): ProductAmount {
  if (!Number.isFinite(value) || value < 0) throw new RangeError(`Not an amount: ${value} ${unit}`);
  const { by, inSi } = AMOUNT_UNITS[unit];
  return by === 'mass'
    ? { by, amount: (value * inSi) as Kilograms }
    : { by, amount: (value * inSi) as Litres };
}

/** The figure of an amount in a unit; null where one is a weight and the other a volume. */
export function amountIn(amount: ProductAmount, unit: AmountUnit): number | null {
  const { by, inSi } = AMOUNT_UNITS[unit];
  return by === amount.by ? amount.amount / inSi : null;
}

/** Product for an area at a rate. */
export function amountFor(rate: ProductRate, area: SquareMetres): ProductAmount {
  return amountLike(rate, (rate.rate * area) / SQUARE_METRES_PER_HECTARE);
}

/** The rate at which an amount lies on an area. @throws RangeError if the area is 0 */
export function rateFrom(amount: ProductAmount, area: SquareMetres): ProductRate {
  if (!(area > 0)) throw new RangeError(`No rate on an area of ${area} m²`);
  const hectares = area / SQUARE_METRES_PER_HECTARE;
  return amount.by === 'mass'
    ? { by: 'mass', rate: (amount.amount / hectares) as KilogramsPerHectare }
    : { by: 'volume', rate: (amount.amount / hectares) as LitresPerHectare };
}

/** By weight or by volume. */
type Kind = Readonly<{ by: 'mass' | 'volume' }>;

/** So many kg/ha or L/ha: of the kind of another rate, where a sum or a limit has been computed. */
export const rateLike = ({ by }: Kind, value: number): ProductRate =>
  by === 'mass' ? { by, rate: value as KilogramsPerHectare } : { by, rate: value as LitresPerHectare };

/** So many kg or L: of the kind of a rate. */
export const amountLike = ({ by }: Kind, value: number): ProductAmount =>
  by === 'mass' ? { by, amount: value as Kilograms } : { by, amount: value as Litres };

/** `share` of a rate: one part of a split. */
export const partOfRate = (rate: ProductRate, share: number): ProductRate =>
  rateLike(rate, rate.rate * share);
