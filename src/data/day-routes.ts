/** Planned days: each truck's stops in their order. */
import 'server-only';
import { and, asc, eq, gte, lt, sql } from 'drizzle-orm';
import type { Fills } from '@/core/day/route';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import type { Transaction } from './connection';
import { dayRoute, truck } from './schema';
import { bodyOf, listIn, readable } from './stored-json';

/** Minutes count from midnight. */
export type RouteVisit = Readonly<{
  lawnId: string;
  applicationIds: readonly string[];
  arrive: number;
  begin: number;
  end: number;
  /** by the shop first, and so often again during the work; not kept by earlier days */
  refill: boolean;
  trips?: number;
  /** how often tank and hopper are filled there; not kept by earlier days */
  fills?: Fills;
  isLocked: boolean;
  /** points that are avoided by doing it that day */
  regret: number;
}>;
export type RouteBody = Readonly<{
  form: 1;
  visits: readonly RouteVisit[];
  /** minutes on the road, and when the truck is back */
  drive: number;
  finish: number;
}>;
export type DayRoute = Readonly<{
  id: string;
  day: Day;
  truckId: string;
  truckName: string;
  people: readonly string[];
  body: RouteBody;
  version: number;
  madeBy: string;
}>;

const rows = (db: Transaction) =>
  db
    .select({ route: dayRoute, name: truck.name, people: truck.people })
    .from(dayRoute)
    .innerJoin(truck, eq(truck.id, dayRoute.truckId))
    .$dynamic();
/** @returns null for a body of a later program */
export function readRouteBody(stored: unknown): RouteBody | null {
  const body = bodyOf(stored, [1]);
  return body && { ...(body as RouteBody), visits: listIn(body, 'visits') };
}
function from(r: Awaited<ReturnType<typeof rows>>[number]): DayRoute | null {
  const body = readRouteBody(r.route.body);
  return (
    body && {
      id: r.route.id,
      day: readDay(r.route.forDay),
      truckId: r.route.truckId,
      truckName: r.name,
      people: r.people,
      body,
      version: r.route.version,
      madeBy: r.route.madeBy,
    }
  );
}

/** Those of some days, by day and truck. */
export async function routesOf(
  db: Transaction,
  range: Readonly<{ from: Day; to: Day }>,
): Promise<DayRoute[]> {
  const found = await rows(db)
    .where(and(gte(dayRoute.forDay, isoDay(range.from)), lt(dayRoute.forDay, isoDay(range.to))))
    .orderBy(asc(dayRoute.forDay), asc(truck.name));
  return readable(found, from);
}

/** Writes a truck's day if its version is still `seen`; 0: there was none. Null: somebody saved first. */
export async function writeRoute(
  db: Transaction,
  r: Readonly<{
    orgId: string;
    day: Day;
    truckId: string;
    body: RouteBody;
    seen: number;
    by: string;
    at: Date;
  }>,
): Promise<number | null> {
  const set = { body: r.body, madeBy: r.by, madeAt: r.at };
  if (r.seen === 0) {
    const [row] = await db
      .insert(dayRoute)
      .values({ orgId: r.orgId, forDay: isoDay(r.day), truckId: r.truckId, ...set })
      .onConflictDoNothing()
      .returning({ version: dayRoute.version });
    return row?.version ?? null;
  }
  const [row] = await db
    .update(dayRoute)
    .set({ ...set, version: r.seen + 1 })
    .where(
      and(eq(dayRoute.forDay, isoDay(r.day)), eq(dayRoute.truckId, r.truckId), eq(dayRoute.version, r.seen)),
    )
    .returning({ version: dayRoute.version });
  return row?.version ?? null;
}

/** Applications of planned days gone by that are neither recorded nor skipped: the oldest first. */
export async function unrecordedOf(
  db: Transaction,
  today: Day,
  sinceDays: number,
  most: number,
): Promise<{ applicationId: string; zoneId: string; day: Day }[]> {
  const found = await db.execute<{ application_id: string; zone_id: string; for_day: string }>(sql`
    select a.id as application_id, a.zone_id, max(r.for_day)::text as for_day
    from day_route r, jsonb_array_elements(r.body -> 'visits') v, jsonb_array_elements_text(v -> 'applicationIds') i
    join planned_application a on a.id = i::uuid
    where r.for_day < ${isoDay(today)} and r.for_day >= ${isoDay((today - sinceDays) as Day)}
      and a.skipped_on is null and exists (
        select 1 from planned_product pp where pp.application_id = a.id and not exists (
          select 1 from application_record d where d.planned_product_id = pp.id))
    group by a.id, a.zone_id order by for_day, a.id limit ${most}`);
  return found.map((r) => ({ applicationId: r.application_id, zoneId: r.zone_id, day: readDay(r.for_day) }));
}

/** Open applications that are planned within some days on lawns whose customers, or whose place, want notice, and have none. */
export async function noticesDue(
  db: Transaction,
  range: Readonly<{ from: Day; to: Day }>,
  everybody: boolean,
  most: number,
): Promise<{ applicationId: string; zoneId: string; day: Day }[]> {
  const found = await db.execute<{ id: string; zone_id: string; planned_on: string }>(sql`
    select a.id, a.zone_id, a.planned_on::text
    from planned_application a join zone z on z.id = a.zone_id and z.programme_state = 'open'
    join lawn l on l.id = z.lawn_id
    where a.planned_on >= ${isoDay(range.from)} and a.planned_on < ${isoDay(range.to)} and a.skipped_on is null
      and (${everybody} or coalesce(l.notice_hours, 0) > 0)
      and exists (select 1 from planned_product pp where pp.application_id = a.id and not exists (
        select 1 from application_record d where d.planned_product_id = pp.id))
      and not exists (select 1 from finding f where f.zone_id = z.id and f.kind = 'notice sent'
        and f.found_on > a.planned_on - 15)
    order by a.planned_on, a.id limit ${most}`);
  return found.map((r) => ({ applicationId: r.id, zoneId: r.zone_id, day: readDay(r.planned_on) }));
}
