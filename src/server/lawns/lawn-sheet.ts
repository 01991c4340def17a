import { plainName } from '@/core/products/plain-name';
import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation, type Transaction } from '@/data/connection';
import { earlierWorkOf, type EarlierWork } from '@/data/earlier-work';
import { houseOf } from '@/data/house';
import { zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { stationsOf } from '@/data/weather';
import type { RateUnit } from '@/core/units/rate';

export type StationName = Readonly<{ id: string; name: string }>;
export type LawnFacts = Readonly<{
  zone: ZoneOnLawn;
  houseSchool: string;
  stations: readonly StationName[];
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
      houseSchool: (await houseOf(db)).crossings.use,
      stations: await stationNames(db),
      earlier: await earlierWorkOf(db, [zone.id]),
      products: (await labelsOf(db)).now.map(({ id, name, rateUnit }) => ({
        id,
        name: plainName(name),
        rateUnit,
      })),
    };
  });
}

export function newLawnSheet(actor: Actor): Promise<Pick<LawnFacts, 'houseSchool' | 'stations'>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => ({
    houseSchool: (await houseOf(db)).crossings.use,
    stations: await stationNames(db),
  }));
}

const stationNames = async (db: Transaction): Promise<StationName[]> =>
  (await stationsOf(db)).map(({ id, name }) => ({ id, name }));
