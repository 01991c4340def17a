import 'server-only';
import { and, asc, eq, inArray, isNotNull, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { METHODS, USES, type Method, type Use } from '@/core/trade/terms';
import type { Place, Spacing, TieKind } from '@/core/products/application';
import { byDay, type PlannedApplication, type PlannedProduct } from '@/core/season/standing';
import { isRateUnit, rateOf, type RateUnit } from '@/core/units/rate';
import { fromFeet, fromSquareFeet, toFeet, toSquareFeet } from '@/core/units/trade';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import type { Actor } from './actor';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import { fromNumeric, toNumeric } from './numbers';
import type { LabelBook } from './products';
import { applicationRecord, plannedApplication, plannedProduct, productTie, zone } from './schema';
import { oneOf } from './words';

/** A product of a planned application as it is on file: the core's, with its rate as typed. */
type StoredProduct = PlannedProduct & Readonly<{ typed: Readonly<{ rate: number; unit: RateUnit }> }>;

/** A planned application as it is on file: the core's, and what people need to edit it together. */
export type StoredApplication = Omit<PlannedApplication, 'products'> &
  Readonly<{
    zoneId: string;
    products: readonly StoredProduct[];
    version: number;
    changedBy: string;
    changedAt: Date;
  }>;

type ApplicationRow = typeof plannedApplication.$inferSelect;
type ProductRow = typeof plannedProduct.$inferSelect;
type TieRow = typeof productTie.$inferSelect;
/** The entry that stands for a planned product. */
type Standing = Readonly<{ id: string; on: Day }>;

/** @throws RangeError where a row names what is not known: unknown is not none */
function productFrom(
  r: ProductRow,
  tie: TieRow | undefined,
  labels: LabelBook,
  standing?: Standing,
): StoredProduct {
  const label = labels.now.find((l) => l.id === r.productId);
  if (!label || !isRateUnit(r.rateUnit) || (r.tieId !== null && (!tie || r.part === null)))
    throw new RangeError(`Planned product ${r.id} names what is not known`);
  const rate = fromNumeric(r.rate);
  return {
    id: r.id,
    position: r.position,
    tank: r.tank,
    label,
    recordId: standing?.id ?? null,
    rate: rateOf(rate, r.rateUnit),
    typed: { rate, unit: r.rateUnit },
    use: oneOf(USES, r.use, 'use'),
    targets: r.targets.filter(isWeed),
    method: r.method === null ? null : oneOf(METHODS, r.method, 'method'),
    place: placeFrom(r),
    tie: tie
      ? {
          id: tie.id,
          kind: tie.kind,
          part: r.part ?? 1,
          of: tie.parts,
          spacing: { leastDays: tie.leastDays, mostDays: tie.mostDays },
        }
      : null,
  };
}

/** @throws RangeError where spots have no area, or a strip no length and width */
function placeFrom(r: Pick<ProductRow, 'place' | 'areaSqFt' | 'lengthFt' | 'widthFt' | 'ground'>): Place {
  const { ground } = r;
  if (r.place === 'zone') return { on: 'zone' };
  if (r.place === 'spots' && r.areaSqFt !== null)
    return { on: 'spots', area: fromSquareFeet(fromNumeric(r.areaSqFt)), ground };
  if (r.place === 'strip' && r.lengthFt !== null && r.widthFt !== null)
    return {
      on: 'strip',
      ground,
      length: fromFeet(fromNumeric(r.lengthFt)),
      width: fromFeet(fromNumeric(r.widthFt)),
    };
  throw new RangeError(`A place without its measures: ${r.place}`);
}

function applicationFrom(
  r: ApplicationRow,
  products: readonly StoredProduct[],
  done: Day | null,
): StoredApplication {
  const day = (text: string | null) => (text === null ? null : readDay(text));
  return {
    id: r.id,
    zoneId: r.zoneId,
    purpose: r.purpose,
    products,
    doneOn: done,
    plannedOn: readDay(r.plannedOn),
    earliest: day(r.earliestOn),
    latest: day(r.latestOn),
    skipped:
      r.skippedOn === null
        ? null
        : { why: r.skippedWhy ?? '', by: r.skippedBy ?? '', on: readDay(r.skippedOn) },
    version: r.version,
    changedBy: r.changedBy,
    changedAt: r.changedAt,
  };
}

/** The planned applications of some zones, or of all (null), by zone and day; done and skipped ones too. */
export async function applicationsOf(
  db: Transaction,
  zoneIds: readonly string[] | null,
  labels: LabelBook,
): Promise<Map<string, StoredApplication[]>> {
  if (zoneIds?.length === 0) return new Map();
  const here = zoneIds ? inArray(plannedApplication.zoneId, [...zoneIds]) : undefined;
  const rows = await db.select().from(plannedApplication).where(here);
  const productRows = await db
    .select({ product: plannedProduct, tie: productTie })
    .from(plannedProduct)
    .innerJoin(plannedApplication, eq(plannedApplication.id, plannedProduct.applicationId))
    .leftJoin(productTie, eq(productTie.id, plannedProduct.tieId))
    .where(here)
    .orderBy(asc(plannedProduct.position));
  const standing = await standingEntries(db, zoneIds);
  const byApplication = groupBy(productRows, (r) => r.product.applicationId);
  const stored = rows.map((r) => {
    const of = byApplication.get(r.id) ?? [];
    const days = of.map(({ product: p }) => standing.get(p.id)?.on ?? null);
    const products = of.map(({ product: p, tie }) =>
      productFrom(p, tie ?? undefined, labels, standing.get(p.id)),
    );
    const isDone = days.length > 0 && days.every((d) => d !== null);
    return applicationFrom(r, products, isDone ? (Math.max(...days.map(Number)) as Day) : null);
  });
  return new Map([...groupBy(stored, (a) => a.zoneId)].map(([id, list]) => [id, list.toSorted(byDay)]));
}

/** What stands for planned products: entries that no later one corrects. */
async function standingEntries(
  db: Transaction,
  zoneIds: readonly string[] | null,
): Promise<Map<string, Standing>> {
  const correction = alias(applicationRecord, 'correction');
  const rows = await db
    .select({
      id: applicationRecord.id,
      of: applicationRecord.plannedProductId,
      on: applicationRecord.appliedOn,
    })
    .from(applicationRecord)
    .where(
      and(
        isNotNull(applicationRecord.plannedProductId),
        zoneIds ? inArray(applicationRecord.zoneId, [...zoneIds]) : undefined,
        notExists(
          db
            .select({ one: sql`1` })
            .from(correction)
            .where(eq(correction.correctsId, applicationRecord.id)),
        ),
      ),
    );
  return new Map(rows.map((r) => [r.of!, { id: r.id, on: readDay(r.on) }]));
}

/** Holds a zone until the transaction ends: what is checked against its limits is written before anybody else checks. Null: no such zone here. */
export async function lockZone(db: Transaction, zoneId: string): Promise<boolean> {
  const rows = await db.select({ id: zone.id }).from(zone).where(eq(zone.id, zoneId)).for('update');
  return rows.length > 0;
}

/** One product as it is to be written. */
export type ProductChange = Readonly<{
  /** of a product that stands already; null: a new one */
  id: string | null;
  productId: string;
  rate: number;
  unit: RateUnit;
  use: Use;
  targets: readonly Weed[];
  method: Method | null;
  place: Place;
  tank: number;
  tie: Readonly<{ id: string; part: number }> | null;
}>;
export type ApplicationChange = Readonly<{
  zoneId: string;
  purpose: string;
  plannedOn: Day;
  earliest: Day | null;
  latest: Day | null;
  products: readonly ProductChange[];
  /** of the form that this comes from; null: none */
  sendKey: string | null;
}>;

const rowOf = (c: Omit<ApplicationChange, 'products'>, actor: Actor, now: Date) => ({
  purpose: c.purpose,
  plannedOn: isoDay(c.plannedOn),
  changedBy: actor.name,
  changedAt: now,
  earliestOn: c.earliest === null ? null : isoDay(c.earliest),
  latestOn: c.latest === null ? null : isoDay(c.latest),
  sendKey: c.sendKey,
});

/** What a form made that was saved already; null: it was not. */
export async function applicationSent(
  db: Transaction,
  sendKey: string,
): Promise<{ id: string; zoneId: string; version: number } | null> {
  const [row] = await db
    .select({
      id: plannedApplication.id,
      zoneId: plannedApplication.zoneId,
      version: plannedApplication.version,
    })
    .from(plannedApplication)
    .where(eq(plannedApplication.sendKey, sendKey));
  return row ?? null;
}

/** Adds an application to a zone's programme. */
export async function addApplication(
  db: Transaction,
  actor: Actor,
  change: ApplicationChange,
  now: Date,
  id?: string,
): Promise<string> {
  const [row] = await db
    .insert(plannedApplication)
    .values({
      ...(id ? { id } : {}),
      orgId: actor.orgId,
      zoneId: change.zoneId,
      ...rowOf(change, actor, now),
    })
    .returning({ id: plannedApplication.id });
  await writeProducts(db, actor, row!.id, change.products);
  await bumpProgramme(db, change.zoneId);
  return row!.id;
}

/** Writes if the version is still `base`; false: someone saved first. Products that are down keep their rows. */
export async function changeApplication(
  db: Transaction,
  actor: Actor,
  id: string,
  base: number,
  change: ApplicationChange,
  now: Date,
): Promise<boolean> {
  const [row] = await db
    .update(plannedApplication)
    .set({ ...rowOf(change, actor, now), version: base + 1 })
    .where(and(eq(plannedApplication.id, id), eq(plannedApplication.version, base)))
    .returning({ id: plannedApplication.id });
  if (!row) return false;
  await writeProducts(db, actor, id, change.products);
  await bumpProgramme(db, change.zoneId);
  return true;
}

async function writeProducts(
  db: Transaction,
  actor: Actor,
  applicationId: string,
  products: readonly ProductChange[],
): Promise<void> {
  const there = await db
    .select({ id: plannedProduct.id })
    .from(plannedProduct)
    .where(eq(plannedProduct.applicationId, applicationId));
  const kept = new Set(products.flatMap((p) => p.id ?? []));
  const gone = there.filter((t) => !kept.has(t.id)).map((t) => t.id);
  if (gone.length) await db.delete(plannedProduct).where(inArray(plannedProduct.id, gone));
  // positions are unique: out of the way first, so that two may change places
  if (there.length)
    await db
      .update(plannedProduct)
      .set({ position: sql`-${plannedProduct.position}` })
      .where(eq(plannedProduct.applicationId, applicationId));
  for (const [i, p] of products.entries()) {
    const values = {
      position: i + 1,
      tank: p.tank,
      productId: p.productId,
      rate: toNumeric(p.rate),
      rateUnit: p.unit,
      use: p.use,
      targets: [...p.targets],
      method: p.method,
      ...placeRow(p.place),
      tieId: p.tie?.id ?? null,
      part: p.tie?.part ?? null,
    };
    const known = p.id !== null && there.some((t) => t.id === p.id);
    if (known) await db.update(plannedProduct).set(values).where(eq(plannedProduct.id, p.id));
    else await db.insert(plannedProduct).values({ orgId: actor.orgId, applicationId, ...values });
  }
}

/** A place as columns, in feet. */
const placeRow = (place: Place) => ({
  place: place.on,
  areaSqFt: place.on === 'spots' ? toNumeric(toSquareFeet(place.area)) : null,
  lengthFt: place.on === 'strip' ? toNumeric(toFeet(place.length)) : null,
  widthFt: place.on === 'strip' ? toNumeric(toFeet(place.width)) : null,
  ground: place.on === 'zone' ? '' : place.ground,
});

export type NewTie = Readonly<{
  zoneId: string;
  kind: TieKind;
  parts: number;
  total: Readonly<{ figure: number; unit: RateUnit; shares: readonly number[] }> | null;
  spacing: Spacing;
}>;
export async function addTie(db: Transaction, actor: Actor, t: NewTie): Promise<string> {
  const [row] = await db
    .insert(productTie)
    .values({
      orgId: actor.orgId,
      zoneId: t.zoneId,
      kind: t.kind,
      parts: t.parts,
      total: t.total ? toNumeric(t.total.figure) : null,
      unit: t.total?.unit ?? null,
      shares: t.total ? [...t.total.shares] : null,
      leastDays: t.spacing.leastDays,
      mostDays: t.spacing.mostDays,
    })
    .returning({ id: productTie.id });
  return row!.id;
}

/** Sets an application's day, or why it is skipped (null: it is not), if the version is still `base`. */
export async function setStanding(
  db: Transaction,
  actor: Actor,
  id: string,
  base: number,
  to: Readonly<{ plannedOn: Day } | { skipped: Readonly<{ why: string; on: Day }> | null }>,
  now: Date,
): Promise<string | null> {
  const change =
    'plannedOn' in to
      ? { plannedOn: isoDay(to.plannedOn) }
      : {
          skippedWhy: to.skipped?.why ?? null,
          skippedBy: to.skipped ? actor.name : null,
          skippedOn: to.skipped ? isoDay(to.skipped.on) : null,
        };
  const [row] = await db
    .update(plannedApplication)
    .set({ ...change, changedBy: actor.name, changedAt: now, version: base + 1 })
    .where(and(eq(plannedApplication.id, id), eq(plannedApplication.version, base)))
    .returning({ zoneId: plannedApplication.zoneId });
  if (row) await bumpProgramme(db, row.zoneId);
  return row?.zoneId ?? null;
}

/** Takes an application out of the programme. Only for one of which nothing was put down: the caller has seen to it. */
export async function removeApplication(db: Transaction, id: string, base: number): Promise<boolean> {
  const [row] = await db
    .delete(plannedApplication)
    .where(and(eq(plannedApplication.id, id), eq(plannedApplication.version, base)))
    .returning({ zoneId: plannedApplication.zoneId });
  if (row) await bumpProgramme(db, row.zoneId);
  return row !== undefined;
}

const bumpProgramme = (db: Transaction, zoneId: string) =>
  db
    .update(zone)
    .set({ programmeVersion: sql`${zone.programmeVersion} + 1` })
    .where(eq(zone.id, zoneId));

/** The zone of an application; null: no such application here. */
export async function zoneOfApplication(db: Transaction, id: string): Promise<string | null> {
  const [row] = await db
    .select({ zoneId: plannedApplication.zoneId })
    .from(plannedApplication)
    .where(eq(plannedApplication.id, id));
  return row?.zoneId ?? null;
}

/** The zones of some applications, by application; those that are not there are left out. */
export async function zonesOfApplications(
  db: Transaction,
  ids: readonly string[],
): Promise<Map<string, string>> {
  if (!ids.length) return new Map();
  const rows = await db
    .select({ id: plannedApplication.id, zoneId: plannedApplication.zoneId })
    .from(plannedApplication)
    .where(inArray(plannedApplication.id, [...ids]));
  return new Map(rows.map((r) => [r.id, r.zoneId]));
}

/** What is still to be put down of a product from a day on: its rate, as it was typed, times the area, and the area. */
export type PlannedNeed = Readonly<{
  productId: string;
  unit: string;
  from: Day;
  /** in the unit, times sq ft */
  rateTimesSqFt: number;
  sqFt: number;
}>;

/** What the plans up to a day still need, summed by the database; and on how many zones, by product. */
export async function plannedNeeds(
  db: Transaction,
  today: Day,
  to: Day,
): Promise<Readonly<{ needs: readonly PlannedNeed[]; zones: ReadonlyMap<string, number> }>> {
  const open = sql`planned_product p join planned_application a on a.id = p.application_id
    join zone z on z.id = a.zone_id join lawn l on l.id = z.lawn_id
    where z.closed_on is null and l.closed_on is null and a.skipped_on is null and a.planned_on <= ${isoDay(to)}
      and not exists (select 1 from application_record r where r.planned_product_id = p.id)`;
  // never more than the zone
  const area = sql`least(z.area_sq_ft - z.excluded_sq_ft,
    case p.place when 'spots' then p.area_sq_ft when 'strip' then p.length_ft * p.width_ft end)`;
  const rows = await db.execute<{ id: string; unit: string; from: string; rated: number; area: number }>(sql`
    select p.product_id as id, p.rate_unit as unit, 
      greatest(${isoDay(today)}::date, coalesce(a.earliest_on, a.planned_on))::text as from,
      sum(p.rate * ${area})::float as rated, sum(${area})::float as area
    from ${open} group by 1, 2, 3`);
  const counted = await db.execute<{ id: string; n: number }>(
    sql`select p.product_id as id, count(distinct a.zone_id)::int as n from ${open} group by 1`,
  );
  return {
    needs: rows.map((r) => ({
      productId: r.id,
      unit: r.unit,
      from: readDay(r.from),
      rateTimesSqFt: r.rated,
      sqFt: r.area,
    })),
    zones: new Map(counted.map((c) => [c.id, c.n])),
  };
}
