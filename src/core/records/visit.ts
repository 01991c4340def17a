/**
 * What a person says of one visit to a zone, read: the only reader of it. The phone, the record's form, the sheet of like
 * stops and the server ask it with what each of them knows; so what one lets through, the other takes.
 */
import { issue, type Issue, type FieldRemedy } from '@/core/units/issue';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import { WHOLE_ZONE, type Place } from '@/core/products/application';
import { isGranule, type Label } from '@/core/products/label';
import type { Method, Use } from '@/core/trade/terms';
import { parseFigure, type Parsed } from '@/core/units/parse';
import type { Celsius, MetresPerSecond, SquareMetres } from '@/core/units/quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountOf,
  isAmountUnit,
  rateFrom,
  type AmountUnit,
  type ProductRate,
} from '@/core/units/rate';
import { fromFahrenheit, fromMilesPerHour, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import type { ProductUsed } from './product-used';

/** As typed, in trade units. */
export type VisitTyped = Readonly<{
  products: readonly ProductUsed[];
  water: string;
  appliedOn: string;
  /** "14:30"; empty: not known */
  startedAt: string;
  endedAt: string;
  appliedBy: string;
  certifiedBy: string;
  method: Method | '' | (string & {});
  wind: string;
  windFrom: string;
  air: string;
}>;

/** A licence as far as a visit asks for it. */
export type KnownLicence = Readonly<{ person: string; number: string; validTo: Day }>;

/** What the one who reads knows. */
export type VisitKnown = Readonly<{
  today: Day;
  zoneArea: SquareMetres;
  /** of the product on the day of the work; undefined: there is none */
  labelOf: (productId: string) => Label | undefined;
  /** where the plan puts a product; null: nobody planned it */
  placeOf: (plannedProductId: string) => Place | null;
  licences: readonly KnownLicence[];
}>;

/** One product as it went down. */
export type VisitProduct = Readonly<{
  plannedProductId: string;
  label: Label;
  use: Use;
  targets: readonly Weed[];
  place: Place;
  area: SquareMetres;
  areaSqFt: number;
  amount: number;
  unit: AmountUnit;
  rate: ProductRate;
  tank: number;
  lot: string;
}>;

export type Visit = Readonly<{
  day: Day;
  products: readonly VisitProduct[];
  isSprayed: boolean;
  /** gal; null: none was used */
  water: number | null;
  appliedBy: string;
  certifiedBy: string;
  /** of the licence that was valid on the day; empty: none was asked for or found */
  certifiedNumber: string;
  wind: MetresPerSecond | null;
  air: Celsius | null;
  /** as typed, mph and °F; null: not measured */
  windMph: number | null;
  airF: number | null;
}>;

/** Fields of a visit by which an issue is found; of a product: "products.0.amount". */
export const productField = (i: number, name: keyof ProductUsed) => `products.${i}.${name}`;

export type VisitRead =
  | Readonly<{
      ok: true;
      visit: Visit;
      /** what a spray's record asks for, and a person may still have to measure or say */
      lacking: readonly Issue[];
    }>
  | Readonly<{ ok: false; issues: readonly Issue[]; lacking: readonly Issue[] }>;

/** Earlier work is noted on the lawn sheet. */
const OLDEST_DAYS = 730;
const MOST_MPH = 60;

/**
 * Reads a visit whole: every issue is found at once. What is lacking may be measured or named while one is there; a record
 * that is made afterwards is taken without it, and says so.
 */
export function readVisit(typed: VisitTyped, known: VisitKnown): VisitRead {
  const issues: Issue[] = [];
  const lacking: Issue[] = [];
  const take = <T>(parsed: Parsed<T>, field?: string): T | null => {
    if (!parsed.ok) issues.push(field === undefined ? parsed.issue : { ...parsed.issue, field });
    return parsed.ok ? parsed.value : null;
  };
  const day = take(dayOfWork(typed.appliedOn, known.today));
  const products: VisitProduct[] = [];
  const labels = typed.products.map((p) => known.labelOf(p.productId));
  const isSprayed = labels.some((l) => l !== undefined && !isGranule(l));
  for (const [i, p] of typed.products.entries()) {
    const one = readProduct(p, i, labels[i], known, take, issues);
    if (one) products.push(one);
  }
  if (!typed.products.length) issues.push(issue('products', 'no-product-put-down'));
  const optional = (text: string, isAsked: boolean, bounds: Parameters<typeof parseFigure>[1]) =>
    !isAsked && text.trim() === '' ? null : take(parseFigure(text, bounds));
  const water = optional(typed.water, isSprayed, {
    field: 'Water used',
    unit: 'volume',
    least: 0,
    most: 10_000,
  });
  const windMph = optional(typed.wind, false, { field: 'Wind', unit: 'wind', least: 0, most: MOST_MPH });
  const airF = optional(typed.air, false, {
    field: 'Air temperature',
    unit: 'temperature',
    least: -40,
    most: 130,
  });
  if (isSprayed)
    for (const [field, text] of [
      ['Wind', typed.wind],
      ['Air temperature', typed.air],
    ] as const)
      if (text.trim() === '') lacking.push({ ...issue(field, 'missing-where-sprayed'), isMissing: true });
  const appliedBy = take(wordIn(typed.appliedBy, 'Applied by', 'person'));
  readTimes(typed, issues);
  const certifiedBy = typed.certifiedBy.trim();
  const licence = known.licences.find((l) => l.person === certifiedBy && (day === null || l.validTo >= day));
  const restricted = products.find((p) => p.label.restrictedUse);
  if (restricted && !licence) lacking.push(certifiedIssue(restricted.label, certifiedBy));
  if (issues.length || day === null || appliedBy === null) return { ok: false, issues, lacking };
  return {
    ok: true,
    lacking,
    visit: {
      day,
      products,
      isSprayed,
      water,
      appliedBy,
      certifiedBy,
      certifiedNumber: licence?.number ?? '',
      wind: windMph === null ? null : fromMilesPerHour(windMph),
      air: airF === null ? null : fromFahrenheit(airF),
      windMph,
      airF,
    },
  };
}

/** A restricted-use product demands a certified applicator. Published: 7 CFR 110.3. */
const certifiedIssue = (label: Label, person: string): Issue =>
  person
    ? issue('Certified applicator', 'no-valid-license', { person })
    : {
        ...issue('Certified applicator', 'certified-applicator-missing', { product: label.name }),
        isMissing: true,
      };

type Take = <T>(parsed: Parsed<T>, field?: string) => T | null;

function readProduct(
  p: ProductUsed,
  i: number,
  label: Label | undefined,
  { zoneArea, placeOf }: VisitKnown,
  take: Take,
  issues: Issue[],
): VisitProduct | null {
  if (!label) {
    issues.push(issue(productField(i, 'productId'), 'product-used-not-chosen', { row: i + 1 }));
    return null;
  }
  const unit = p.amountUnit;
  if (!isAmountUnit(unit) || p.targets.some((t) => !isWeed(t))) {
    issues.push(
      issue(productField(i, isAmountUnit(unit) ? 'targets' : 'amountUnit'), 'not-of-this-product', {
        product: label.name,
        word: isAmountUnit(unit) ? p.targets.join(', ') : unit,
      }),
    );
    return null;
  }
  const areaSqFt =
    p.place === 'zone' && p.area.trim() === ''
      ? toSquareFeet(zoneArea)
      : take(
          parseFigure(p.area, { field: 'Treated area', unit: 'area', above: 0, most: 5_000_000 }),
          productField(i, 'area'),
        );
  const bounds = { field: 'Product used', unit: AMOUNT_UNITS[unit].words, above: 0, most: 100_000 };
  const amount = take(parseFigure(p.amount, bounds), productField(i, 'amount'));
  if (areaSqFt === null || amount === null) return null;
  const area = fromSquareFeet(areaSqFt);
  const rate = rateFrom(amountOf(amount, unit), area);
  if (rate.by !== RATE_UNITS[label.rateUnit].by) {
    issues.push(
      issue(productField(i, 'amount'), 'amount-used-wrong-kind', {
        unit,
        product: label.name,
        like: label.amountUnit,
      }),
    );
    return null;
  }
  return {
    plannedProductId: p.plannedProductId,
    label,
    place: placeFrom(p, area, placeOf(p.plannedProductId)),
    area,
    areaSqFt,
    amount,
    unit,
    rate,
    use: p.use,
    tank: p.tank,
    lot: p.lot.trim(),
    targets: p.targets.filter(isWeed),
  };
}

function placeFrom(p: ProductUsed, area: SquareMetres, planned: Place | null): Place {
  const ground = p.ground.trim();
  if (p.place === 'zone') return WHOLE_ZONE;
  if (p.place === 'spots' || planned?.on !== 'strip') return { on: 'spots', area, ground };
  const { width } = planned;
  return { on: 'strip', length: (area / width) as typeof width, width, ground };
}

const noDay = (issue: Issue): Parsed<never> => ({ ok: false, issue });

/** The day on which something was put down. */
export function dayOfWork(text: string, today: Day): Parsed<Day> {
  const day = parseDay(text);
  if (day === null) return noDay(issue('Day', 'no-day', { text }));
  if (day > today) return noDay(issue('Day', 'record-of-future', { day, today }));
  if (day < addDays(today, -OLDEST_DAYS)) return noDay(issue('Day', 'record-too-old', { day }));
  return { ok: true, value: day };
}

/** A word or name that must be there. */
export function wordIn(text: string, field: string, remedy: FieldRemedy): Parsed<string> {
  const word = text.trim();
  return word
    ? { ok: true, value: word }
    : { ok: false, issue: issue(field, 'field-missing', { name: field, remedy }) };
}

const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;
/** Noon where nobody said when: the middle of a working day. */
export const hourOfClock = (startedAt: string): number =>
  CLOCK.test(startedAt) ? Number(startedAt.slice(0, 2)) : 12;

function readTimes({ startedAt, endedAt }: VisitTyped, issues: Issue[]): void {
  for (const [field, text] of [
    ['Start', startedAt],
    ['End', endedAt],
  ] as const)
    if (text !== '' && !CLOCK.test(text)) issues.push(issue(field, 'no-time', { text }));
  if (CLOCK.test(startedAt) && CLOCK.test(endedAt) && endedAt < startedAt)
    issues.push(issue('End', 'end-before-start', { ended: endedAt, started: startedAt }));
}
