/** How stops of a lawn went: who was there, for how long, what each wrote down, with their pictures. */
import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { notesOfLawn, type CustomerNote } from '@/data/customer-notes';
import { zoneOf, zonesOfLawn, type ZoneOnLawn } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { photosOf, visitsOfLawn, type PhotoLine, type StopVisit } from '@/data/stop-visits';
import type { Day } from '@/core/calendar/day';

export type VisitsSheet = Readonly<{
  zone: Pick<ZoneOnLawn, 'id' | 'address' | 'customer'>;
  timeZone: string;
  visits: readonly (StopVisit & Readonly<{ photos: readonly PhotoLine[] }>)[];
  /** pictures of looks between stops */
  others: readonly PhotoLine[];
  /** by id */
  zones: Readonly<Record<string, string>>;
  products: Readonly<Record<string, string>>;
  notes: readonly CustomerNote[];
}>;

const SHOWN = 30;
const PHOTOS_SHOWN = 120;

/** Null: no such zone here. */
export function visitsSheet(actor: Actor, zoneId: string): Promise<VisitsSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const visits = await visitsOfLawn(db, zone.lawnId, SHOWN);
    const photos = await photosOf(db, zone.lawnId, PHOTOS_SHOWN);
    return {
      zone,
      timeZone: actor.timeZone,
      others: photos.filter((p) => !visits.some((v) => v.sendKey === p.stopKey)),
      visits: visits.map((v) => ({ ...v, photos: photos.filter((p) => p.stopKey === v.sendKey) })),
      zones: Object.fromEntries((await zonesOfLawn(db, zone.lawnId)).map((z) => [z.id, z.name])),
      products: Object.fromEntries((await labelsOf(db)).now.map((l) => [l.id, l.name])),
      notes: await notesOfLawn(db, zone.lawnId, ((visits.at(-1)?.day ?? 0) - 60) as Day),
    };
  });
}
