/** What products took, on all zones of the company that were ever walked. */
import 'server-only';
import { efficacyOf, noLongerWorks, type Fallen, type Taken } from '@/core/weeds/efficacy';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation, type Transaction } from '@/data/connection';
import { labelsOf } from '@/data/products';
import { recordsOfZones } from '@/data/records';
import { walkedZones, walksOf } from '@/data/walks';

export async function takenHere(db: Transaction): Promise<Taken[]> {
  const zoneIds = await walkedZones(db);
  const records = await recordsOfZones(db, zoneIds);
  return efficacyOf(
    records
      .filter((r) => r.correctedById === null && (r.use === 'post-emergent' || r.use === 'spot'))
      .map((r) => ({ zoneId: r.zoneId, on: r.appliedOn, productId: r.productId, targets: r.targets })),
    await walksOf(db, zoneIds),
  );
}

export type TookSheet = Readonly<{
  products: readonly Readonly<{ id: string; name: string; taken: readonly Taken[] }>[];
  fallen: readonly Fallen[];
}>;

/** By product, in the order of their names; products of which nobody has looked yet are left out. */
export function tookSheet(actor: Actor): Promise<TookSheet> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const taken = await takenHere(db);
    const { now } = await labelsOf(db);
    return {
      products: now
        .map((l) => ({ id: l.id, name: l.name, taken: taken.filter((t) => t.productId === l.id) }))
        .filter((p) => p.taken.length > 0)
        .toSorted((a, b) => a.name.localeCompare(b.name)),
      fallen: noLongerWorks(taken),
    };
  });
}
