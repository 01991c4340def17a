import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import { completenessOf, type Completeness } from '@/core/products/completeness';
import type { Label } from '@/core/products/label';
import { labelFrom, type LabelSheet } from '@/core/products/sheet';
import {
  MOVES,
  purchaseOf,
  runsOutOn,
  type MoveKind,
  type Purchase,
  type Shelf,
} from '@/core/products/stock';
import { DAYS_AHEAD } from '@/core/season/programme';
import { showAmount } from '@/core/units/format';
import { parseFigure, type Parsed } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountFor,
  amountLike,
  isAmountUnit,
  type AmountUnit,
  rateFrom,
  type ProductRate,
  isRateUnit,
  rateOf,
} from '@/core/units/rate';
import { checkSheet, sheetFromText } from '@/formats/label-json';
import { requirePermission, type Actor } from '@/data/actor';
import { nowOf, todayOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { plannedNeeds } from '@/data/programme';
import { addProduct, labelsOf, versionsOf, writeVersion, type SheetVersion } from '@/data/products';
import { addMove, holdShelf, isSent, shelvesOf, stockLines, type StockLine } from '@/data/stock';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome, type Overtaken } from '@/server/entry/outcome';
import { exceeds } from '@/core/units/tolerance';
import { fromSquareFeet } from '@/core/units/trade';

export type ProductLine = Readonly<{
  label: Label;
  completeness: Completeness;
  shelf: Shelf | null;
  /** what a year's programmes still need, and what must be bought for it */
  purchase: Purchase;
  /** from this day on the shelf does not cover what may go down; null: it does */
  buyBy: Day | null;
  lawns: number;
}>;

/** Every product: how complete its sheet is, what stands on the shelf, and what the season still needs. */
export async function productList(actor: Actor): Promise<ProductLine[]> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { now: labels } = await labelsOf(db);
    const shelves = await shelvesOf(db);
    const needs = await needsOf(db, await todayOf(db, actor));
    return labels.map((label) => {
      const shelf = shelves.get(label.id) ?? null;
      const need = needs.get(label.id);
      const by = RATE_UNITS[label.rateUnit].by;
      const sizes = label.packages.map((p) => ({
        size: p.size.by === by ? p.size.amount : 0,
        price: p.price,
      }));
      return {
        label,
        completeness: completenessOf(label),
        shelf,
        purchase: purchaseOf(need?.amount ?? 0, shelf?.onHand ?? 0, sizes),
        buyBy: runsOutOn(shelf?.onHand ?? 0, need?.days ?? []),
        lawns: need?.lawns ?? 0,
      };
    });
  });
}

type Need = { amount: number; area: number; lawns: number; days: { day: Day; amount: number }[] };
/** Product that is still to be put down within a year, kg or L, from which day on it may go, and on how many zones. */
async function needsOf(db: Transaction, today: Day): Promise<Map<string, Need>> {
  const { needs: planned, zones } = await plannedNeeds(db, today, addDays(today, DAYS_AHEAD));
  const needs = new Map<string, Need>();
  for (const { productId, unit, from, rateTimesSqFt, sqFt } of planned) {
    if (!isRateUnit(unit)) throw new RangeError(`Unknown rate unit: ${unit}`);
    const so = needs.get(productId) ?? { amount: 0, area: 0, lawns: zones.get(productId) ?? 0, days: [] };
    const { amount } = amountFor(rateOf(rateTimesSqFt, unit), fromSquareFeet(1));
    so.area += fromSquareFeet(sqFt);
    so.amount += amount;
    so.days.push({ day: from, amount });
    needs.set(productId, so);
  }
  return needs;
}

async function seasonOf(db: Transaction, label: Label, shelf: Shelf | null, today: Day): Promise<Season> {
  const need = (await needsOf(db, today)).get(label.id);
  return {
    need: need?.amount ?? 0,
    lawns: need?.lawns ?? 0,
    runsOut: need && shelf ? runsOutOn(shelf.onHand, need.days) : null,
    rate: need
      ? rateFrom(amountLike(RATE_UNITS[label.rateUnit], need.amount), need.area as SquareMetres)
      : null,
  };
}

export type ProductSheet = Readonly<{
  today: Day;
  productId: string;
  versions: readonly SheetVersion[];
  label: Label;
  completeness: Completeness;
  shelf: Shelf | null;
  lines: readonly StockLine[];
  season: Season;
}>;

/** What a year's programmes make of what is on the shelf. */
export type Season = Readonly<{
  /** kg or L that they still need, on so many lawns */
  need: number;
  lawns: number;
  /** the day from which the shelf does not cover it; null: it lasts */
  runsOut: Day | null;
  /** at which it goes down, in the mean of the area; null: none is planned */
  rate: ProductRate | null;
}>;

/** One product: its label, version by version, and its stock book. Null: no such product here. */
export async function productSheet(actor: Actor, productId: string): Promise<ProductSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const versions = await versionsOf(db, productId);
    const now = versions[0];
    if (!now) return null;
    const label = labelFrom(now.sheet, productId, now.version);
    const today = await todayOf(db, actor);
    const shelf = (await shelvesOf(db)).get(productId) ?? null;
    return {
      today,
      productId,
      versions,
      label,
      completeness: completenessOf(label),
      shelf,
      lines: await stockLines(db, productId),
      season: await seasonOf(db, label, shelf, today),
    };
  });
}

export type SaveSheetInput = Readonly<{
  /** null: a new product */
  productId: string | null;
  /** the version that the editor saw; 0: new */
  seen: number;
  sheet: unknown;
}>;
export const saveSheetShape = Joi.object<SaveSheetInput>({
  productId: Joi.string().guid({ separator: '-', wrapper: false }).allow(null).required(),
  seen: Joi.number().integer().min(0).required(),
  sheet: Joi.object().unknown().required(),
});

/** Keeps a sheet as a new product, or as a new version of its label. Records keep the version they were made under. */
export async function saveSheet(
  actor: Actor,
  { productId, seen, sheet }: SaveSheetInput,
): Promise<Outcome<{ productId: string; version: number }, Overtaken<SheetVersion>>> {
  requirePermission(actor, 'change the house');
  const read = checkSheet(sheet);
  if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
  return inOrganisation(actor, async (db) => {
    const { now } = await nowOf(db);
    const twin = await sameRegistration(db, read.sheet, productId);
    if (twin)
      return refuse({
        kind: 'invalid',
        issues: [
          issue('registrationNumber', 'registration-number-twice', {
            number: read.sheet.registrationNumber,
            product: twin,
          }),
        ],
      });
    if (productId === null) {
      const id = await addProduct(db, actor, read.sheet, now);
      await changed(db, actor, 'all');
      return done({ productId: id, version: 1 });
    }
    const [current] = await versionsOf(db, productId);
    if (!current) return refuse({ kind: 'gone' });
    if (JSON.stringify(current.sheet) === JSON.stringify(read.sheet) && current.version === seen)
      return done({ productId, version: seen });
    if (!(await writeVersion(db, actor, productId, seen, read.sheet, now)))
      return refuse({
        kind: 'changed-by-other',
        by: current.madeBy,
        at: current.madeAt.toISOString(),
        theirs: current,
      });
    await changed(db, actor, 'all');
    return done({ productId, version: seen + 1 });
  });
}

async function sameRegistration(
  db: Transaction,
  { registrationNumber }: LabelSheet,
  productId: string | null,
): Promise<string | null> {
  if (registrationNumber === '') return null;
  const { now } = await labelsOf(db);
  const twin = now.find((l) => l.registrationNumber === registrationNumber && l.id !== productId);
  return twin?.name ?? null;
}

export const importSheetShape = Joi.object<{ text: string }>({ text: Joi.string().max(400_000).required() });
/** Looks a file through and gives the sheet for the form: nothing is kept before a person has seen it. */
export function readSheetFile(
  actor: Actor,
  { text }: { text: string },
): Promise<Outcome<{ sheet: LabelSheet }>> {
  requirePermission(actor, 'change the house');
  const read = sheetFromText(text);
  return Promise.resolve(
    read.ok ? done({ sheet: read.sheet }) : refuse({ kind: 'invalid', issues: read.issues }),
  );
}

export type MoveInput = Readonly<{
  sendKey: string;
  productId: string;
  kind: MoveKind;
  lot: string;
  amount: string;
  unit: string;
  price: string;
  on: string;
  note: string;
  /** of what came in, where its package says so; empty, or not sent: not said */
  expires?: string;
}>;
const text = (most: number) => Joi.string().allow('').max(most).required();
export const moveShape = Joi.object<MoveInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  productId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  kind: Joi.string()
    .valid(...MOVES.filter((m) => m !== 'use'))
    .required(),
  lot: text(60),
  amount: text(40),
  unit: text(10),
  price: text(40),
  on: text(40),
  note: text(500),
  expires: Joi.string().allow('').max(40),
});

type MoveRead = Readonly<{
  on: Day;
  amount: number;
  /** USD */
  price: number | null;
  expires: Day | null;
}>;

/** What came or went, in the unit; a correction may take away, with a minus before it. */
function readAmount({ kind, amount }: MoveInput, unit: AmountUnit) {
  const isMinus = kind === 'correct' && amount.trim().startsWith('-');
  const read = parseFigure(isMinus ? amount.trim().slice(1) : amount, {
    field: 'Amount',
    unit: AMOUNT_UNITS[unit].words,
    ...(kind === 'count' ? { least: 0 } : { above: 0 }),
    most: 1_000_000,
  });
  return { amount: read, isMinus };
}

/** @returns null: not said */
const readPrice = (text: string): Parsed<number> | null =>
  text.trim() === '' ? null : parseFigure(text, { field: 'Price', unit: 'USD', least: 0, most: 1_000_000 });

function stockDayIssue(on: Day | null, text: string, today: Day): Issue | false {
  if (on === null) return issue('Day', 'stock-no-day', { text, today });
  return on > today && issue('Day', 'stock-day-to-come', { day: on, today });
}

/** @returns what is there of the lot, or of all, where less is than is taken */
function moreThanThere(amount: number, unit: AmountUnit, lot: string, shelf: Shelf | null): Issue | false {
  const there = (lot ? shelf?.lots.find((l) => l.lot === lot)?.onHand : shelf?.onHand) ?? 0;
  return (
    exceeds(amount * AMOUNT_UNITS[unit].inSi, there) &&
    issue('Amount', 'stock-not-enough', { amount, unit, there })
  );
}

/** A line of the stock book as it is typed, or all that is wrong with it. */
function readMove(
  input: MoveInput,
  unit: AmountUnit,
  label: Label,
  { today, shelf }: Readonly<{ today: Day; shelf: Shelf | null }>,
): Readonly<{ ok: true; value: MoveRead }> | Readonly<{ ok: false; issues: readonly Issue[] }> {
  const { kind } = input;
  const { amount, isMinus } = readAmount(input, unit);
  const price = readPrice(input.price);
  const on = parseDay(input.on);
  const expires = input.expires ? parseDay(input.expires) : null;
  const issues = [
    !amount.ok && amount.issue,
    AMOUNT_UNITS[unit].by !== RATE_UNITS[label.rateUnit].by &&
      issue('Amount', 'stock-wrong-kind', { unit, product: label.name, like: label.amountUnit }),
    price !== null && !price.ok && price.issue,
    stockDayIssue(on, input.on, today),
    input.expires && expires === null && issue('Expires', 'expiry-no-day', { text: input.expires }),
    kind === 'correct' && input.note.trim() === '' && issue('Note', 'correction-without-reason'),
    amount.ok && (kind === 'out' || isMinus) && moreThanThere(amount.value, unit, input.lot, shelf),
  ].filter((i) => typeof i === 'object');
  if (issues.length || !amount.ok || on === null) return { ok: false, issues };
  return {
    ok: true,
    value: {
      on,
      amount: isMinus ? -amount.value : amount.value,
      price: price?.ok ? price.value : null,
      expires: kind === 'in' ? expires : null,
    },
  };
}

/** A line of the stock book: in, out, counted, or corrected. Nothing is taken out that is not there. */
export async function moveStock(actor: Actor, input: MoveInput): Promise<Outcome<{ onHand: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const label = (await labelsOf(db)).now.find((l) => l.id === input.productId);
    const { unit, kind } = input;
    if (!label || !isAmountUnit(unit)) return refuse({ kind: 'gone' });
    await holdShelf(db, label.id);
    const onShelf = async () =>
      showAmount(
        amountLike(RATE_UNITS[label.rateUnit], (await shelvesOf(db)).get(label.id)?.onHand ?? 0),
        label.amountUnit,
      );
    if (await isSent(db, input.sendKey)) return done({ onHand: await onShelf() });
    const read = readMove(input, unit, label, {
      today: await todayOf(db, actor),
      shelf: (await shelvesOf(db)).get(label.id) ?? null,
    });
    if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
    await addMove(db, {
      orgId: actor.orgId,
      productId: label.id,
      kind,
      lot: input.lot.trim(),
      unit,
      ...read.value,
      note: input.note.trim(),
      person: actor.name,
      recordId: null,
      sendKey: input.sendKey,
    });
    return done({ onHand: await onShelf() });
  });
}
