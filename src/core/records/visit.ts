/**
 * What a person says of one visit to a zone, read: the only reader of it. The phone, the record's form, the sheet of like
 * stops and the server ask it with what each of them knows; so what one lets through, the other takes.
 */
import { addDays, isoDay, parseDay, type Day } from '@/core/calendar/day';
import { WHOLE_ZONE, type Place } from '@/core/products/application';
import { isGranule, type Label } from '@/core/products/label';
import type { Method, Use } from '@/core/trade/terms';
import { parseFigure, type Issue, type Parsed } from '@/core/units/parse';
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
  if (!typed.products.length)
    issues.push({ field: 'products', problem: 'No product was put down', remedy: 'Choose at least one.' });
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
      if (text.trim() === '')
        lacking.push({
          field,
          problem: `${field} is missing: it was sprayed`,
          remedy: 'Type what was measured.',
          isMissing: true,
        });
  const appliedBy = take(wordIn(typed.appliedBy, 'Applied by', 'Choose who put it down.'));
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
    ? {
        field: 'Certified applicator',
        problem: `${person} has no licence on file that was valid on that day`,
        remedy: 'Choose another, or add the licence under House first.',
      }
    : {
        field: 'Certified applicator',
        problem: `Certified applicator is missing: ${label.name} is for restricted use`,
        remedy: 'Choose who applied or supervised it under a licence.',
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
    issues.push({
      field: productField(i, 'productId'),
      problem: `Product ${i + 1} is not chosen`,
      remedy: 'Choose what was put down.',
    });
    return null;
  }
  const unit = p.amountUnit;
  if (!isAmountUnit(unit) || p.targets.some((t) => !isWeed(t))) {
    issues.push({
      field: productField(i, isAmountUnit(unit) ? 'targets' : 'amountUnit'),
      problem: `${label.name}: "${isAmountUnit(unit) ? p.targets.join(', ') : unit}" is not known here`,
      remedy: 'Choose one of the list.',
    });
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
    issues.push({
      field: productField(i, 'amount'),
      problem: `Product used is in ${AMOUNT_UNITS[unit].words}, and ${label.name} is measured the other way`,
      remedy: `Choose a unit like ${AMOUNT_UNITS[label.amountUnit].words}: weight and volume do not mix.`,
    });
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

const noDay = (problem: string, remedy: string): Parsed<never> => ({
  ok: false,
  issue: { field: 'Day', problem, remedy },
});

/** The day on which something was put down. */
export function dayOfWork(text: string, today: Day): Parsed<Day> {
  const day = parseDay(text);
  if (day === null)
    return noDay(`Day "${text}" is no day`, 'Type a day of the calendar, for example 2027-03-20.');
  if (day > today)
    return noDay(
      `Day is ${isoDay(day)}, after today`,
      `Record what has been put down: ${isoDay(today)} at the latest.`,
    );
  if (day < addDays(today, -OLDEST_DAYS))
    return noDay(
      `Day is ${isoDay(day)}, more than two years ago`,
      'Check the year. What lies further back is noted on the lawn sheet as earlier work.',
    );
  return { ok: true, value: day };
}

/** A word or name that must be there. */
export function wordIn(text: string, field: string, remedy: string): Parsed<string> {
  const word = text.trim();
  return word
    ? { ok: true, value: word }
    : { ok: false, issue: { field, problem: `${field} is missing`, remedy } };
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
    if (text !== '' && !CLOCK.test(text))
      issues.push({
        field,
        problem: `${field} "${text}" is no time`,
        remedy: 'Type it like 14:30, or leave it empty.',
      });
  if (CLOCK.test(startedAt) && CLOCK.test(endedAt) && endedAt < startedAt)
    issues.push({
      field: 'End',
      problem: `End ${endedAt} lies before the start ${startedAt}`,
      remedy: 'Check both: work that goes past midnight is two entries.',
    });
}
