/**
 * Says, inside the transaction that changes something, what hangs on it: windows that were computed before are stale,
 * a job brings them up to date, open screens look again. Where the transaction fails, none of it has happened.
 */
import 'server-only';
import { markFollowUpsStale } from '@/data/follow-ups';
import { markWindowsOfProductsStale, markWindowsStale, oneChangeAtATime, settleZones } from '@/data/windows';
import { tellChange } from '@/data/changes-told';
import type { Actor } from '@/data/actor';
import type { Transaction } from '@/data/connection';
import { sendJobIn } from './jobs';
import type { Job } from './kinds';

/** Zones; everything; or zones and, for their shelf, whatever is planned with some products. */
type Touched =
  | readonly string[]
  | 'all'
  | Readonly<{ zones: readonly string[]; products: readonly string[] }>;

/**
 * @param zones whose windows may now be others; 'all' where a house rule, a label, the shelf or the weather changed
 * @param before other work that the change makes necessary, such as the soil's outlooks
 */
export async function changed(
  db: Transaction,
  { orgId }: Pick<Actor, 'orgId'>,
  zones: Touched,
  before: readonly Job[] = [],
): Promise<void> {
  await oneChangeAtATime(db, orgId);
  if (zones === 'all') {
    await markWindowsStale(db, null);
    await markFollowUpsStale(db, null);
  } else {
    const [ids, products] = 'zones' in zones ? [zones.zones, zones.products] : [zones, []];
    await settleZones(db, ids);
    await markWindowsStale(db, ids);
    await markFollowUpsStale(db, ids);
    await markWindowsOfProductsStale(db, products);
  }
  for (const job of before) await sendJobIn(db, job);
  await sendJobIn(db, { kind: 'windows', orgId });
  await tellChange(db, orgId, zones === 'all' ? null : 'zones' in zones ? zones.zones : zones);
}
