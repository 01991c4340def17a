/** A zone as it is scouted: what was found on its walks, and what products took of it on the company's lawns. */
import 'server-only';
import { groundVerdicts, type GroundVerdict } from '@/core/lawn/soil-test';
import { noLongerWorks, type Fallen, type Taken } from '@/core/weeds/efficacy';
import type { Walk } from '@/core/weeds/scouting';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { groundFrom } from '@/data/findings';
import { zoneOf } from '@/data/lawns';
import { walksOf } from '@/data/walks';
import { takenHere } from '../products/took';
import { cameThrough, type CameThrough } from './came-through';
import { assemble, labelsFor } from '../facts';
import type { ZoneSheet } from '../programme/view';

export type WalkSheet = Readonly<{
  sheet: Pick<ZoneSheet, 'today' | 'house' | 'zone' | 'labels' | 'facts'>;
  /** as they were written down */
  walks: readonly Walk[];
  taken: readonly Taken[];
  fallen: readonly Fallen[];
  through: readonly CameThrough[];
  ground: readonly GroundVerdict[];
}>;

/** Null: no such zone here. */
export function walkSheet(actor: Actor, zoneId: string): Promise<WalkSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const moment = await momentOf(db, actor);
    const { today } = moment;
    const { house, labels, books } = await assemble(db, actor, [zone], moment);
    const book = books.get(zoneId)!;
    const taken = await takenHere(db);
    const ground = groundFrom(book.findings);
    const walks = (await walksOf(db, [zoneId])).get(zoneId) ?? [];
    return {
      sheet: { today, house, zone, labels: labelsFor(labels, book), facts: book.facts },
      taken,
      fallen: noLongerWorks(taken),
      walks,
      ground: groundVerdicts(ground.test, ground, today),
      through: await cameThrough(db, actor.orgId, book, { house, labels, today, walks }),
    };
  });
}
