/** Derived rows: what each zone's records ask for afterwards. Written by jobs, thrown away at any time. */
import 'server-only';
import { and, asc, eq, inArray, isNotNull, lte, or, sql } from 'drizzle-orm';
import type { Day } from '@/core/calendar/day';
import { firstDue, type FollowUp } from '@/core/follow-ups/follow-up';
import type { Transaction } from './connection';
import { zoneFollowUps } from './schema';

/** A list of another form is computed again. */
const FORM = 1;

/** Some zones have changed, or all have: zones with a record or a call have a row from then on. */
export async function markFollowUpsStale(db: Transaction, zoneIds: readonly string[] | null): Promise<void> {
  if (zoneIds?.length === 0) return;
  if (zoneIds === null) {
    await db.update(zoneFollowUps).set({ isStale: true }).where(eq(zoneFollowUps.isStale, false));
    return;
  }
  await db.execute(sql`
    insert into zone_follow_ups (zone_id, org_id, lawn_id)
    select z.id, z.org_id, z.lawn_id from zone z where ${inArray(sql`z.id`, [...zoneIds])}
      and (exists (select 1 from application_record r where r.zone_id = z.id)
        or exists (select 1 from finding f where f.zone_id = z.id and f.kind = 'callback'))
    order by z.id
    on conflict (zone_id) do update set is_stale = true where not zone_follow_ups.is_stale`);
}

/** Holds the next zones that are stale or of another day. */
export async function takeStaleFollowUps(db: Transaction, today: Day, most: number): Promise<string[]> {
  const t = zoneFollowUps;
  const rows = await db
    .select({ id: t.zoneId })
    .from(t)
    .where(or(eq(t.isStale, true), sql`${t.forDay} <> ${today}`))
    .orderBy(asc(t.zoneId))
    .limit(most)
    .for('update');
  return rows.map((r) => r.id);
}

export async function writeFollowUps(
  db: Transaction,
  zoneId: string,
  today: Day,
  list: readonly FollowUp[],
): Promise<void> {
  await db
    .update(zoneFollowUps)
    .set({ isStale: false, forDay: today, dueOn: firstDue(list), body: { form: FORM, list } })
    .where(eq(zoneFollowUps.zoneId, zoneId));
}

/** Zones where something wants doing by a day, the longest waiting first: how many, and the first of them. */
export async function dueFollowUps(
  db: Transaction,
  today: Day,
  most: number,
): Promise<{ total: number; zones: { zoneId: string; list: FollowUp[] }[] }> {
  const t = zoneFollowUps;
  const rows = await db
    .select({ zoneId: t.zoneId, body: t.body, total: sql<number>`count(*) over ()::int` })
    .from(t)
    .where(and(isNotNull(t.dueOn), lte(t.dueOn, today)))
    .orderBy(asc(t.dueOn), asc(t.zoneId))
    .limit(most);
  return {
    total: rows[0]?.total ?? 0,
    zones: rows.flatMap(({ zoneId, body }) => {
      const kept = body as { form?: number; list?: FollowUp[] };
      return kept.form === FORM && kept.list ? [{ zoneId, list: kept.list }] : [];
    }),
  };
}
