import 'server-only';
import { eq } from 'drizzle-orm';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import { zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { fromNumeric } from '@/data/numbers';
import { lawn } from '@/data/schema';

export type LawnFacts = Readonly<{
  zone: ZoneOnLawn;
  place: Readonly<{ latitude: number | null; longitude: number | null }>;
  houseSchool: string;
}>;

/** What the sheet of a zone is filled in from. Null: no such zone here. */
export function lawnSheet(actor: Actor, zoneId: string): Promise<LawnFacts | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const [row] = await db
      .select({ latitude: lawn.latitude, longitude: lawn.longitude })
      .from(lawn)
      .where(eq(lawn.id, zone.lawnId));
    const degrees = (text: string | null | undefined) => (text == null ? null : fromNumeric(text));
    return {
      zone,
      place: { latitude: degrees(row?.latitude), longitude: degrees(row?.longitude) },
      houseSchool: (await houseOf(db)).crossings.use,
    };
  });
}

export function newLawnSheet(actor: Actor): Promise<{ houseSchool: string }> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => ({ houseSchool: (await houseOf(db)).crossings.use }));
}
