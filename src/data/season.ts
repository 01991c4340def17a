/** Derived rows of the company's season: what is proposed for each zone, and the days of its line in each past year. */
import 'server-only';
import { and, count, eq, inArray, sql, type SQL } from 'drizzle-orm';
import { readDay, addDays, isoDay, type Day } from '@/core/calendar/day';
import type { ProgrammeKind } from '@/core/season/planner/shapes';
import type { TypedProgramme } from '@/core/season/planner/typed';
import type { Transaction } from './connection';
import { seasonZone } from './schema';
import { NEWS_DAYS } from './windows';
import { type Fact, fact } from '@/core/units/issue';
import { bodyOf } from './stored-json';

/** One proposal in short, with what is sent to take it over. */
type Proposed = Readonly<{
  kind: ProgrammeKind;
  /** shares of the flush in 10, 50 and 90 % of the years; null: it cannot be foreseen */
  hold: Readonly<{ p10: number; p50: number; p90: number }> | null;
  visits: number;
  cost: number | null;
  typed: TypedProgramme;
}>;

export type SeasonBody = Readonly<{
  form: number;
  /** the best first; without a year of no barrier and what is planned */
  proposals: readonly Proposed[];
  /** what is planned holds so much; null: nothing is planned, or it cannot be foreseen */
  plannedHold: number | null;
  /** the day on which each past year's soil crosses the line that the zone's pre-emergents go by; null: it does not */
  line: readonly Readonly<{ year: number | null; day: Day | null }>[];
  /** why nothing is proposed; null: something is */
  problem: Fact | null;
}>;
export const SEASON_FORM = 3;
/** Of before codes were kept, a sentence. */
const problemIn = (stored: unknown): Fact | null =>
  typeof stored === 'string' ? fact('as-told', { words: stored }) : ((stored ?? null) as Fact | null);

/** Asks for all zones that are not closed, or some of them. How many. */
export async function askForSeason(
  db: Transaction,
  orgId: string,
  zoneIds: readonly string[] | null,
): Promise<number> {
  const rows = await db.execute(sql`
    insert into season_zone (zone_id, org_id, is_stale)
    select z.id, ${orgId}, true from zone z join lawn l on l.id = z.lawn_id
    where z.closed_on is null and l.closed_on is null
      ${zoneIds ? sql`and ${inArray(sql`z.id`, [...zoneIds])}` : sql``}
    on conflict (zone_id) do update set is_stale = true returning zone_id`);
  return rows.length;
}

/** Holds the next zones that wait; other workers take others. */
export async function takeStaleSeason(db: Transaction, most: number): Promise<string[]> {
  const rows = await db
    .select({ zoneId: seasonZone.zoneId })
    .from(seasonZone)
    .where(eq(seasonZone.isStale, true))
    .orderBy(seasonZone.zoneId)
    .limit(most)
    .for('update', { skipLocked: true });
  return rows.map((r) => r.zoneId);
}

export const writeSeason = (db: Transaction, zoneId: string, forDay: Day, body: SeasonBody) =>
  db.update(seasonZone).set({ isStale: false, forDay, body }).where(eq(seasonZone.zoneId, zoneId));
export const dropSeason = (db: Transaction, zoneIds: readonly string[]) =>
  db.delete(seasonZone).where(inArray(seasonZone.zoneId, [...zoneIds]));

/** How many zones were asked for and how many of them wait; the oldest day that was computed for. */
export async function seasonState(
  db: Transaction,
): Promise<Readonly<{ asked: number; waiting: number; forDay: Day | null }>> {
  const [row] = await db
    .select({
      asked: count(),
      waiting: sql<number>`count(*) filter (where ${seasonZone.isStale})::int`,
      forDay: sql<number | null>`min(${seasonZone.forDay}) filter (where not ${seasonZone.isStale})`,
    })
    .from(seasonZone);
  return { asked: row?.asked ?? 0, waiting: row?.waiting ?? 0, forDay: (row?.forDay ?? null) as Day | null };
}

/** What is proposed for some zones; without those that wait. */
export async function proposalsOf(
  db: Transaction,
  zoneIds: readonly string[],
): Promise<ReadonlyMap<string, SeasonBody>> {
  if (!zoneIds.length) return new Map();
  const rows = await db
    .select({ zoneId: seasonZone.zoneId, body: seasonZone.body })
    .from(seasonZone)
    .where(and(inArray(seasonZone.zoneId, [...zoneIds]), eq(seasonZone.isStale, false)));
  return new Map(
    rows.flatMap((r) => {
      const body = bodyOf(r.body, [2, SEASON_FORM]) as SeasonBody | null;
      return body ? [[r.zoneId, { ...body, problem: problemIn(body.problem) }] as const] : [];
    }),
  );
}

export type SeasonShow = 'all' | 'exceptions' | 'unplanned';
/** A planned hold under it is looked at again: common practice, no source. */
const LOW_HOLD = 0.7;

type SeasonApplication = Readonly<{
  id: string;
  purpose: string;
  /** planned, or done */
  day: Day;
  earliest: Day | null;
  latest: Day | null;
  standing: 'done' | 'skipped' | 'open';
  products: string;
  /** as the board has it; null: it is not watched yet */
  window: 'open' | 'ajar' | 'shut' | 'never' | null;
  /** days that its soil line has moved since its day was agreed on: later where above 0; null: not known */
  moved: number | null;
}>;
export type SeasonRow = Readonly<{
  zoneId: string;
  site: string;
  turf: string;
  areaSqFt: number;
  applications: readonly SeasonApplication[];
  /** the best proposal in short; null: nothing was asked for */
  best: Readonly<{ kind: ProgrammeKind | null; hold: number | null; plannedHold: number | null }> | null;
  isWaiting: boolean;
  problem: Fact | null;
}>;

/** Zones whose proposals should be looked at by a person: none is found, what is planned holds little, or its line has moved. */
const exceptions = sql`
  select zone_id from season_zone
  where body->>'problem' is not null or (body->>'plannedHold')::float < ${LOW_HOLD}
  union
  select a.zone_id from planned_application a join application_window w on w.application_id = a.id
  where a.skipped_on is null and (w.state = 'never' or abs(w.line_on - w.agreed_line_on) >= ${NEWS_DAYS})`;
/** Zones with a pre-emergent that is planned and not down. */
const planned = sql`
  select a.zone_id from planned_application a join planned_product p on p.application_id = a.id
  where a.skipped_on is null and p.use in ('pre-emergent', 'autumn pre-emergent')
    and not exists (select 1 from application_record r where r.planned_product_id = p.id)`;
const SHOWN: Readonly<Record<SeasonShow, SQL>> = {
  all: sql`true`,
  exceptions: sql`z.id in (${exceptions})`,
  unplanned: sql`z.id not in (${planned})`,
};
const openZones = sql`zone z join lawn l on l.id = z.lawn_id where z.closed_on is null and l.closed_on is null`;

/** How many zones each of the lists has. */
export async function seasonTotals(db: Transaction): Promise<Readonly<Record<SeasonShow, number>>> {
  const count = async (show: SeasonShow) => {
    const [row] = await db.execute<{ n: number }>(
      sql`select count(*)::int as n from ${openZones} and ${SHOWN[show]}`,
    );
    return row?.n ?? 0;
  };
  return {
    all: await count('all'),
    exceptions: await count('exceptions'),
    unplanned: await count('unplanned'),
  };
}

/** Zones of the season in the order of their house numbers and addresses, some of them. The order is that of an index. */
export async function seasonRows(
  db: Transaction,
  q: Readonly<{ show: SeasonShow; from: number; count: number; first: Day; last: Day }>,
): Promise<SeasonRow[]> {
  const rows = await db.execute<Record<string, unknown>>(sql`
    with page as (
      select z.id from ${openZones} and ${SHOWN[q.show]}
      order by substring(l.address from '^[0-9]{1,9}')::int asc nulls last, l.address, z.name, z.id
      limit ${q.count} offset ${q.from})
    select z.id, l.address, z.name, z.turf, (z.area_sq_ft - z.excluded_sq_ft)::float as area,
      s.is_stale, s.body->'problem' as problem, s.body->'plannedHold' as planned_hold,
      s.body->'proposals'->0->>'kind' as kind, s.body->'proposals'->0->'hold'->'p50' as hold, s.zone_id is not null as asked,
      coalesce((select jsonb_agg(jsonb_build_object(
          'id', a.id, 'purpose', a.purpose, 'day', coalesce(done.on, a.planned_on), 'earliest', a.earliest_on,
          'latest', a.latest_on, 'window', w.state, 'moved', w.line_on - w.agreed_line_on,
          'standing', case when a.skipped_on is not null then 'skipped' when done.left = 0 then 'done' else 'open' end,
          'products', (select string_agg(pr.name, ' + ' order by pp.position) from planned_product pp
            join product pr on pr.id = pp.product_id where pp.application_id = a.id)) order by a.planned_on, a.id)
        from planned_application a
        left join application_window w on w.application_id = a.id
        left join lateral (
          select max(r.applied_on) as on, count(*) filter (where r.id is null)::int as left
          from planned_product pp left join application_record r on r.planned_product_id = pp.id
          where pp.application_id = a.id) done on true
        where a.zone_id = z.id and a.planned_on between ${isoDay(q.first)} and ${isoDay(q.last)}), '[]'::jsonb) as applications
    from page join zone z on z.id = page.id join lawn l on l.id = z.lawn_id left join season_zone s on s.zone_id = z.id
    order by substring(l.address from '^[0-9]{1,9}')::int asc nulls last, l.address, z.name, z.id`);
  const day = (v: unknown) => (v === null || v === undefined ? null : readDay(v as string));
  return rows.map((r): SeasonRow => {
    const isAsked = r['asked'] === true;
    const isWaiting = r['is_stale'] === true;
    return {
      zoneId: r['id'] as string,
      site: `${r['address'] as string} · ${r['name'] as string}`,
      turf: r['turf'] as string,
      areaSqFt: Number(r['area']),
      applications: (r['applications'] as Record<string, unknown>[]).map((a) => ({
        id: a['id'] as string,
        purpose: a['purpose'] as string,
        day: day(a['day'])!,
        earliest: day(a['earliest']),
        latest: day(a['latest']),
        standing: a['standing'] as SeasonApplication['standing'],
        products: (a['products'] as string | null) ?? '',
        window: (a['window'] as SeasonApplication['window']) ?? null,
        moved: (a['moved'] as number | null) ?? null,
      })),
      best:
        isAsked && !isWaiting
          ? {
              kind: (r['kind'] as ProgrammeKind | null) ?? null,
              hold: (r['hold'] as number | null) ?? null,
              plannedHold: (r['planned_hold'] as number | null) ?? null,
            }
          : null,
      isWaiting,
      problem: isWaiting ? null : problemIn(r['problem']),
    };
  });
}

/**
 * The round of an application `a` whose first product is `pp`: the name that somebody gave it, else what it is for, and
 * which part of it.
 */
const roundName = sql`coalesce(nullif(a.purpose, ''), case pp.use
  when 'pre-emergent' then 'Pre-emergent ' || coalesce(pp.part, 1)
  when 'autumn pre-emergent' then 'Autumn pre-emergent'
  when 'turf care' then 'Turf care' else 'Post-emergent' end)`;
const firstProduct = sql`lateral (
  select product_id, use, part from planned_product where application_id = a.id order by position limit 1) pp`;

/** The last day on which what may go now still may, by its gates: see core/gates/last-day. Null: not known, or no end in sight. */
const lastDay = sql`case when w.state in ('open', 'ajar') then date '1970-01-01' + w.last_on end`;

/** All applications of one name in the season: how they stand, and the days on which they may go. */
export type Round = Readonly<{
  name: string;
  lawns: number;
  done: number;
  /** their window is open and they are not down */
  due: number;
  /** the last day of their window has gone */
  overdue: number;
  skipped: number;
  first: Day;
  last: Day;
}>;

export async function roundsOf(
  db: Transaction,
  { first, last, today }: Readonly<{ first: Day; last: Day; today: Day }>,
): Promise<Round[]> {
  const rows = await db.execute<Record<string, unknown>>(sql`
    with a as (
      select ${roundName} as round, a.planned_on, coalesce(a.earliest_on, a.planned_on) as from_on,
        coalesce(a.latest_on, ${lastDay}, a.planned_on) as to_on, a.skipped_on is not null as skipped,
        not exists (select 1 from planned_product pp where pp.application_id = a.id and not exists (
          select 1 from application_record r where r.planned_product_id = pp.id)) as done
      from planned_application a join zone z on z.id = a.zone_id join lawn l on l.id = z.lawn_id join ${firstProduct} on true
      left join application_window w on w.application_id = a.id
      where a.planned_on between ${isoDay(first)} and ${isoDay(last)}
        and z.closed_on is null and l.closed_on is null)
    select round, count(*)::int as lawns, count(*) filter (where done)::int as done,
      count(*) filter (where skipped and not done)::int as skipped,
      count(*) filter (where not done and not skipped and from_on <= ${isoDay(today)} and to_on >= ${isoDay(today)})::int as due,
      count(*) filter (where not done and not skipped and to_on < ${isoDay(today)})::int as overdue,
      min(from_on)::text as first, max(to_on)::text as last
    from a group by round order by min(planned_on), round limit 60`);
  return rows.map((r) => ({
    name: r['round'] as string,
    lawns: r['lawns'] as number,
    done: r['done'] as number,
    due: r['due'] as number,
    overdue: r['overdue'] as number,
    skipped: r['skipped'] as number,
    first: readDay(r['first'] as string),
    last: readDay(r['last'] as string),
  }));
}

/**
 * Where no window is set: it may go some days before its day; a first pre-emergent up to its line, other work some weeks
 * after. Ours.
 */
const OWN_WINDOW = { before: 14, beforeLine: 90, after: 21 };

/** One lawn of a round that is still to come. */
export type DueRow = Readonly<{
  zoneId: string;
  site: string;
  stationId: string;
  isIrrigated: boolean;
  planned: Day;
  from: Day;
  latest: Day;
  /** a first pre-emergent is due before its line, in spring or in fall; null: what follows a first part, or works on the leaf, goes by its own window */
  line: 'rising' | 'falling' | null;
  productId: string;
}>;

const LINE_OF_USE: Readonly<Record<string, DueRow['line']>> = {
  'pre-emergent': 'rising',
  'autumn pre-emergent': 'falling',
};

export async function dueOf(
  db: Transaction,
  { name, first, last }: Readonly<{ name: string; first: Day; last: Day }>,
): Promise<DueRow[]> {
  const rows = await db.execute<Record<string, unknown>>(sql`
    select z.id, l.address, z.name, l.station_id, z.irrigation_in_per_hour is not null as irrigated,
      a.planned_on::text as planned_on, a.earliest_on::text as from_on, coalesce(a.latest_on, ${lastDay})::text as to_on,
      pp.product_id, pp.use, pp.part
    from planned_application a join zone z on z.id = a.zone_id join lawn l on l.id = z.lawn_id
    join ${firstProduct} on true left join application_window w on w.application_id = a.id
    where ${roundName} = ${name} and a.skipped_on is null and z.closed_on is null and l.closed_on is null
      and a.planned_on between ${isoDay(first)} and ${isoDay(last)}
      and exists (select 1 from planned_product p where p.application_id = a.id and not exists (
        select 1 from application_record r where r.planned_product_id = p.id))
    order by a.planned_on, l.address, z.name`);
  return rows.map((r) => {
    const day = (key: string) => (r[key] === null ? null : readDay(r[key] as string));
    const planned = day('planned_on')!;
    const isFirst = ((r['part'] as number | null) ?? 1) === 1;
    const line = isFirst ? (LINE_OF_USE[r['use'] as string] ?? null) : null;
    return {
      zoneId: r['id'] as string,
      site: `${r['address'] as string} · ${r['name'] as string}`,
      stationId: r['station_id'] as string,
      isIrrigated: r['irrigated'] === true,
      line,
      planned,
      from: day('from_on') ?? addDays(planned, -OWN_WINDOW.before),
      latest: day('to_on') ?? addDays(planned, line ? OWN_WINDOW.beforeLine : OWN_WINDOW.after),
      productId: r['product_id'] as string,
    };
  });
}
