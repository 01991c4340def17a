import 'server-only';
import { asc } from 'drizzle-orm';
import {
  FORMULATIONS,
  TURFS,
  type Content,
  type Formulation,
  type Label,
  type Turf,
} from '@/core/products/label';
import type { GramsPerLitre, KilogramsPerHectare } from '@/core/units/quantity';
import { isAmountUnit, isRateUnit, rateOf } from '@/core/units/rate';
import { KG_PER_LB, L_PER_GAL, fromInchesOfWater, fromMilesPerHour } from '@/core/units/trade';
import type { Transaction } from './connection';
import { fromNumeric } from './numbers';
import { product, productIngredient, productRate, productSeedingWait } from './schema';

/** A stored word that must be one of a closed list. @throws RangeError: the database was written by something else */
export function oneOf<T extends string>(list: readonly T[], word: string, what: string): T {
  const found = list.find((x) => x === word);
  if (found === undefined) throw new RangeError(`Unknown ${what}: ${word}`);
  return found;
}

const GRAMS_PER_LITRE_IN_LB_PER_GAL = (KG_PER_LB * 1000) / L_PER_GAL;
const contentOf = (figure: number, unit: '% by weight' | 'lb/gal'): Content =>
  unit === '% by weight'
    ? { in: 'weight', share: figure / 100 }
    : { in: 'volume', gramsPerLitre: (figure * GRAMS_PER_LITRE_IN_LB_PER_GAL) as GramsPerLitre };

/** All labels of the organisation, by name. */
export async function labelsOf(db: Transaction): Promise<Label[]> {
  const products = await db.select().from(product).orderBy(asc(product.name));
  const ingredients = await db.select().from(productIngredient);
  const rates = await db.select().from(productRate);
  const waits = await db.select().from(productSeedingWait);
  return products.map((p): Label => {
    const { rateUnit: unit, amountUnit } = p;
    if (!isRateUnit(unit) || !isAmountUnit(amountUnit))
      throw new RangeError(`Unknown units on ${p.name}: ${unit}, ${amountUnit}`);
    const rate = (text: string) => rateOf(fromNumeric(text), unit);
    return {
      id: p.id,
      name: p.name,
      registrationNumber: p.registrationNumber,
      labelDate: p.labelDate,
      demo: p.demo,
      status: p.status,
      formulation: oneOf<Formulation>(FORMULATIONS, p.formulation, 'formulation'),
      signalWord: p.signalWord,
      restrictedUse: p.restrictedUse,
      ingredients: ingredients
        .filter((i) => i.productId === p.id)
        .map((i) => ({
          name: i.name,
          group: i.siteOfAction,
          content: contentOf(fromNumeric(i.content), i.contentUnit),
          yearLimit:
            i.yearLimitLbPerAcre === null
              ? null
              : (rateOf(fromNumeric(i.yearLimitLbPerAcre), 'lb/acre').rate as KilogramsPerHectare),
        })),
      rates: rates
        .filter((r) => r.productId === p.id)
        .map((r) => ({ turf: oneOf<Turf>(TURFS, r.turf, 'turf'), low: rate(r.low), high: rate(r.high) })),
      rateUnit: unit,
      amountUnit,
      period: p.period,
      yearLimit: rate(p.yearLimit),
      minimumIntervalDays: p.minimumIntervalDays,
      seedingWait: waits
        .filter((w) => w.productId === p.id)
        .map((w) => ({ upTo: rate(w.upTo), days: w.days }))
        .sort((a, b) => a.upTo.rate - b.upTo.rate),
      reachesBack: p.reachesBack,
      wateringIn:
        p.waterInIn === null || p.waterWithinDays === null
          ? null
          : { depth: fromInchesOfWater(fromNumeric(p.waterInIn)), withinDays: p.waterWithinDays },
      windLimit: p.windLimitMph === null ? null : fromMilesPerHour(fromNumeric(p.windLimitMph)),
      ppe: p.ppe,
      reentry: p.reentry,
      cautions: p.cautions,
    };
  });
}
