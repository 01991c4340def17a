import 'server-only';
import { sql } from 'drizzle-orm';
import type { Transaction } from './connection';
import { news } from './schema';

/** Tells open screens to look again. */
export async function tellNews(db: Transaction, orgId: string): Promise<void> {
  await db
    .insert(news)
    .values({ orgId, version: 1 })
    .onConflictDoUpdate({ target: news.orgId, set: { version: sql`${news.version} + 1` } });
}

export async function newsVersion(db: Transaction): Promise<number> {
  const [row] = await db.select().from(news);
  return row?.version ?? 0;
}
