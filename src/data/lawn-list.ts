import 'server-only';
import { asc, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import type { Transaction } from './connection';
import { lawn, savedFilter, zone } from './schema';

/** What a list of zones is asked for. Every word must stand somewhere: customer, address, zone, turf, notes, weeds. */
export type ListQuery = Readonly<{
  words: string;
  turf: string;
  exposure: string;
  plan: '' | 'none' | 'due' | 'done' | 'closed';
  sort: SortKey;
  descending: boolean;
  page: number;
}>;
export const SORTS = {
  address: 'Address',
  customer: 'Customer',
  turf: 'Turf',
  area: 'Area',
  next: 'Next application',
} as const;
export type SortKey = keyof typeof SORTS;
const PAGE = 50;

export type ListedZone = Readonly<{
  id: string;
  customer: string;
  address: string;
  name: string;
  turf: string;
  mixedWith: string | null;
  /** treated, sq ft */
  areaSqFt: number;
  texture: string;
  exposure: string;
  besidePavement: boolean;
  school: string | null;
  readings: boolean;
  /** products of the next application, or of the last one where nothing is to come */
  product: string | null;
  /** applications that are still to come */
  open: number;
  nextOn: Day | null;
  isClosed: boolean;
}>;

/** Zones by words, filters and order, one page of them, and how many there are in all. */
export async function listZones(
  db: Transaction,
  q: ListQuery,
  today: Day,
): Promise<{ total: number; pages: number; zones: ListedZone[] }> {
  const wanted: SQL[] = [sql`true`];
  const text = sql`lower(l.customer || ' ' || l.address || ' ' || z.name || ' ' || z.turf || ' ' || coalesce(z.mixed_with, '') || ' ' || l.notes || ' ' || l.hazards || ' ' || z.weed_history || ' ' || z.thin_spots || ' ' || z.texture || ' ' || z.exposure)`;
  for (const word of wordsOf(q.words))
    wanted.push(sql`${text} like ${`%${word.replace(/[\\%_]/g, '\\$&')}%`}`);
  if (q.turf) wanted.push(sql`(z.turf = ${q.turf} or z.mixed_with = ${q.turf})`);
  if (q.exposure) wanted.push(sql`z.exposure = ${q.exposure}`);
  const hasAny = sql`exists (select 1 from planned_application pa where pa.zone_id = z.id)`;
  if (q.plan === 'none') wanted.push(sql`not ${hasAny}`);
  if (q.plan === 'due') wanted.push(sql`n.planned_on <= ${isoDay(today)}::date`);
  if (q.plan === 'done') wanted.push(sql`${hasAny} and n.planned_on is null`);
  const isClosed = sql`(z.closed_on is not null or l.closed_on is not null)`;
  wanted.push(q.plan === 'closed' ? isClosed : sql`not ${isClosed}`);
  const direction = q.descending ? sql`desc nulls last` : sql`asc nulls last`;
  const byAddress = sql`(regexp_match(l.address, '^[0-9]{1,9}'))[1]::int asc nulls last, l.address, z.name`;
  const order: Record<SortKey, SQL> = {
    address: sql`(regexp_match(l.address, '^[0-9]{1,9}'))[1]::int ${direction}, l.address ${direction}, z.name`,
    customer: sql`l.customer ${direction}, ${byAddress}`,
    turf: sql`z.turf ${direction}, ${byAddress}`,
    area: sql`z.area_sq_ft - z.excluded_sq_ft ${direction}, ${byAddress}`,
    next: sql`n.planned_on ${direction}, ${byAddress}`,
  };
  const planOf = sql`
    left join lateral (
      select pa.id, pa.planned_on, count(*) over ()::int as open from planned_application pa
      where pa.zone_id = z.id and pa.skipped_on is null and exists (
        select 1 from planned_product pp where pp.application_id = pa.id and not exists (
          select 1 from application_record r where r.planned_product_id = pp.id))
      order by pa.planned_on, pa.id limit 1) n on true`;
  // plans are looked up for the page alone, unless it is by them that it is chosen or ordered
  const byPlan = q.plan !== '' || q.sort === 'next' ? planOf : sql``;
  const rows = await db.execute<Record<string, unknown>>(sql`
    with page as (
      select z.id, count(*) over ()::int as total, row_number() over (order by ${order[q.sort]}) as place
      from zone z join lawn l on l.id = z.lawn_id ${byPlan}
      where ${sql.join(wanted, sql` and `)}
      order by place limit ${PAGE} offset ${(q.page - 1) * PAGE})
    select z.id, l.customer, l.address, z.name, z.turf, z.mixed_with, (z.area_sq_ft - z.excluded_sq_ft)::float as area,
      z.texture, z.exposure, z.beside_pavement, z.school, z.readings_version > 0 as readings,
      ${isClosed} as is_closed, coalesce(n.open, 0) as open, n.planned_on::text as planned_on, page.total,
      (select string_agg(pr.name, ' + ' order by pp.position) from planned_product pp
        join product pr on pr.id = pp.product_id where pp.application_id = n.id) as product
    from page
    join zone z on z.id = page.id
    join lawn l on l.id = z.lawn_id
    ${planOf}
    order by page.place`);
  const total = Number(rows[0]?.['total'] ?? 0);
  return {
    total,
    pages: Math.max(1, Math.ceil(total / PAGE)),
    zones: rows.map((r) => ({
      id: r['id'] as string,
      customer: r['customer'] as string,
      address: r['address'] as string,
      name: r['name'] as string,
      turf: r['turf'] as string,
      mixedWith: r['mixed_with'] as string | null,
      areaSqFt: r['area'] as number,
      texture: r['texture'] as string,
      exposure: r['exposure'] as string,
      besidePavement: r['beside_pavement'] as boolean,
      school: r['school'] as string | null,
      readings: r['readings'] as boolean,
      product: r['product'] as string | null,
      open: r['open'] as number,
      isClosed: r['is_closed'] as boolean,
      nextOn: r['planned_on'] === null ? null : readDay(r['planned_on'] as string),
    })),
  };
}

/** Twelve words are more than anybody types. */
const wordsOf = (text: string) => text.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 12);

/** Ids of zones that are here, of those asked for. */
export async function knownZones(db: Transaction, ids: readonly string[]): Promise<string[]> {
  if (!ids.length) return [];
  const rows = await db
    .select({ id: zone.id })
    .from(zone)
    .where(inArray(zone.id, [...ids]));
  return rows.map((r) => r.id);
}

/** One fact of many zones at once. */
export async function changeZones(
  db: Transaction,
  ids: readonly string[],
  change: Partial<typeof zone.$inferInsert>,
): Promise<void> {
  await db
    .update(zone)
    .set({ ...change, version: sql`${zone.version} + 1` })
    .where(inArray(zone.id, [...ids]));
}

export type SavedFilter = Readonly<{ id: string; name: string; query: string }>;
export const filtersOf = (db: Transaction): Promise<SavedFilter[]> =>
  db
    .select({ id: savedFilter.id, name: savedFilter.name, query: savedFilter.query })
    .from(savedFilter)
    .orderBy(asc(savedFilter.name));
export async function writeFilter(
  db: Transaction,
  orgId: string,
  name: string,
  query: string,
): Promise<void> {
  await db
    .insert(savedFilter)
    .values({ orgId, name, query })
    .onConflictDoUpdate({ target: [savedFilter.orgId, savedFilter.name], set: { query } });
}
/** False: it is not there. */
export const removeFilter = async (db: Transaction, id: string): Promise<boolean> =>
  (await db.delete(savedFilter).where(eq(savedFilter.id, id)).returning({ id: savedFilter.id })).length > 0;

/** Lawns that are not closed. */
export async function lawnCount(db: Transaction): Promise<number> {
  const [row] = await db
    .select({ n: sql<number>`count(*)::int` })
    .from(lawn)
    .where(isNull(lawn.closedOn));
  return row?.n ?? 0;
}
