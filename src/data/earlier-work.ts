import 'server-only';
import { asc, inArray } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { isRateUnit, rateOf, type RateUnit } from '@/core/units/rate';
import type { Transaction } from './connection';
import { fromNumeric, toNumeric } from './numbers';
import { labelAt, type LabelBook } from './products';
import { earlierWork } from './schema';

export const DOERS = ['us', 'another company', 'the customer'] as const;
export const CERTAINTIES = ['exact', 'guessed', 'not known'] as const;
export type Doer = (typeof DOERS)[number];
export type Certainty = (typeof CERTAINTIES)[number];
/** Named by itself among substances: fed, not sprayed. */
export const NITROGEN = 'nitrogen';

/** Work from before the book: a product of ours with its rate, or a substance with its amount; null where that is not known. */
export type EarlierWork = Readonly<{
  id: string;
  zoneId: string;
  on: Day;
  by: Doer;
  product: Readonly<{
    id: string;
    version: number;
    rate: Readonly<{ figure: number; unit: RateUnit }> | null;
  }> | null;
  substance: string;
  group: number | null;
  /** lb/acre of an a.i., lb/1,000 sq ft of nitrogen */
  amount: number | null;
  certainty: Certainty;
  note: string;
  person: string;
}>;

/** What stands of the work before the book, by zone and day: entries taken back are left out. */
export async function earlierWorkOf(
  db: Transaction,
  zoneIds: readonly string[] | null,
): Promise<EarlierWork[]> {
  if (zoneIds?.length === 0) return [];
  const rows = await db
    .select()
    .from(earlierWork)
    .where(zoneIds ? inArray(earlierWork.zoneId, [...zoneIds]) : undefined)
    .orderBy(asc(earlierWork.doneOn));
  const back = new Set(rows.flatMap((r) => r.takesBackId ?? []));
  return rows
    .filter((r) => r.takesBackId === null && !back.has(r.id))
    .map((r) => ({
      id: r.id,
      zoneId: r.zoneId,
      on: readDay(r.doneOn),
      by: r.doneBy,
      substance: r.substance,
      product:
        r.productId === null
          ? null
          : {
              id: r.productId,
              version: r.labelVersion ?? 1,
              rate:
                r.rate !== null && r.rateUnit !== null && isRateUnit(r.rateUnit)
                  ? { figure: fromNumeric(r.rate), unit: r.rateUnit }
                  : null,
            },
      group: r.siteGroup,
      amount: r.amount === null ? null : fromNumeric(r.amount),
      certainty: r.certainty,
      note: r.note,
      person: r.person,
    }));
}

const LB_ACRE = rateOf(1, 'lb/acre').rate;
const LB_THOUSAND = rateOf(1, 'lb/1000sqft').rate;

/** As the ledger counts it: what is guessed counts as guessed, what is not known makes a sum unknown. */
export function earlierEntries(list: readonly EarlierWork[], labels: LabelBook): LedgerEntry[] {
  return list.flatMap((w): LedgerEntry[] => {
    const at = { id: w.id, day: w.on, status: 'before', share: 1, ground: null } as const;
    const label = w.product && labelAt(labels, w.product.id, w.product.version);
    if (w.product && label) {
      const { rate } = w.product;
      const known = entryOf(label, rateOf(rate?.figure ?? 0, rate?.unit ?? label.rateUnit), at);
      if (rate) return [known];
      const unknown = known.ingredients.map((i) => ({ ...i, ai: null, ae: null }));
      return [
        { ...known, rate: null, ingredients: unknown, nitrogen: label.analysis ? null : known.nitrogen },
      ];
    }
    const isNitrogen = w.substance === NITROGEN;
    const amount = w.amount;
    const kg = amount === null ? null : ((amount * LB_ACRE) as KilogramsPerHectare);
    return [
      {
        ...at,
        productId: null,
        name: w.substance,
        rate: null,
        inSoil: null,
        intervalDays: null,
        seedWait: 'no sheet',
        ingredients: isNitrogen ? [] : [{ name: w.substance, group: w.group, ai: kg, ae: kg, most: null }],
        nitrogen: isNitrogen
          ? amount === null
            ? null
            : ((amount * LB_THOUSAND) as KilogramsPerHectare)
          : (0 as KilogramsPerHectare),
      },
    ];
  });
}

export type NewEarlierWork = Omit<EarlierWork, 'id'> & Readonly<{ orgId: string; at: Date; sendKey: string }>;
/** Adds an entry; sent twice, it is added once. */
export async function addEarlierWork(db: Transaction, w: NewEarlierWork): Promise<void> {
  await db
    .insert(earlierWork)
    .values({
      orgId: w.orgId,
      zoneId: w.zoneId,
      doneOn: isoDay(w.on),
      doneBy: w.by,
      substance: w.substance,
      productId: w.product?.id ?? null,
      labelVersion: w.product?.version ?? null,
      rate: w.product?.rate ? toNumeric(w.product.rate.figure) : null,
      rateUnit: w.product?.rate?.unit ?? null,
      siteGroup: w.group,
      amount: w.amount === null ? null : toNumeric(w.amount),
      certainty: w.certainty,
      note: w.note,
      person: w.person,
      enteredAt: w.at,
      sendKey: w.sendKey,
    })
    .onConflictDoNothing();
}

/** Takes an entry back: a line of its own that names it. */
export async function takeBackEarlierWork(
  db: Transaction,
  w: EarlierWork,
  by: Readonly<{ orgId: string; person: string; at: Date; sendKey: string; note: string }>,
): Promise<void> {
  await db
    .insert(earlierWork)
    .values({
      orgId: by.orgId,
      zoneId: w.zoneId,
      doneOn: isoDay(w.on),
      doneBy: w.by,
      substance: w.substance,
      certainty: w.certainty,
      note: by.note,
      person: by.person,
      enteredAt: by.at,
      sendKey: by.sendKey,
      takesBackId: w.id,
    })
    .onConflictDoNothing();
}
