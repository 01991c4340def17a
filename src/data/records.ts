import 'server-only';
import { and, asc, desc, eq, gte, ilike, inArray, isNull, lte, or, sql, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { rateForTurf } from '@/core/products/label';
import { USES, type Turf, type Use, PRODUCT_KINDS, type ProductKind } from '@/core/trade/terms';
import type { TimedVisit } from '@/core/day/minutes';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { amountOf, isAmountUnit, rateFrom, type AmountUnit, type ProductRate } from '@/core/units/rate';
import type { SquareMetres } from '@/core/units/quantity';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import type { Transaction } from './connection';
import { GATES_FORM, readGatesThen, type GatesThen } from './gates-then';
import { fromNumeric } from './numbers';
import { labelAt, type LabelBook } from './products';
import { applicationRecord } from './schema';
import { oneOf } from './words';

/** An ingredient that went down, as its label says: kg of it, or null where that cannot be told. */
type RecordedIngredient = Readonly<{ name: string; kilograms: number | null }>;

/** One entry: one product of one visit. Figures in the units in which they were typed. */
export type RecordEntry = Readonly<{
  id: string;
  /** entries of one visit carry the same */
  visitId: string;
  plannedId: string | null;
  plannedProductId: string | null;
  zoneId: string;
  productId: string;
  productKind: ProductKind;
  /** of a split or a sequence: which of how many */
  part: number;
  parts: number;
  /** the label's version on that day */
  labelVersion: number;
  use: Use;
  targets: readonly Weed[];
  productName: string;
  registrationNumber: string;
  site: string;
  customer: string;
  address: string;
  turf: string;
  place: 'zone' | 'spots' | 'strip';
  ground: string;
  tank: number;
  areaSqFt: number;
  amount: number;
  amountUnit: AmountUnit;
  /** what the amount comes to on the area */
  rate: ProductRate;
  ingredients: readonly RecordedIngredient[];
  waterGal: number;
  appliedOn: Day;
  startedAt: string;
  endedAt: string;
  appliedBy: string;
  certifiedBy: string;
  certifiedNumber: string;
  supervisor: string;
  method: string;
  equipment: string;
  lot: string;
  /** null: it does not apply, or was not measured */
  windMph: number | null;
  windFrom: string;
  airF: number | null;
  noticeGiven: string;
  reentryTold: string;
  notes: string;
  gates: GatesThen;
  recordedBy: string;
  recordedAt: Date;
  correctsId: string | null;
  correctionReason: string | null;
  /** the entry that corrects this one; null: this one stands */
  correctedById: string | null;
}>;

type Row = typeof applicationRecord.$inferSelect;
const correction = alias(applicationRecord, 'correction');

function readIngredients(stored: unknown): RecordedIngredient[] {
  if (!Array.isArray(stored)) throw new RangeError('A record whose ingredients are no list');
  return stored.map((i: unknown) => {
    const { name, kilograms } = i as { name?: unknown; kilograms?: unknown };
    if (typeof name !== 'string') throw new RangeError('A record with a nameless ingredient');
    return { name, kilograms: typeof kilograms === 'number' ? kilograms : null };
  });
}

/** @throws RangeError where a row holds what no version of this program has written */
function entryFrom(r: Row, correctedById: string | null): RecordEntry {
  const { amountUnit } = r;
  if (!isAmountUnit(amountUnit)) throw new RangeError(`Unknown unit in record ${r.id}: ${amountUnit}`);
  const amount = fromNumeric(r.amount);
  const areaSqFt = fromNumeric(r.areaSqFt);
  const { form, orgId: _, sendKey: __, ...rest } = r;
  return {
    ...rest,
    use: oneOf(USES, r.use, 'use'),
    productKind: oneOf(PRODUCT_KINDS, r.productKind, 'kind of product'),
    targets: r.targets.filter(isWeed),
    areaSqFt,
    amount,
    amountUnit,
    correctedById,
    rate: rateFrom(amountOf(amount, amountUnit), fromSquareFeet(areaSqFt)),
    ingredients: readIngredients(r.ingredients),
    waterGal: fromNumeric(r.waterGal),
    appliedOn: readDay(r.appliedOn),
    windMph: r.windMph === null ? null : fromNumeric(r.windMph),
    airF: r.airF === null ? null : fromNumeric(r.airF),
    gates: readGatesThen(form, r.gates),
  };
}

const entries = (db: Transaction) =>
  db
    .select({ record: applicationRecord, correctedById: correction.id })
    .from(applicationRecord)
    .leftJoin(correction, eq(correction.correctsId, applicationRecord.id))
    .$dynamic();
type Found = Readonly<{ record: Row; correctedById: string | null }>;
const read = (rows: readonly Found[]) => rows.map((r) => entryFrom(r.record, r.correctedById));

/** What a list of records is asked for. Empty words ask for nothing; every one that is set must fit. */
export type RecordQuery = Readonly<{
  from: Day | null;
  to: Day | null;
  /** words of site, customer, product, notes */
  words: string;
  productId: string;
  ingredient: string;
  appliedBy: string;
  target: string;
  /** entries that were corrected too */
  withCorrected: boolean;
}>;
export const ALL_RECORDS: RecordQuery = {
  from: null,
  to: null,
  words: '',
  productId: '',
  ingredient: '',
  appliedBy: '',
  target: '',
  withCorrected: true,
};

const likeWord = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

function wanted(q: RecordQuery): SQL | undefined {
  const t = applicationRecord;
  return and(
    q.from === null ? undefined : gte(t.appliedOn, isoDay(q.from)),
    q.to === null ? undefined : lte(t.appliedOn, isoDay(q.to)),
    ...q.words
      .split(/\s+/)
      .filter(Boolean)
      .slice(0, 12)
      .map((w) =>
        or(...[t.site, t.customer, t.productName, t.notes, t.turf].map((c) => ilike(c, likeWord(w)))),
      ),
    q.productId ? eq(t.productId, q.productId) : undefined,
    q.appliedBy ? eq(t.appliedBy, q.appliedBy) : undefined,
    q.target ? sql`${q.target} = any(${t.targets})` : undefined,
    // by the label of that day: entries of form 1 carry no ingredients of their own
    q.ingredient
      ? sql`exists (select 1 from label_version v, jsonb_array_elements(v.sheet->'ingredients') i
          where v.product_id = ${t.productId} and v.version = ${t.labelVersion}
            and lower(i->>'name') = lower(${q.ingredient}))`
      : undefined,
    q.withCorrected ? undefined : sql`${correction.id} is null`,
  );
}

/** Entries of the organisation, the latest application first: a page of them, or all. */
export async function recordsOf(
  db: Transaction,
  q: RecordQuery = ALL_RECORDS,
  page: Readonly<{ limit: number; offset: number }> | null = null,
): Promise<RecordEntry[]> {
  const asked = entries(db)
    .where(wanted(q))
    .orderBy(
      desc(applicationRecord.appliedOn),
      desc(applicationRecord.recordedAt),
      asc(applicationRecord.id),
    );
  return read(await (page ? asked.limit(page.limit).offset(page.offset) : asked));
}

/** How many there are, and on which days of the last twelve months how many. */
export async function countRecords(
  db: Transaction,
  q: RecordQuery,
  since: Day,
): Promise<{ total: number; days: { day: Day; count: number }[] }> {
  const rows = await db
    .select({ day: applicationRecord.appliedOn, count: sql<number>`count(*)::int` })
    .from(applicationRecord)
    .leftJoin(correction, eq(correction.correctsId, applicationRecord.id))
    .where(wanted(q))
    .groupBy(applicationRecord.appliedOn);
  const days = rows.map((r) => ({ day: readDay(r.day), count: r.count }));
  return {
    total: days.reduce((sum, d) => sum + d.count, 0),
    days: days.filter((d) => d.day >= since).sort((a, b) => a.day - b.day),
  };
}

/** What can be chosen among: products, ingredients, people and targets that stand in the book. */
export async function recordChoices(db: Transaction) {
  const products = await db
    .selectDistinctOn([applicationRecord.productId], {
      id: applicationRecord.productId,
      name: applicationRecord.productName,
    })
    .from(applicationRecord)
    .orderBy(applicationRecord.productId, desc(applicationRecord.recordedAt));
  const people = await db.selectDistinct({ name: applicationRecord.appliedBy }).from(applicationRecord);
  const ingredients = await db.execute<{ name: string }>(sql`
    select distinct lower(i->>'name') as name from label_version v, jsonb_array_elements(v.sheet->'ingredients') i
    where exists (select 1 from application_record r where r.product_id = v.product_id and r.label_version = v.version)
    order by 1`);
  const targets = await db.execute<{ name: string }>(
    sql`select distinct unnest(targets) as name from application_record order by 1`,
  );
  return {
    products: products.toSorted((a, b) => a.name.localeCompare(b.name)),
    people: people.map((p) => p.name).sort(),
    ingredients: ingredients.map((i) => i.name),
    targets: targets.map((t) => t.name).filter(isWeed),
  };
}

/** The entries of some zones, the earliest first. */
export async function recordsOfZones(
  db: Transaction,
  zoneIds: readonly string[] | null,
): Promise<RecordEntry[]> {
  if (zoneIds?.length === 0) return [];
  return read(
    await entries(db)
      .where(zoneIds ? inArray(applicationRecord.zoneId, [...zoneIds]) : undefined)
      .orderBy(asc(applicationRecord.appliedOn), asc(applicationRecord.recordedAt)),
  );
}

/**
 * Entries that stand, of work that was begun though what was measured there shut a gate, or with a reason why it was begun
 * all the same (a dripping leaf, flowers with bees); one a visit, the newest first.
 * @param since the first day that counts
 */
export async function wentAhead(db: Transaction, since: Day, most: number): Promise<RecordEntry[]> {
  const shut = JSON.stringify({ why: [{ isMeasured: true, state: 'shut' }] });
  const found = read(
    await entries(db)
      .where(
        and(
          gte(applicationRecord.appliedOn, isoDay(since)),
          isNull(correction.id),
          or(
            sql`${applicationRecord.gates} @> ${shut}::jsonb`,
            sql`coalesce(${applicationRecord.gates} ->> 'anyway', '') <> ''`,
          ),
        ),
      )
      .orderBy(desc(applicationRecord.appliedOn), desc(applicationRecord.recordedAt)),
  );
  return [...new Map(found.toReversed().map((e) => [e.visitId, e])).values()].toReversed().slice(0, most);
}

/** One entry; null where there is none, or where it is another organisation's. */
export async function recordOf(db: Transaction, id: string): Promise<RecordEntry | null> {
  const [row] = read(await entries(db).where(eq(applicationRecord.id, id)));
  return row ?? null;
}

/** The entries of one visit, in the order in which their products went down. */
export async function recordsOfVisit(db: Transaction, visitId: string): Promise<RecordEntry[]> {
  return read(
    await entries(db)
      .where(eq(applicationRecord.visitId, visitId))
      .orderBy(asc(applicationRecord.tank), asc(applicationRecord.recordedAt)),
  );
}

/**
 * What entries that stand put on their zone, each with its label as it was on that day. Spots and strips count on their
 * own ground, and by their share of the zone; limits are those of the turf as the zone has it now.
 */
export function ledgerFrom(
  list: readonly RecordEntry[],
  labels: LabelBook,
  { area, facts }: Readonly<{ area: SquareMetres; facts: Readonly<{ turf: Turf; mixedWith: Turf | null }> }>,
): LedgerEntry[] {
  return list
    .filter((e) => e.correctedById === null)
    .flatMap((e) => {
      const label = labelAt(labels, e.productId, e.labelVersion);
      if (!label) return [];
      const isPart = e.place !== 'zone';
      const share = isPart ? Math.min(1, e.areaSqFt / toSquareFeet(area)) : 1;
      const at = {
        id: e.id,
        day: e.appliedOn,
        status: 'done',
        share,
        ground: isPart ? e.ground : null,
        most: rateForTurf(label, facts, e.use)?.yearLimit ?? null,
      } as const;
      return [entryOf(label, e.rate, at)];
    });
}

/** The entry that was sent with a key; null: none. */
export async function bySendKey(db: Transaction, sendKey: string): Promise<string | null> {
  const [row] = await db
    .select({ id: applicationRecord.id })
    .from(applicationRecord)
    .where(eq(applicationRecord.sendKey, sendKey));
  return row?.id ?? null;
}

export type NewRecord = Readonly<
  Omit<typeof applicationRecord.$inferInsert, 'id' | 'appliedOn' | 'gates' | 'form'> & {
    id: string;
    appliedOn: Day;
    gates: GatesThen;
  }
>;

/**
 * Adds an entry. Sent twice (the same key), or recorded already by another (the same planned product, the same entry
 * corrected), it is not added again: the entry that stands is named instead.
 */
export async function addRecord(
  db: Transaction,
  r: NewRecord,
): Promise<{ added: boolean; id: string; same: boolean }> {
  const [row] = await db
    .insert(applicationRecord)
    .values({ ...r, appliedOn: isoDay(r.appliedOn), form: GATES_FORM })
    .onConflictDoNothing()
    .returning({ id: applicationRecord.id });
  if (row) return { added: true, id: row.id, same: true };
  const one = async (where: SQL) => (await db.select().from(applicationRecord).where(where))[0];
  const sent = await one(eq(applicationRecord.sendKey, r.sendKey));
  if (sent) return { added: false, id: sent.id, same: true };
  const standing = r.correctsId
    ? await one(eq(applicationRecord.correctsId, r.correctsId))
    : r.plannedProductId && (await one(eq(applicationRecord.plannedProductId, r.plannedProductId)));
  if (!standing) throw new Error('A record was refused by no rule that is known');
  return { added: false, id: standing.id, same: false };
}

/** Visits that were timed, the newest first: how long their records say that each zone took. */
export async function timedVisits(db: Transaction, most = 400): Promise<TimedVisit[]> {
  const rows = await db.execute<{ zone_id: string; products: string[]; sq_ft: number; minutes: number }>(sql`
    select r.zone_id, array_agg(distinct r.product_id::text) as products, max(r.area_sq_ft)::float8 as sq_ft,
      extract(epoch from max(r.ended_at::time) - min(r.started_at::time))::float8 / 60 as minutes
    from application_record r
    where r.started_at <> '' and r.ended_at <> '' and not exists (select 1 from application_record c where c.corrects_id = r.id)
    group by r.visit_id, r.zone_id, r.applied_on
    having max(r.ended_at::time) > min(r.started_at::time)
    order by r.applied_on desc, r.visit_id limit ${most}`);
  return rows.map((r) => ({
    zoneId: r.zone_id,
    productIds: r.products,
    minutes: r.minutes,
    area: fromSquareFeet(r.sq_ft),
  }));
}
