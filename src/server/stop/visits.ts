/** How stops of a lawn went: who was there, for how long, what each wrote down, with their pictures. */
import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { notesOfLawn, type CustomerNote } from '@/data/customer-notes';
import { zoneOf, zonesOfLawn, type ZoneOnLawn } from '@/data/lawns';
import { labelAt } from '@/data/products';
import { photosOf, visitsOfLawn, type PhotoLine, type StopVisit } from '@/data/stop-visits';
import type { Day } from '@/core/calendar/day';
import { addressLine, type AddressLine } from '@/core/records/address-line';
import type { AmountUnit } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { momentOf } from '@/data/clock';
import { assemble } from '../facts';

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
  /** the one line that answers at the door */
  line: AddressLine;
  /** everything that went down at the address, over all zones and years, the latest first */
  history: readonly PutDown[];
}>;

/** One product of one visit, as the history of an address lists it. */
export type PutDown = Readonly<{
  id: string;
  day: Day;
  zone: string;
  product: string;
  amount: number;
  amountUnit: AmountUnit;
  areaSqFt: number;
  appliedBy: string;
  targets: readonly Weed[];
}>;

const SHOWN = 30;
const PHOTOS_SHOWN = 120;

/** Null: no such zone here. */
export function visitsSheet(actor: Actor, zoneId: string): Promise<VisitsSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const here = await zonesOfLawn(db, zone.lawnId);
    const moment = await momentOf(db, actor);
    const { books, labels } = await assemble(db, actor, here, moment, { sky: false });
    const nameOf = new Map(here.map((z) => [z.id, z.name]));
    const records = [...books.values()]
      .flatMap((b) => b.records)
      .filter((r) => r.correctedById === null)
      .toSorted((a, b) => b.appliedOn - a.appliedOn || b.endedAt.localeCompare(a.endedAt));
    const visits = await visitsOfLawn(db, zone.lawnId, SHOWN);
    const photos = await photosOf(db, zone.lawnId, PHOTOS_SHOWN);
    return {
      zone,
      timeZone: actor.timeZone,
      others: photos.filter((p) => !visits.some((v) => v.sendKey === p.stopKey)),
      visits: visits.map((v) => ({ ...v, photos: photos.filter((p) => p.stopKey === v.sendKey) })),
      zones: Object.fromEntries(nameOf),
      products: Object.fromEntries(labels.now.map((l) => [l.id, l.name])),
      line: addressLine(
        records.map((r) => ({
          day: r.appliedOn,
          zone: nameOf.get(r.zoneId) ?? '',
          product: r.productName,
          endedAt: r.endedAt,
          label: labelAt(labels, r.productId, r.labelVersion) ?? null,
        })),
        [...books.values()].map((b) => b.facts.ledger),
        moment.today,
      ),
      history: records.map((r) => ({
        id: r.id,
        day: r.appliedOn,
        zone: nameOf.get(r.zoneId) ?? '',
        product: r.productName,
        amount: r.amount,
        amountUnit: r.amountUnit,
        areaSqFt: r.areaSqFt,
        appliedBy: r.appliedBy,
        targets: r.targets,
      })),
      notes: await notesOfLawn(db, zone.lawnId, ((visits.at(-1)?.day ?? 0) - 60) as Day),
    };
  });
}
