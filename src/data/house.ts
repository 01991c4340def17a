import 'server-only';
import type { HouseRules } from '@/core/gates/gate';
import type { Crossings } from '@/core/ground/crossing';
import type { Litres, LitresPerHectare } from '@/core/units/quantity';
import { rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromMilesPerHour } from '@/core/units/trade';
import type { Transaction } from './connection';
import { USUAL_CROSSINGS, crossingsFrom, readCrossings, type StoredCrossings } from './crossings';
import { gateRulesFrom, rulesFrom, type StoredGateRules } from './gate-rules';
import { fromNumeric } from './numbers';
import { and, eq } from 'drizzle-orm';
import { houseRule } from './schema';

/** The company's rules, and what its truck is fitted with. */
export type House = Readonly<{
  rules: HouseRules;
  crossings: Crossings;
  storedCrossings: StoredCrossings;
  storedGates: StoredGateRules;
  /** of the crossings, and of the gates' figures: each is saved by itself */
  version: number;
  gatesVersion: number;
  carrier: LitresPerHectare;
  tank: Litres;
  /** step of the scale, kg; of the jug, L */
  scaleStep: number;
  jugStep: number;
}>;

export async function houseOf(db: Transaction): Promise<House> {
  const [r] = await db.select().from(houseRule);
  if (!r) throw new Error('This organisation has no house rules');
  const gates = gateRulesFrom(r.gates as Partial<StoredGateRules>);
  const storedCrossings = readCrossings(r.crossings);
  return {
    rules: {
      windLimit: fromMilesPerHour(fromNumeric(r.windLimitMph)),
      windCaution: fromMilesPerHour(fromNumeric(r.windCautionMph)),
      workFrom: r.workFromHour,
      workTo: r.workToHour,
      calmHours: r.calmHours,
      leadDays: r.leadDays,
      spacing: { leastDays: r.spacingLeastDays, mostDays: r.spacingMostDays },
      ...rulesFrom(gates),
    },
    crossings: crossingsFrom(storedCrossings),
    storedGates: gates,
    storedCrossings,
    version: r.version,
    gatesVersion: r.gatesVersion,
    carrier: (rateOf(fromNumeric(r.carrierGalPer1000), 'gal/1000sqft') as VolumeRate).rate,
    tank: (fromNumeric(r.tankGal) * L_PER_GAL) as Litres,
    scaleStep: fromNumeric(r.scaleStepG) / 1000,
    jugStep: fromNumeric(r.jugStepFlOz) * L_PER_FL_OZ,
  };
}

/** Writes crossings or the gates' figures if their own version is still `seen`. Null: someone saved first. */
export async function writeHouse(
  db: Transaction,
  orgId: string,
  change: Readonly<{ crossings: StoredCrossings } | { gates: StoredGateRules }>,
  seen: number,
): Promise<number | null> {
  const isGates = 'gates' in change;
  const of = isGates ? houseRule.gatesVersion : houseRule.version;
  const [row] = await db
    .update(houseRule)
    .set({ ...change, ...(isGates ? { gatesVersion: seen + 1 } : { version: seen + 1 }) })
    .where(and(eq(houseRule.orgId, orgId), eq(of, seen)))
    .returning({ version: of });
  return row?.version ?? null;
}

/** House rules as they are usual: common practice, each the house's to change. */
export async function addUsualHouse(
  db: Transaction,
  orgId: string,
  gates: Partial<StoredGateRules> = {},
): Promise<void> {
  await db.insert(houseRule).values({
    orgId,
    crossings: USUAL_CROSSINGS,
    gates: gateRulesFrom(gates),
    ...{ windLimitMph: '10', windCautionMph: '7', workFromHour: 7, workToHour: 18, calmHours: 3 },
    ...{ leadDays: 42, spacingLeastDays: 56, spacingMostDays: 84 },
    ...{ carrierGalPer1000: '1', tankGal: '4', scaleStepG: '1', jugStepFlOz: '0.25' },
  });
}
