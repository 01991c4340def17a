import 'server-only';
import { and, asc, desc, eq, sql } from 'drizzle-orm';
import type { Label } from '@/core/products/label';
import { isoDay, type Day } from '@/core/calendar/day';
import { labelFrom, readSheet, type LabelSheet } from '@/core/products/sheet';
import type { Actor } from './actor';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import { labelVersion, product } from './schema';

/** The labels that count now, by name; and any earlier version that a record was made under. */
export type LabelBook = Readonly<{ now: readonly Label[]; all: readonly Label[] }>;
/** A label as it was at a version. */
export const labelAt = ({ all }: LabelBook, productId: string, version: number): Label | undefined =>
  all.find((l) => l.id === productId && l.version === version);

/** One version of a product sheet, with who typed it in. */
export type SheetVersion = Readonly<{
  productId: string;
  version: number;
  sheet: LabelSheet;
  madeBy: string;
  madeAt: Date;
}>;

/** Reading a sheet into a label costs more than the query: kept by version, which never changes. */
const labels = new Map<string, Label>();
const MOST_KEPT = 5000;
function labelOf(productId: string, version: number, sheet: unknown): Label {
  const key = `${productId}|${version}`;
  let label = labels.get(key);
  if (!label) {
    label = labelFrom(readSheet(sheet), productId, version);
    if (labels.size >= MOST_KEPT) labels.delete(labels.keys().next().value!);
    labels.set(key, label);
  }
  return label;
}

/**
 * The version of a label that counted on a day: the latest that had been typed in by then. Of before the first, the
 * first: there was no other. Null: no such product here.
 */
export async function versionOn(
  db: Transaction,
  productId: string,
  day: Day,
  timeZone: string,
): Promise<number | null> {
  const rows = await db.execute<{ version: number }>(sql`
    select version from label_version where product_id = ${productId}
    order by ((made_at at time zone ${timeZone})::date > ${isoDay(day)}::date),
      case when (made_at at time zone ${timeZone})::date > ${isoDay(day)}::date then version else -version end
    limit 1`);
  return rows[0]?.version ?? null;
}

/** All labels of the organisation, by name. */
export async function labelsOf(db: Transaction): Promise<LabelBook> {
  const products = await db.select().from(product).orderBy(asc(product.name));
  const rows = await db
    .select({ productId: labelVersion.productId, version: labelVersion.version, sheet: labelVersion.sheet })
    .from(labelVersion);
  const byProduct = groupBy(rows, (r) => r.productId);
  const at = (productId: string, version: number) => {
    const row = byProduct.get(productId)?.find((r) => r.version === version);
    return row && labelOf(productId, version, row.sheet);
  };
  return {
    now: products.flatMap((p) => at(p.id, p.version) ?? []),
    all: rows.map((r) => labelOf(r.productId, r.version, r.sheet)),
  };
}

/** The versions of one product's sheet, the latest first; empty where there is no such product here. */
export async function versionsOf(db: Transaction, productId: string): Promise<SheetVersion[]> {
  const rows = await db
    .select()
    .from(labelVersion)
    .where(eq(labelVersion.productId, productId))
    .orderBy(desc(labelVersion.version));
  return rows.map(({ sheet, ...r }) => ({ ...r, sheet: readSheet(sheet) }));
}

/** Writes a new product's first sheet. */
export async function addProduct(
  db: Transaction,
  actor: Actor,
  sheet: LabelSheet,
  now: Date,
  id?: string,
): Promise<string> {
  const [row] = await db
    .insert(product)
    .values({ orgId: actor.orgId, name: sheet.name, ...(id ? { id } : {}) })
    .returning({ id: product.id });
  await addVersion(db, actor, row!.id, 1, sheet, now);
  return row!.id;
}

/** A changed label is a new version. False: somebody has written one since `seen`. */
export async function writeVersion(
  db: Transaction,
  actor: Actor,
  productId: string,
  seen: number,
  sheet: LabelSheet,
  now: Date,
): Promise<boolean> {
  const [row] = await db
    .update(product)
    .set({ version: seen + 1, name: sheet.name })
    .where(and(eq(product.id, productId), eq(product.version, seen)))
    .returning({ id: product.id });
  if (!row) return false;
  await addVersion(db, actor, productId, seen + 1, sheet, now);
  return true;
}

const addVersion = (
  db: Transaction,
  actor: Actor,
  productId: string,
  version: number,
  sheet: LabelSheet,
  now: Date,
) =>
  db
    .insert(labelVersion)
    .values({ orgId: actor.orgId, productId, version, sheet, madeBy: actor.name, madeAt: now });
