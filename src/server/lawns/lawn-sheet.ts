import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { earlierWorkOf, type EarlierWork } from '@/data/earlier-work';
import { houseOf } from '@/data/house';
import { placeOfLawn, zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import type { RateUnit } from '@/core/units/rate';

export type LawnFacts = Readonly<{
  zone: ZoneOnLawn;
  place: Readonly<{ latitude: number | null; longitude: number | null }>;
  houseSchool: string;
  /** what went down before the book, the earliest first */
  earlier: readonly EarlierWork[];
  products: readonly Readonly<{ id: string; name: string; rateUnit: RateUnit }>[];
}>;

/** What the sheet of a zone is filled in from. Null: no such zone here. */
export function lawnSheet(actor: Actor, zoneId: string): Promise<LawnFacts | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    return {
      zone,
      place: await placeOfLawn(db, zone.lawnId),
      houseSchool: (await houseOf(db)).crossings.use,
      earlier: await earlierWorkOf(db, [zone.id]),
      products: (await labelsOf(db)).now.map(({ id, name, rateUnit }) => ({
        ...{ id, name: name.replace(', demo label', ''), rateUnit },
      })),
    };
  });
}

export function newLawnSheet(actor: Actor): Promise<{ houseSchool: string }> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => ({ houseSchool: (await houseOf(db)).crossings.use }));
}
