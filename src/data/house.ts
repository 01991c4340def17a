import { usualOf, type HouseValues } from '@/core/facts/house-figures';
import 'server-only';
import type { HouseRules } from '@/core/facts/facts';
import type { Crossings } from '@/core/ground/crossing';
import type { Litres, LitresPerHectare } from '@/core/units/quantity';
import { rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromMilesPerHour } from '@/core/units/trade';
import type { Transaction } from './connection';
import {
  USUAL_CROSSINGS,
  crossingsFrom,
  fallHabitFrom,
  readCrossings,
  type StoredCrossings,
} from './crossings';
import { gateRulesFrom, rulesFrom, type StoredGateRules } from './gate-rules';
import { visitRulesFrom, type StoredVisitRules } from './visit-rules';
import { fromNumeric, toNumeric } from './numbers';
import { ceilingsFrom, planningFrom, type StoredPlanning } from './planning-rules';
import { and, eq } from 'drizzle-orm';
import { houseChange, houseRule } from './schema';

/** The company's rules, and what its truck is fitted with. */
export type House = Readonly<{
  rules: HouseRules;
  crossings: Crossings;
  storedCrossings: StoredCrossings;
  storedGates: StoredGateRules;
  /** of the crossings, and of the gates' figures: each is saved by itself */
  version: number;
  gatesVersion: number;
  dayVersion: number;
  storedDay: StoredDay;
  /** the season's judgement and the crews */
  planning: StoredPlanning;
  planningVersion: number;
  /** the road, water, money, words for customers */
  visitRules: StoredVisitRules;
  visitRulesVersion: number;
  /** so long names stay on records of forgotten customers */
  keepNamesYears: number;
  keepingVersion: number;
  carrier: LitresPerHectare;
  tank: Litres;
  /** step of the scale, kg; of the jug, L */
  scaleStep: number;
  jugStep: number;
}>;

export async function houseOf(db: Transaction): Promise<House> {
  const [r] = await db.select().from(houseRule);
  if (!r) throw new Error('This organisation has no house rules');
  const gates = gateRulesFrom(r.gates);
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
      ceilings: ceilingsFrom(planningFrom(r.planning)),
      seedSlackDays: planningFrom(r.planning).seedSlackDays,
      fallHabit: fallHabitFrom(storedCrossings),
    },
    crossings: crossingsFrom(storedCrossings),
    storedGates: gates,
    storedCrossings,
    version: r.version,
    gatesVersion: r.gatesVersion,
    dayVersion: r.dayVersion,
    storedDay: dayFigures(r),
    planning: planningFrom(r.planning),
    planningVersion: r.planningVersion,
    visitRules: visitRulesFrom(r.visitRules),
    visitRulesVersion: r.visitRulesVersion,
    keepNamesYears: r.keepNamesYears,
    keepingVersion: r.keepingVersion,
    carrier: (rateOf(fromNumeric(r.carrierGalPer1000), 'gal/1000sqft') as VolumeRate).rate,
    tank: (fromNumeric(r.tankGal) * L_PER_GAL) as Litres,
    scaleStep: fromNumeric(r.scaleStepG) / 1000,
    jugStep: fromNumeric(r.jugStepFlOz) * L_PER_FL_OZ,
  };
}

/** The working day, the split and the truck as they are typed and kept, in trade units. */
export type StoredDay = HouseValues<'day'>;
export type HouseChange = Readonly<
  | { crossings: StoredCrossings }
  | { gates: StoredGateRules }
  | { day: StoredDay }
  | { keeping: { keepNamesYears: number } }
  | { planning: StoredPlanning }
  | { visitRules: StoredVisitRules }
>;

const dayFigures = (r: typeof houseRule.$inferSelect): StoredDay => ({
  windLimitMph: fromNumeric(r.windLimitMph),
  windCautionMph: fromNumeric(r.windCautionMph),
  workFromHour: r.workFromHour,
  workToHour: r.workToHour,
  calmHours: r.calmHours,
  leadDays: r.leadDays,
  spacingLeastDays: r.spacingLeastDays,
  spacingMostDays: r.spacingMostDays,
  carrierGalPer1000: fromNumeric(r.carrierGalPer1000),
  tankGal: fromNumeric(r.tankGal),
  scaleStepG: fromNumeric(r.scaleStepG),
  jugStepFlOz: fromNumeric(r.jugStepFlOz),
});
const dayColumns = (d: StoredDay) => ({
  ...d,
  windLimitMph: toNumeric(d.windLimitMph),
  windCautionMph: toNumeric(d.windCautionMph),
  carrierGalPer1000: toNumeric(d.carrierGalPer1000),
  tankGal: toNumeric(d.tankGal),
  scaleStepG: toNumeric(d.scaleStepG),
  jugStepFlOz: toNumeric(d.jugStepFlOz),
});

/** A figure of a panel by its path, as text: what the book of changes holds. */
function flat(value: unknown, path = ''): [string, string][] {
  if (typeof value !== 'object' || value === null)
    return [[path, value === null ? '' : `${value as string}`]];
  return Object.entries(value).flatMap(([key, v]) => flat(v, path ? `${path}, ${key}` : key));
}

/** Writes one panel if its own version is still `seen`, and in the book what changed. Null: someone saved first. */
export async function writeHouse(
  db: Transaction,
  { orgId, name }: Readonly<{ orgId: string; name: string }>,
  change: HouseChange,
  seen: number,
): Promise<number | null> {
  const [before] = await db.select().from(houseRule).for('update');
  if (!before) return null;
  const [of, version, was, columns] =
    'gates' in change
      ? ([houseRule.gatesVersion, { gatesVersion: seen + 1 }, gateRulesFrom(before.gates), change] as const)
      : 'day' in change
        ? ([
            houseRule.dayVersion,
            { dayVersion: seen + 1 },
            dayFigures(before),
            dayColumns(change.day),
          ] as const)
        : 'keeping' in change
          ? ([
              houseRule.keepingVersion,
              { keepingVersion: seen + 1 },
              { keepNamesYears: before.keepNamesYears },
              change.keeping,
            ] as const)
          : 'planning' in change
            ? ([
                houseRule.planningVersion,
                { planningVersion: seen + 1 },
                planningFrom(before.planning),
                change,
              ] as const)
            : 'visitRules' in change
              ? ([
                  houseRule.visitRulesVersion,
                  { visitRulesVersion: seen + 1 },
                  visitRulesFrom(before.visitRules),
                  change,
                ] as const)
              : ([
                  houseRule.version,
                  { version: seen + 1 },
                  readCrossings(before.crossings),
                  change,
                ] as const);
  const [row] = await db
    .update(houseRule)
    .set({ ...columns, ...version })
    .where(and(eq(houseRule.orgId, orgId), eq(of, seen)))
    .returning({ version: of });
  if (!row) return null;
  const old = new Map(flat(was));
  const changed = flat(Object.values(change)[0]).filter(([field, now]) => old.get(field) !== now);
  if (changed.length)
    await db
      .insert(houseChange)
      .values(
        changed.map(([field, now]) => ({ orgId, person: name, field, was: old.get(field) ?? '', now })),
      );
  return row.version;
}

/** House rules as they are usual: common practice, each the house's to change. */
export async function addUsualHouse(
  db: Transaction,
  orgId: string,
  gates: Partial<StoredGateRules> = {},
): Promise<void> {
  await db
    .insert(houseRule)
    .values({
      orgId,
      crossings: USUAL_CROSSINGS,
      gates: gateRulesFrom(gates),
      ...dayColumns(usualOf('day')),
    });
}
