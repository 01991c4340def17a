import 'server-only';
import { eq } from 'drizzle-orm';
import type { ZoneFacts } from '@/core/gates/gate';
import { EXPOSURES, MOISTURES, TEXTURES, type Site } from '@/core/ground/site';
import { TURFS } from '@/core/products/label';
import type { SquareMetres } from '@/core/units/quantity';
import { fromInchesOfWater, fromSquareFeet } from '@/core/units/trade';
import type { Transaction } from './connection';
import { fromNumeric } from './numbers';
import { oneOf } from './products';
import { lawn, zone } from './schema';
import { dayFrom } from './weather';

/** One zone, with the lawn it lies on. */
export type ZoneOnLawn = Readonly<{
  id: string;
  name: string;
  lawnId: string;
  stationId: string;
  customer: string;
  address: string;
  notes: string;
  area: SquareMetres;
  site: Site;
  facts: ZoneFacts;
}>;

const columns = { zone, lawn };
type Row = Readonly<{ zone: typeof zone.$inferSelect; lawn: typeof lawn.$inferSelect }>;

function zoneFrom({ zone: z, lawn: l }: Row): ZoneOnLawn {
  const texture = oneOf(TEXTURES, z.texture, 'texture');
  return {
    id: z.id,
    name: z.name,
    lawnId: l.id,
    stationId: l.stationId,
    customer: l.customer,
    address: l.address,
    notes: l.notes,
    area: fromSquareFeet(fromNumeric(z.areaSqFt)),
    site: {
      texture,
      moisture: oneOf(MOISTURES, z.moisture, 'moisture'),
      exposure: oneOf(EXPOSURES, z.exposure, 'exposure'),
      besidePavement: z.besidePavement,
    } satisfies Site,
    facts: {
      turf: oneOf(TURFS, z.turf, 'turf'),
      texture,
      seedingOn: z.seedingOn === null ? null : dayFrom(z.seedingOn),
      irrigationPerHour:
        z.irrigationInPerHour === null ? null : fromInchesOfWater(fromNumeric(z.irrigationInPerHour)),
    },
  };
}

/** Every zone of the organisation, by address. */
export async function zonesOf(db: Transaction): Promise<ZoneOnLawn[]> {
  const rows = await db.select(columns).from(zone).innerJoin(lawn, eq(lawn.id, zone.lawnId));
  // 3 Mill Race before 12 Farrier Bend
  return rows.map(zoneFrom).sort((a, b) => siteName(a).localeCompare(siteName(b), 'en', { numeric: true }));
}

/** One zone; null where there is none, or where it is another organisation's. */
export async function zoneOf(db: Transaction, id: string): Promise<ZoneOnLawn | null> {
  const [row] = await db
    .select(columns)
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .where(eq(zone.id, id));
  return row ? zoneFrom(row) : null;
}

/** "14 Quarry Lane · front" */
export const siteName = (z: Pick<ZoneOnLawn, 'address' | 'name'>): string => `${z.address} · ${z.name}`;
