/** A zone as it is scouted: what was found on its walks, and what products took of it on the company's lawns. */
import 'server-only';
import { groundVerdicts, type GroundVerdict } from '@/core/lawn/soil-test';
import { efficacyOf, noLongerWorks, type Taken } from '@/core/weeds/efficacy';
import type { Walk } from '@/core/weeds/scouting';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation, type Transaction } from '@/data/connection';
import { groundFrom } from '@/data/findings';
import { recordsOfZones } from '@/data/records';
import { walkedZones, walksOf } from '@/data/walks';
import { cameThrough, type CameThrough } from './came-through';
import { zoneSheet, type ZoneSheet } from '../programme/view';

export type WalkSheet = Readonly<{
  sheet: ZoneSheet;
  /** as they were written down */
  walks: readonly Walk[];
  taken: readonly Taken[];
  fallen: ReturnType<typeof noLongerWorks>;
  through: readonly CameThrough[];
  ground: readonly GroundVerdict[];
}>;

/** Null: no such zone here. */
export async function walkSheet(actor: Actor, zoneId: string): Promise<WalkSheet | null> {
  requirePermission(actor, 'see');
  const sheet = await zoneSheet(actor, zoneId);
  if (!sheet) return null;
  return inOrganisation(actor, async (db) => {
    const taken = await takenHere(db);
    const ground = groundFrom(sheet.findings);
    const walks = (await walksOf(db, [zoneId])).get(zoneId) ?? [];
    return {
      ...{ sheet, taken, fallen: noLongerWorks(taken), walks },
      ground: groundVerdicts(ground.test, ground, sheet.today),
      through: await cameThrough(db, actor, zoneId, walks),
    };
  });
}

/** What products took, on all zones that were ever walked. */
async function takenHere(db: Transaction): Promise<Taken[]> {
  const zoneIds = await walkedZones(db);
  const records = await recordsOfZones(db, zoneIds);
  return efficacyOf(
    records
      .filter((r) => r.correctedById === null && (r.use === 'post-emergent' || r.use === 'spot'))
      .map((r) => ({ zoneId: r.zoneId, on: r.appliedOn, productId: r.productId, targets: r.targets })),
    await walksOf(db, zoneIds),
  );
}
