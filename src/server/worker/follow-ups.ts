/** Brings what records ask for up to date, a few zones at a time, each batch in a transaction of its own. */
import 'server-only';
import type { Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { againWhereCollided, inOrganisation } from '@/data/connection';
import { takeStaleFollowUps, writeFollowUps } from '@/data/follow-ups';
import { zonesByIds } from '@/data/lawns';
import { assemble } from '@/server/facts';
import { followUpsIn } from '@/server/records/follow-ups';

const ZONES_AT_ONCE = 25;

/** Done twice it does no harm: the second finds nothing. @param isOver whether it leaves the rest to another slice */
export async function computeFollowUps(
  actor: Actor,
  isOver: () => boolean,
): Promise<Readonly<{ isAny: boolean; isDone: boolean }>> {
  let isAny = false;
  while (await againWhereCollided(() => computeBatch(actor))) {
    isAny = true;
    if (isOver()) return { isAny, isDone: false };
  }
  return { isAny, isDone: true };
}

function computeBatch(actor: Actor): Promise<boolean> {
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const ids = await takeStaleFollowUps(db, moment.today, ZONES_AT_ONCE);
    if (!ids.length) return false;
    const zones = await zonesByIds(db, ids);
    const { books, house, labels } = await assemble(db, actor, zones, moment);
    for (const id of ids) {
      const book = books.get(id);
      const list = book && !book.zone.closed ? followUpsIn(book, house, labels) : [];
      await writeFollowUps(db, id, moment.today, list);
    }
    return true;
  });
}
