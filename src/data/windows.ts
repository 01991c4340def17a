import 'server-only';
import { and, asc, eq, inArray, isNull, notExists, or, sql } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import type { State } from '@/core/calendar/span';
import type { GateKey } from '@/core/gates/gate';
import type { Reason } from '@/core/gates/reason';
import type { WindowLane } from '@/core/gates/window';
import type { Transaction } from './connection';
import { applicationWindow, lawn, plannedApplication, plannedProduct, zone } from './schema';

/**
 * How the gates of one planned application stood at an hour: derived, and thrown away at any time. `FORM` is the version
 * of what `body` holds: a row of another form is computed again.
 */
export type StoredWindow = Readonly<{
  form: number;
  all: WindowLane;
  /** what holds it today, the first gate in the way; null: all open */
  hold: Readonly<{ gate: GateKey; product: string; reason: Reason; more: number }> | null;
}>;
export const WINDOW_FORM = 1;

/** Rows of other hours, and those that something has changed since, are to be computed again. */
export async function markWindowsStale(db: Transaction, zoneIds: readonly string[] | null): Promise<void> {
  if (zoneIds?.length === 0) return;
  await db
    .update(applicationWindow)
    .set({ isStale: true })
    .where(
      and(
        eq(applicationWindow.isStale, false),
        zoneIds ? inArray(applicationWindow.zoneId, [...zoneIds]) : undefined,
      ),
    );
}

/** What is planned with some products: their shelf has changed. */
export async function markWindowsOfProductsStale(
  db: Transaction,
  productIds: readonly string[],
): Promise<void> {
  if (!productIds.length) return;
  await db
    .update(applicationWindow)
    .set({ isStale: true })
    .where(
      and(
        eq(applicationWindow.isStale, false),
        inArray(
          applicationWindow.applicationId,
          db
            .select({ id: plannedProduct.applicationId })
            .from(plannedProduct)
            .where(inArray(plannedProduct.productId, [...productIds])),
        ),
      ),
    );
}

/** Two that make many rows stale at once would wait for each other's: one after the other they do not. */
export const oneChangeAtATime = (db: Transaction, orgId: string) =>
  db.execute(sql`select pg_advisory_xact_lock(hashtext('changes'), hashtext(${orgId}))`);

/** Days ahead in which a planned application is watched; what lies further off only where it is its zone's next. */
export const WATCHED_DAYS = 21;

/** Open applications that boards show: what is due or near, and the next of each zone that is not closed. */
const watched = (today: Day) => sql`
  select a.id, a.zone_id from (
    select pa.id, pa.zone_id, pa.planned_on, row_number() over (partition by pa.zone_id order by pa.planned_on, pa.id) as place
    from planned_application pa
    join zone z on z.id = pa.zone_id and z.closed_on is null
    join lawn l on l.id = z.lawn_id and l.closed_on is null
    where pa.skipped_on is null and exists (
      select 1 from planned_product pp where pp.application_id = pa.id and not exists (
        select 1 from application_record r where r.planned_product_id = pp.id))
  ) a where a.place = 1 or a.planned_on <= ${isoDay(today)}::date + ${WATCHED_DAYS}::int`;

/** Makes room for windows that are not there yet: rows that say nothing, stale from the start. */
export async function makeRoomForWindows(db: Transaction, orgId: string, today: Day): Promise<void> {
  await db.execute(sql`
    insert into application_window (application_id, org_id, zone_id, for_hour, is_stale, state, body)
    select w.id, ${orgId}, w.zone_id, 0, true, 'shut', '{}'::jsonb from (${watched(today)}) w
    on conflict (application_id) do nothing`);
}

/** Holds the next stale rows, up to some zones of them, so that a change that comes meanwhile makes them stale again. */
export async function takeStaleWindows(
  db: Transaction,
  forHour: number,
  mostZones: number,
): Promise<Map<string, string[]>> {
  const rows = await db.execute<{ application_id: string; zone_id: string }>(sql`
    select w.application_id, w.zone_id from application_window w
    where w.zone_id in (
      select zone_id from application_window
      where is_stale or for_hour <> ${forHour} group by zone_id order by zone_id limit ${mostZones})
    for update`);
  const out = new Map<string, string[]>();
  for (const r of rows) out.set(r.zone_id, [...(out.get(r.zone_id) ?? []), r.application_id]);
  return out;
}

export type NewWindow = Readonly<{
  applicationId: string;
  state: State;
  openFrom: Day | null;
  ajarFrom: Day | null;
  ajarTo: Day | null;
  body: StoredWindow;
}>;

/** Writes windows, and drops rows of applications that are done, skipped or closed. */
export async function writeWindows(
  db: Transaction,
  forHour: number,
  windows: readonly NewWindow[],
  drop: readonly string[],
): Promise<void> {
  if (drop.length)
    await db.delete(applicationWindow).where(inArray(applicationWindow.applicationId, [...drop]));
  for (const { applicationId, ...w } of windows)
    await db
      .update(applicationWindow)
      .set({ ...w, forHour, isStale: false })
      .where(eq(applicationWindow.applicationId, applicationId));
}

/** How many rows wait for being computed. */
export async function countStaleWindows(db: Transaction, forHour: number): Promise<number> {
  const [row] = await db
    .select({ n: sql<number>`count(*)::int` })
    .from(applicationWindow)
    .where(or(eq(applicationWindow.isStale, true), sql`${applicationWindow.forHour} <> ${forHour}`));
  return row?.n ?? 0;
}

/** The places on a board, in the order in which it shows them. */
export type BoardGroup = 'open' | 'ajar' | 'shut' | 'never';

export type BoardRow = Readonly<{
  applicationId: string;
  zoneId: string;
  lawnId: string;
  group: BoardGroup;
  isFresh: boolean;
  body: StoredWindow | null;
}>;

/**
 * The top of a board: of each group up to so many rows, in order of how soon they open and close; what lies on one lawn
 * stays together, at the place of its most pressing.
 */
export async function boardRows(
  db: Transaction,
  today: Day,
  forHour: number,
  perGroup: number,
): Promise<{ rows: BoardRow[]; counts: Record<BoardGroup, number> }> {
  const found = await db.execute<{
    application_id: string;
    zone_id: string;
    lawn_id: string;
    board_group: BoardGroup;
    is_fresh: boolean;
    total: number;
    body: unknown;
  }>(sql`
    with grouped as (
      select w.application_id, w.zone_id, z.lawn_id, w.open_from, w.ajar_to,
        not w.is_stale and w.for_hour = ${forHour} as is_fresh,
        case when w.open_from = ${today} then 'open' when w.ajar_from = ${today} then 'ajar'
          when w.open_from is not null or w.ajar_from is not null then 'shut' else 'never' end as board_group
      from application_window w
      join planned_application a on a.id = w.application_id and a.skipped_on is null
      join zone z on z.id = w.zone_id and z.closed_on is null
      join lawn l on l.id = z.lawn_id and l.closed_on is null
    ), pressed as (
      select *, min(open_from) over stop as stop_opens, min(ajar_to) over stop as stop_closes,
        count(*) over (partition by board_group)::int as total
      from grouped window stop as (partition by board_group, lawn_id)
    ), placed as (
      select *, row_number() over (partition by board_group
        order by stop_opens nulls last, stop_closes nulls last, lawn_id, open_from nulls last, application_id) as place
      from pressed
    )
    select p.application_id, p.zone_id, p.lawn_id, p.board_group, p.is_fresh, p.total, w.body
    from placed p join application_window w on w.application_id = p.application_id
    where p.place <= ${perGroup} order by p.place`);
  const counts: Record<BoardGroup, number> = { open: 0, ajar: 0, shut: 0, never: 0 };
  for (const r of found) counts[r.board_group] = r.total;
  return {
    counts,
    rows: found.map((r) => ({
      ...{ applicationId: r.application_id, zoneId: r.zone_id, lawnId: r.lawn_id },
      ...{ group: r.board_group, isFresh: r.is_fresh },
      body: (r.body as Partial<StoredWindow>).form === WINDOW_FORM ? (r.body as StoredWindow) : null,
    })),
  };
}

/** Zones that nothing is planned for, and those whose programme is done: how many, and the first of the former. */
export async function restOfBoard(
  db: Transaction,
  most: number,
): Promise<{
  finished: number;
  unplanned: number;
  first: { zoneId: string; address: string; name: string }[];
}> {
  const openZone = and(isNull(zone.closedOn), isNull(lawn.closedOn));
  // once over all, not once for each zone
  const [counts] = await db.execute<{ finished: number; unplanned: number }>(sql`
    select count(*) filter (where not p.is_open)::int as finished,
      count(*) filter (where p.zone_id is null)::int as unplanned
    from ${zone} join ${lawn} on ${lawn.id} = ${zone.lawnId}
    left join (
      select a.zone_id, bool_or(a.skipped_on is null and pp.id is not null and r.id is null) as is_open
      from planned_application a
      left join planned_product pp on pp.application_id = a.id
      left join application_record r on r.planned_product_id = pp.id
      group by a.zone_id
    ) p on p.zone_id = ${zone.id}
    where ${openZone}`);
  const first = await db
    .select({ zoneId: zone.id, address: lawn.address, name: zone.name })
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .where(
      and(
        openZone,
        notExists(
          db
            .select({ one: sql`1` })
            .from(plannedApplication)
            .where(eq(plannedApplication.zoneId, zone.id)),
        ),
      ),
    )
    .orderBy(asc(lawn.address), asc(zone.name))
    .limit(most);
  return { finished: counts?.finished ?? 0, unplanned: counts?.unplanned ?? 0, first };
}
