import 'server-only';
import { and, asc, count, eq, inArray, lte, sql } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import type { GateKey } from '@/core/gates/gate-names';
import type { LastDay } from '@/core/gates/window-lane';
import type { Reason } from '@/core/gates/reason';
import type { WindowLane } from '@/core/gates/window-lane';
import type { DayHours } from '@/core/day/hours';
import type { Regret } from '@/core/day/regret';
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
  hold: Holding | null;
  /** working hours of the next days on which it may go */
  hours: readonly DayHours[];
  /** what is lost if it is not done today; null: it cannot be */
  regret: Regret | null;
  lastDay: LastDay;
}>;
export const WINDOW_FORM = 3;
type Holding = Readonly<{ gate: GateKey; product: string; reason: Reason; more: number }>;

/** How it stood on an earlier day, where that was another way than now. */
export type StoodThen = Readonly<{ day: Day; state: BoardGroup; hold: Holding | null }>;

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

/** Of the planned application `a`: it is not skipped, and something of it is not recorded. */
const isOpenSql = sql`(a.skipped_on is null and exists (
  select 1 from planned_product pp where pp.application_id = a.id and not exists (
    select 1 from application_record r where r.planned_product_id = pp.id)))`;

/**
 * After a change of some zones: whether each has something planned, and no window left of what is done, skipped or
 * closed. So boards count rows, and need not ask every zone.
 */
export async function settleZones(db: Transaction, zoneIds: readonly string[]): Promise<void> {
  if (!zoneIds.length) return;
  await db.execute(sql`
    update zone z set programme_state = case
      when z.closed_on is not null or l.closed_on is not null then 'closed'
      when not exists (select 1 from planned_application a where a.zone_id = z.id) then 'none'
      when exists (select 1 from planned_application a where a.zone_id = z.id and ${isOpenSql}) then 'open'
      else 'done' end
    from lawn l where l.id = z.lawn_id and ${inArray(sql`z.id`, [...zoneIds])}`);
  await db.execute(sql`
    delete from application_window w using zone z, planned_application a
    where z.id = w.zone_id and a.id = w.application_id and ${inArray(sql`z.id`, [...zoneIds])}
      and (z.programme_state <> 'open' or not ${isOpenSql})`);
}

/** Open applications that boards show: what is due or near, and the next of each zone that is not closed. */
const watched = (today: Day) => sql`
  select a.id, a.zone_id, a.lawn_id from (
    select a.id, a.zone_id, z.lawn_id, a.planned_on,
      row_number() over (partition by a.zone_id order by a.planned_on, a.id) as place
    from planned_application a join zone z on z.id = a.zone_id and z.programme_state = 'open'
    where ${isOpenSql}
  ) a where a.place = 1 or a.planned_on <= ${isoDay(today)}::date + ${WATCHED_DAYS}::int`;

/** Makes room for windows that are not there yet: rows that say nothing, stale from the start. */
export async function makeRoomForWindows(db: Transaction, orgId: string, today: Day): Promise<void> {
  await db.execute(sql`
    insert into application_window (application_id, org_id, zone_id, lawn_id, for_hour, is_stale, state, body)
    select w.id, ${orgId}, w.zone_id, w.lawn_id, 0, true, 'never', '{}'::jsonb from (${watched(today)}) w
    on conflict (application_id) do nothing`);
}

/**
 * Holds the next rows of some zones that are to be computed, so that a change that comes meanwhile makes them stale again:
 * what somebody has changed goes before what an hour has.
 */
export async function takeStaleWindows(
  db: Transaction,
  forHour: number,
  mostZones: number,
): Promise<Map<string, string[]>> {
  const rows = await db.execute<{ application_id: string; zone_id: string }>(sql`
    select w.application_id, w.zone_id from application_window w
    where w.zone_id in (
      select zone_id from application_window
      where is_stale or for_hour <> ${forHour} group by zone_id
      order by bool_or(is_stale) desc, zone_id limit ${mostZones})
    for update`);
  const out = new Map<string, string[]>();
  for (const r of rows) out.set(r.zone_id, [...(out.get(r.zone_id) ?? []), r.application_id]);
  return out;
}

/** The places on a board, in the order in which it shows them. */
export type BoardGroup = 'open' | 'ajar' | 'shut' | 'never';

export type NewWindow = Readonly<{
  applicationId: string;
  /** at that hour; never: shut as far as anybody can see */
  state: BoardGroup;
  openFrom: Day | null;
  ajarFrom: Day | null;
  /** the last day on which it may go; null: it cannot, or no end is in sight */
  lastOn: Day | null;
  /** the day of the soil line that it goes by; null: none, or not known */
  lineOn: Day | null;
  /** of the application: with a new one its day is agreed on anew */
  version: number;
  /** 0 to 100 */
  regret: number;
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
  if (!windows.length) return;
  const today = Math.floor(forHour / 24);
  const rows = windows.map((w) => ({
    application_id: w.applicationId,
    state: w.state,
    open_from: w.openFrom,
    ajar_from: w.ajarFrom,
    last_on: w.lastOn,
    line_on: w.lineOn,
    version: w.version,
    regret: w.regret,
    place: placeOf(w, today),
    body: w.body,
  }));
  // what the last hour of another day said is kept beside it, until the next day; a line that is not known for a while is
  // no new agreement
  await db.execute(sql`
    with now as (
      select n.*, case when t.for_hour / 24 < ${today} and t.for_hour > 0 and t.body ? 'form'
        then jsonb_build_object('day', t.for_hour / 24, 'state', t.state, 'hold', t.body -> 'hold')
        else t.was end as was
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as n (application_id uuid, state text, open_from int,
        ajar_from int, last_on int, line_on int, version int, regret real, place real, body jsonb)
      join application_window t on t.application_id = n.application_id)
    update application_window t set for_hour = ${forHour}, is_stale = false, state = n.state, open_from = n.open_from,
      ajar_from = n.ajar_from, last_on = n.last_on, line_on = n.line_on, regret = n.regret, place = n.place, body = n.body,
      was = n.was, is_changed = coalesce(n.was ->> 'state' <> n.state, false), agreed_version = n.version,
      agreed_line_on = case when t.agreed_version = n.version then coalesce(t.agreed_line_on, n.line_on) else n.line_on end
    from now n where t.application_id = n.application_id`);
}

/**
 * What can go is in the order of what is lost if it does not, and of its last day where nothing is; what cannot, of the day
 * on which it may.
 */
const placeOf = ({ state, regret, body, openFrom, ajarFrom }: NewWindow, today: number): number =>
  state === 'open' || state === 'ajar'
    ? Math.min(1, ((body.regret?.until ?? NO_DAY) - today) / 1000) - regret
    : (openFrom ?? ajarFrom ?? NO_DAY);
const NO_DAY = 9e6;

/** Fewer days are no news. Common practice, no source. */
export const NEWS_DAYS = 5;
/** An application whose line has moved since its day was agreed on. */
export type MovedLine = Readonly<{ applicationId: string; agreed: Day; now: Day }>;
export async function movedLinesOf(db: Transaction, zoneId: string): Promise<MovedLine[]> {
  const { lineOn, agreedLineOn } = applicationWindow;
  const rows = await db
    .select({ applicationId: applicationWindow.applicationId, agreed: agreedLineOn, now: lineOn })
    .from(applicationWindow)
    .where(and(eq(applicationWindow.zoneId, zoneId), sql`abs(${lineOn} - ${agreedLineOn}) >= ${NEWS_DAYS}`));
  return rows.map((r) => ({ applicationId: r.applicationId, agreed: r.agreed as Day, now: r.now as Day }));
}

export type BoardRow = Readonly<{
  applicationId: string;
  zoneId: string;
  lawnId: string;
  group: BoardGroup;
  isFresh: boolean;
  body: StoredWindow | null;
  /** how it stood before, where that was another way; null: it did not change, or nobody knows */
  was: StoodThen | null;
}>;

/** How many lines each group has, and how many rows wait for being computed. */
export async function countWindows(
  db: Transaction,
  forHour: number,
): Promise<{ totals: Record<BoardGroup, number>; waiting: number }> {
  const rows = await db
    .select({
      group: applicationWindow.state,
      n: count(),
      waiting: sql<number>`count(*) filter (where ${applicationWindow.isStale} or ${applicationWindow.forHour} <> ${forHour})::int`,
    })
    .from(applicationWindow)
    .groupBy(applicationWindow.state);
  const totals: Record<BoardGroup, number> = { open: 0, ajar: 0, shut: 0, never: 0 };
  for (const r of rows) totals[r.group] = r.n;
  return { totals, waiting: rows.reduce((sum, r) => sum + r.waiting, 0) };
}

/** How many lines may go now, by the last day that still helps. */
export async function linesByLastDay(
  db: Transaction,
): Promise<readonly Readonly<{ last: Day | null; lines: number }>[]> {
  const rows = await db
    .select({ last: applicationWindow.lastOn, lines: count() })
    .from(applicationWindow)
    .where(inArray(applicationWindow.state, ['open', 'ajar']))
    .groupBy(applicationWindow.lastOn);
  return rows.map(({ last, lines }) => ({ last: last as Day | null, lines }));
}

/**
 * The top of a board: of each group at most so many rows, the most pressing first; what lies on one lawn stays together, at the place of its most pressing. Read off an index from its top, however many rows there are.
 */
export async function boardRows(
  db: Transaction,
  forHour: number,
  most: Readonly<Record<BoardGroup, number>>,
): Promise<BoardRow[]> {
  const found = await db.execute<{
    application_id: string;
    zone_id: string;
    lawn_id: string;
    state: BoardGroup;
    is_fresh: boolean;
    body: unknown;
    was: StoodThen | null;
  }>(sql`
    with stop as (
      select g.state, top.lawn_id, min(top.place) as place
      from (values ('open', ${most.open}::int), ('ajar', ${most.ajar}::int), ('shut', ${most.shut}::int),
        ('never', ${most.never}::int)) g (state, most), lateral (
        select w.lawn_id, row_number() over () as place from (
          select lawn_id from application_window where state = g.state
          order by place, lawn_id limit g.most) w) top
      group by g.state, top.lawn_id)
    select w.application_id, w.zone_id, w.lawn_id, w.state, not w.is_stale and w.for_hour = ${forHour} as is_fresh, w.body,
      case when w.is_changed then w.was end as was
    from stop join application_window w on w.lawn_id = stop.lawn_id and w.state = stop.state
    order by stop.place, w.place, w.application_id`);
  const left = { ...most };
  return found
    .filter((r) => left[r.state]-- > 0)
    .map((r) => ({
      applicationId: r.application_id,
      zoneId: r.zone_id,
      lawnId: r.lawn_id,
      group: r.state,
      isFresh: r.is_fresh,
      body: isOfForm(r.body) ? r.body : null,
      was: r.was,
    }));
}

/** Lines of a group that are for one thing, together. */
export type BoardRound = Readonly<{
  group: BoardGroup;
  /** what they are for; empty: nobody said */
  purpose: string;
  lines: number;
  /** the first day on which one of them must have gone, and on which one may; null: none, or not in sight */
  lastOn: Day | null;
  opensOn: Day | null;
}>;
/** The lines of a board by what they are for, the largest first. @param most of each group */
export async function boardRounds(db: Transaction, most: number): Promise<BoardRound[]> {
  const t = applicationWindow;
  const rounds = db
    .select({
      group: t.state,
      purpose: plannedApplication.purpose,
      lines: count().as('lines'),
      lastOn: sql<number | null>`min(${t.lastOn})`.as('last'),
      opensOn: sql<number | null>`min(coalesce(${t.openFrom}, ${t.ajarFrom}))`.as('opens'),
      place:
        sql<number>`row_number() over (partition by ${t.state} order by count(*) desc, ${plannedApplication.purpose})`.as(
          'place_in_group',
        ),
    })
    .from(t)
    .innerJoin(plannedApplication, eq(plannedApplication.id, t.applicationId))
    .groupBy(t.state, plannedApplication.purpose)
    .as('rounds');
  const rows = await db
    .select()
    .from(rounds)
    .where(lte(rounds.place, most))
    .orderBy(rounds.group, rounds.place);
  return rows.map(({ place: _, ...r }) => ({
    ...r,
    lastOn: r.lastOn as Day | null,
    opensOn: r.opensOn as Day | null,
  }));
}

/** Lines that stand another way than on the day before: how many, and the first of them. */
export async function changedWindows(
  db: Transaction,
  most: number,
): Promise<{
  total: number;
  first: (Pick<BoardRow, 'applicationId' | 'zoneId' | 'group' | 'body'> & { was: StoodThen })[];
}> {
  const t = applicationWindow;
  const rows = await db
    .select({
      applicationId: t.applicationId,
      zoneId: t.zoneId,
      group: t.state,
      was: t.was,
      body: t.body,
      total: sql<number>`count(*) over ()::int`,
    })
    .from(t)
    .where(eq(t.isChanged, true))
    .orderBy(t.place, t.lawnId)
    .limit(most);
  return {
    total: rows[0]?.total ?? 0,
    first: rows.map(({ total: _, was, body, ...r }) => ({
      ...r,
      was: was as StoodThen,
      body: isOfForm(body) ? body : null,
    })),
  };
}
const isOfForm = (body: unknown): body is StoredWindow =>
  (body as Partial<StoredWindow>).form === WINDOW_FORM;

/** Zones that nothing is planned for, and those whose programme is done: how many, and the first of the former. */
export async function restOfBoard(
  db: Transaction,
  most: number,
): Promise<{
  finished: number;
  unplanned: number;
  first: { zoneId: string; address: string; name: string }[];
}> {
  const counts = await db
    .select({ state: zone.programmeState, n: count() })
    .from(zone)
    .where(inArray(zone.programmeState, ['none', 'done']))
    .groupBy(zone.programmeState);
  const of = (state: string) => counts.find((c) => c.state === state)?.n ?? 0;
  const first = await db
    .select({ zoneId: zone.id, address: lawn.address, name: zone.name })
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .where(eq(zone.programmeState, 'none'))
    .orderBy(asc(lawn.address), asc(zone.name))
    .limit(most);
  return { finished: of('done'), unplanned: of('none'), first };
}

/** A line that may go on one of some days, as far as its hours are known. */
export type AheadRow = Readonly<{
  applicationId: string;
  zoneId: string;
  lawnId: string;
  hours: readonly DayHours[];
  regret: number;
}>;

/** Lines with hours on one of some days, the most pressing first: so many at most, how many more there are, and how many wait. */
export async function windowsAhead(
  db: Transaction,
  days: readonly Day[],
  most: number,
): Promise<{ rows: AheadRow[]; more: number; waiting: number }> {
  const t = applicationWindow;
  const found = days.length
    ? await db
        .select({
          applicationId: t.applicationId,
          zoneId: t.zoneId,
          lawnId: t.lawnId,
          regret: t.regret,
          body: t.body,
          total: sql<number>`count(*) over ()::int`,
        })
        .from(t)
        .where(
          // the columns first: the body of what is far off need not be opened
          sql`(${t.state} in ('open', 'ajar') or ${t.openFrom} <= ${days.at(-1)} or ${t.ajarFrom} <= ${days.at(-1)})
            and jsonb_typeof(${t.body} -> 'hours') = 'array' and exists (select 1
            from jsonb_array_elements(${t.body} -> 'hours') h where (h ->> 'day')::int in ${[...days]}
              and h ->> 'states' ~ '[oa]')`,
        )
        .orderBy(sql`${t.regret} desc`, asc(t.place), asc(t.lawnId))
        .limit(most)
    : [];
  const [{ waiting } = { waiting: 0 }] = await db
    .select({ waiting: sql<number>`count(*) filter (where ${t.isStale})::int` })
    .from(t);
  return {
    rows: found.flatMap(({ body, total: _, ...r }) => (isOfForm(body) ? [{ ...r, hours: body.hours }] : [])),
    more: Math.max(0, (found[0]?.total ?? 0) - found.length),
    waiting,
  };
}

/** What is lost by waiting, of some applications; those that cannot go today have none. */
export async function regretsOf(
  db: Transaction,
  applicationIds: readonly string[],
): Promise<Map<string, Regret>> {
  if (!applicationIds.length) return new Map();
  const rows = await db
    .select({ id: applicationWindow.applicationId, body: applicationWindow.body })
    .from(applicationWindow)
    .where(inArray(applicationWindow.applicationId, [...applicationIds]));
  return new Map(
    rows.flatMap(({ id, body }) => (isOfForm(body) && body.regret ? [[id, body.regret] as const] : [])),
  );
}
