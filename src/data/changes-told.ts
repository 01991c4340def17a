import 'server-only';
import { sql } from 'drizzle-orm';
import type { Transaction } from './connection';
import { news } from './schema';

/** The channel on which every process hears of a change, once its transaction is through. */
export const CHANGES_CHANNEL = 'iron_gate_changes';
/** Of whom, and which zones look different now; null: any may. */
export type ChangeNotice = Readonly<{ orgId: string; zones: readonly string[] | null }>;
/** A notification holds 8,000 bytes: more zones than these are as good as all. */
const MOST_ZONES = 150;

/** Tells open screens to look again, when this transaction is through. @param zones null: any may look different */
export async function tellChange(
  db: Transaction,
  orgId: string,
  zones: readonly string[] | null,
): Promise<void> {
  await db
    .insert(news)
    .values({ orgId, version: 1 })
    .onConflictDoUpdate({ target: news.orgId, set: { version: sql`${news.version} + 1` } });
  const told: ChangeNotice = { orgId, zones: zones && zones.length <= MOST_ZONES ? zones : null };
  await db.execute(sql`select pg_notify(${CHANGES_CHANNEL}, ${JSON.stringify(told)})`);
}

export async function changesVersion(db: Transaction): Promise<number> {
  const [row] = await db.select().from(news);
  return row?.version ?? 0;
}
