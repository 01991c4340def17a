/**
 * Rates that a label words by something else than product on an area: a.i. on an area, bags, product in a gallon of
 * mix, per cent of the mix. Each needs a fact of the label or of the work (content, bag, spray volume), and none is
 * guessed: without it there is no figure.
 */
import {
  SQUARE_METRES_PER_HECTARE,
  type GramsPerLitre,
  type Kilograms,
  type KilogramsPerHectare,
  type LitresPerHectare,
  type SquareMetres,
} from './quantity';
import { RATE_UNITS, rateIn, type ProductAmount, type ProductRate, type RateUnit } from './rate';

/** How much of a substance is in the product: a share of its weight, or grams in a litre. */
export type Content =
  | Readonly<{ in: 'weight'; share: number }>
  | Readonly<{ in: 'volume'; gramsPerLitre: GramsPerLitre }>;

/**
 * A substance put on an area with a rate of product, kg/ha. A content by weight in a liquid, or by volume in a dry
 * product, needs the product's density; null where that is not known.
 */
export function substanceRate(
  rate: ProductRate,
  content: Content,
  density: GramsPerLitre | null,
): KilogramsPerHectare | null {
  const share = shareOf(rate.by, content, density);
  return share === null ? null : ((rate.rate * share) as KilogramsPerHectare);
}

/** The rate of product that puts so much of a substance on an area: the other way about. */
export function rateForSubstance(
  substance: KilogramsPerHectare,
  content: Content,
  by: ProductRate['by'],
  density: GramsPerLitre | null,
): ProductRate | null {
  const share = shareOf(by, content, density);
  if (share === null || !(share > 0)) return null;
  const rate = substance / share;
  return by === 'mass' ? { by, rate: rate as KilogramsPerHectare } : { by, rate: rate as LitresPerHectare };
}

/** kg of substance in a kg, or in an L, of product. */
function shareOf(by: ProductRate['by'], content: Content, density: GramsPerLitre | null): number | null {
  if (content.in === 'weight') {
    if (by === 'mass') return content.share;
    return density === null ? null : (content.share * density) / 1000;
  }
  if (by === 'volume') return content.gramsPerLitre / 1000;
  return density === null || density === 0 ? null : content.gramsPerLitre / density;
}

/** A rate by weight as one by volume, or back: by the product's density, and by nothing else. */
export function otherWay(rate: ProductRate, density: GramsPerLitre): ProductRate {
  const kgPerLitre = density / 1000;
  return rate.by === 'mass'
    ? { by: 'volume', rate: (rate.rate / kgPerLitre) as LitresPerHectare }
    : { by: 'mass', rate: (rate.rate * kgPerLitre) as KilogramsPerHectare };
}

/** One bag on so much ground. */
export function rateOfBags(bag: Kilograms, ground: SquareMetres): ProductRate {
  return { by: 'mass', rate: ((bag / ground) * SQUARE_METRES_PER_HECTARE) as KilogramsPerHectare };
}

/** Product in a litre of mix (spot treatment), at a spray volume. */
export function rateInMix(inLitre: ProductAmount, sprayed: LitresPerHectare): ProductRate {
  return inLitre.by === 'mass'
    ? { by: 'mass', rate: (inLitre.amount * sprayed) as KilogramsPerHectare }
    : { by: 'volume', rate: (inLitre.amount * sprayed) as LitresPerHectare };
}

/** So many per cent of the mix by volume, at a spray volume. */
export const rateOfPercent = (percent: number, sprayed: LitresPerHectare): ProductRate => ({
  by: 'volume',
  rate: ((percent / 100) * sprayed) as LitresPerHectare,
});

/** A rate as a label may word it. */
export type Worded = Readonly<{ figure: number; unit: RateUnit }>;
/** The same rate in every unit of its kind, and of the other kind where the density is known. */
export function inAllUnits(rate: ProductRate, density: GramsPerLitre | null): Worded[] {
  const kinds = density === null ? [rate] : [rate, otherWay(rate, density)];
  return kinds.flatMap((r) =>
    (Object.keys(RATE_UNITS) as RateUnit[]).flatMap((unit) => {
      const figure = rateIn(r, unit);
      return figure === null ? [] : [{ figure, unit }];
    }),
  );
}

/** Nitrogen put on an area, kg/ha, from the share of it in the product. Null: a liquid without density. */
export const nitrogenRate = (
  rate: ProductRate,
  nitrogenShare: number,
  density: GramsPerLitre | null,
): KilogramsPerHectare | null => substanceRate(rate, { in: 'weight', share: nitrogenShare }, density);
