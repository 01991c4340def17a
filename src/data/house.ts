import 'server-only';
import type { HouseRules } from '@/core/gates/gate';
import type { CrossingRule } from '@/core/ground/crossing';
import type { Litres, LitresPerHectare } from '@/core/units/quantity';
import { rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromFahrenheit, fromInches, fromMilesPerHour } from '@/core/units/trade';
import type { Transaction } from './connection';
import { fromNumeric } from './numbers';
import { houseRule } from './schema';

/** The company's rules, and what its truck is fitted with. */
export type House = Readonly<{
  rules: HouseRules;
  crossing: CrossingRule;
  carrier: LitresPerHectare;
  tank: Litres;
  /** step of the scale, kg; of the jug, L */
  scaleStep: number;
  jugStep: number;
}>;

export async function houseOf(db: Transaction): Promise<House> {
  const [r] = await db.select().from(houseRule);
  if (!r) throw new Error('This organisation has no house rules');
  return {
    rules: {
      windLimit: fromMilesPerHour(fromNumeric(r.windLimitMph)),
      windCaution: fromMilesPerHour(fromNumeric(r.windCautionMph)),
      workFrom: r.workFromHour,
      workTo: r.workToHour,
      calmHours: r.calmHours,
      leadDays: r.leadDays,
      spacing: { leastDays: r.spacingLeastDays, mostDays: r.spacingMostDays },
    },
    crossing: {
      line: fromFahrenheit(fromNumeric(r.lineF)),
      days: r.lineDays,
      depth: fromInches(fromNumeric(r.lineDepthIn)),
    },
    carrier: (rateOf(fromNumeric(r.carrierGalPer1000), 'gal/1000sqft') as VolumeRate).rate,
    tank: (fromNumeric(r.tankGal) * L_PER_GAL) as Litres,
    scaleStep: fromNumeric(r.scaleStepG) / 1000,
    jugStep: fromNumeric(r.jugStepFlOz) * L_PER_FL_OZ,
  };
}
