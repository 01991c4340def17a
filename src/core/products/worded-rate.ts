/**
 * A rate as a label words it, in the unit of its sheet: in another unit, as a.i. on an area, as ground that a bag covers,
 * as product in a gallon of mix, or as per cent of the mix. Factors and conversions: units/by-label.ts.
 */
import { otherWay, rateForSubstance, rateInMix, rateOfBags, rateOfPercent } from '@/core/units/by-label';
import {
  gramsPerLitre,
  squareMetres,
  type Kilograms,
  type KilogramsPerHectare,
  type LitresPerHectare,
} from '@/core/units/quantity';
import { RATE_UNITS, amountOf, rateIn, rateOf, type ProductRate, type RateUnit } from '@/core/units/rate';
import { G_PER_L_IN_LB_PER_GAL, KG_PER_LB, L_PER_GAL, M2_PER_SQ_FT } from '@/core/units/trade';
import { contentOf, type LabelSheet } from './sheet';

export type Wording =
  | Readonly<{ as: 'unit'; unit: RateUnit }>
  /** lb/acre of one of the sheet's ingredients, counted as its limit counts it */
  | Readonly<{ as: 'ingredient'; name: string }>
  /** sq ft that one bag of so many lb covers */
  | Readonly<{ as: 'bag'; pounds: number }>
  /** product in each gallon of mix, at so many gal/1,000 sq ft */
  | Readonly<{ as: 'in a gallon'; unit: 'oz' | 'floz'; sprayed: number }>
  /** % of the mix by volume, at so many gal/1,000 sq ft */
  | Readonly<{ as: 'percent'; sprayed: number }>;

/** What a sheet must say before a wording can be turned into a rate. */
export type Lacking = 'content' | 'density';
export type WordedRate = Readonly<{ ok: true; figure: number }> | Readonly<{ ok: false; lacks: Lacking }>;

type Facts = Pick<LabelSheet, 'rateUnit' | 'densityLbPerGal' | 'ingredients'>;

/**
 * The figure in the sheet's rate unit, to five digits.
 * @param figure as the label says it: more than 0
 */
export function wordedRate(figure: number, wording: Wording, sheet: Facts): WordedRate {
  const { by } = RATE_UNITS[sheet.rateUnit];
  const density =
    sheet.densityLbPerGal !== null && sheet.densityLbPerGal > 0
      ? gramsPerLitre(sheet.densityLbPerGal * G_PER_L_IN_LB_PER_GAL)
      : null;
  const said = rateAsWorded(figure, wording, sheet, density);
  if (typeof said === 'string') return { ok: false, lacks: said };
  const rate = said.by === by ? said : density && otherWay(said, density);
  const inUnit = rate && rateIn(rate, sheet.rateUnit);
  return inUnit === null
    ? { ok: false, lacks: 'density' }
    : { ok: true, figure: Number(inUnit.toPrecision(5)) };
}

function rateAsWorded(
  figure: number,
  wording: Wording,
  { rateUnit, ingredients }: Facts,
  density: ReturnType<typeof gramsPerLitre> | null,
): ProductRate | Lacking {
  const sprayed = (gallons: number) => rateOf(gallons, 'gal/1000sqft').rate as LitresPerHectare;
  switch (wording.as) {
    case 'unit':
      return rateOf(figure, wording.unit);
    case 'ingredient': {
      const part = ingredients.find((i) => i.name === wording.name);
      const counted = part && (part.limitCounts === 'a.e.' ? part.acidEquivalent : part.content);
      if (!part || !counted || !(counted > 0)) return 'content';
      const kg = rateOf(figure, 'lb/acre').rate as KilogramsPerHectare;
      const { by } = RATE_UNITS[rateUnit];
      return rateForSubstance(kg, contentOf(counted, part.contentUnit), by, density) ?? 'density';
    }
    case 'bag':
      return rateOfBags((wording.pounds * KG_PER_LB) as Kilograms, squareMetres(figure * M2_PER_SQ_FT));
    case 'in a gallon': {
      const inGallon = amountOf(figure, wording.unit);
      const inLitre = { ...inGallon, amount: inGallon.amount / L_PER_GAL } as typeof inGallon;
      return rateInMix(inLitre, sprayed(wording.sprayed));
    }
    case 'percent':
      return rateOfPercent(figure, sprayed(wording.sprayed));
  }
}
