/** A zone as it is scouted: what was found on its walks, and what products took of it on the company's lawns. */
import 'server-only';
import { groundVerdicts, type GroundVerdict } from '@/core/lawn/soil-test';
import { noLongerWorks, type Fallen, type Taken } from '@/core/weeds/efficacy';
import type { Walk } from '@/core/weeds/scouting';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { groundFrom } from '@/data/findings';
import { walksOf } from '@/data/walks';
import { takenHere } from '../products/took';
import { cameThrough, type CameThrough } from './came-through';
import { zoneSheet, type ZoneSheet } from '../programme/view';

export type WalkSheet = Readonly<{
  sheet: ZoneSheet;
  /** as they were written down */
  walks: readonly Walk[];
  taken: readonly Taken[];
  fallen: readonly Fallen[];
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
