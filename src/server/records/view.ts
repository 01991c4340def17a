/** The record book and its entries, as screens show them. */
import 'server-only';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { ALL_WEEDS } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { labelAt, labelsOf } from '@/data/products';
import {
  countRecords,
  recordChoices,
  recordOf,
  recordsOf,
  recordsOfVisit,
  type RecordEntry,
  type RecordQuery,
} from '@/data/records';

const PAGE = 50;

/** What an address of the list asks for: whatever it does not understand it leaves out. */
export function recordQueryOf(
  params: Readonly<Record<string, string | string[] | undefined>>,
): RecordQuery & Readonly<{ page: number }> {
  const one = (key: string) => (typeof params[key] === 'string' ? params[key].slice(0, 200) : '');
  const id = one('product');
  return {
    from: parseDay(one('from')),
    to: parseDay(one('to')),
    words: one('q'),
    productId: /^[0-9a-f-]{36}$/i.test(id) ? id : '',
    ingredient: one('ingredient'),
    appliedBy: one('by'),
    target: ALL_WEEDS.find((w) => w === one('target')) ?? '',
    withCorrected: one('standing') !== '1',
    page: Math.max(1, Math.min(10_000, Math.floor(Number(one('page') || 1)) || 1)),
  };
}

export type RecordBook = Readonly<{
  today: Day;
  records: readonly RecordEntry[];
  total: number;
  pages: number;
  /** entries by day over the last twelve months */
  days: readonly Readonly<{ day: Day; count: number }>[];
  choices: Awaited<ReturnType<typeof recordChoices>>;
}>;

/** One page of the book, the latest application first. */
export function recordBook(
  actor: Actor,
  query: RecordQuery & Readonly<{ page: number }> = recordQueryOf({}),
): Promise<RecordBook> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const { total, days } = await countRecords(db, query, addDays(today, -365));
    const page = { limit: PAGE, offset: (query.page - 1) * PAGE };
    return {
      today,
      total,
      days,
      pages: Math.max(1, Math.ceil(total / PAGE)),
      records: await recordsOf(db, query, page),
      choices: await recordChoices(db),
    };
  });
}

export type RecordSheet = Readonly<{
  record: RecordEntry;
  label: Label;
  today: Day;
  /** what else went down in the same visit; entries that stand */
  visit: readonly RecordEntry[];
}>;

/** One entry with its product's label as it was on that day, and the rest of its visit. Null: no such entry here. */
export function recordSheet(actor: Actor, id: string): Promise<RecordSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const record = await recordOf(db, id);
    const label = record && labelAt(await labelsOf(db), record.productId, record.labelVersion);
    if (!record || !label) return null;
    const { today } = await momentOf(db, actor);
    const visit = (await recordsOfVisit(db, record.visitId)).filter(
      (r) => r.id !== id && r.correctedById === null && r.productId !== record.productId,
    );
    return { record, label, today, visit };
  });
}
