/**
 * An application as it is typed, read by one rule in the browser, on the server and over HTTP: fields into products,
 * places and days, or the issues that stand against them.
 */
import { issue, type Issue } from '@/core/units/issue';
import { parseDay, type Day } from '@/core/calendar/day';
import { WHOLE_ZONE, type Place, type Spacing, type Tie, type TieKind } from '@/core/products/application';
import { limitsFor, type Label } from '@/core/products/label';
import { METHODS, USES, type Method, type Turf, type Use } from '@/core/trade/terms';
import { parseFigure, type Parsed } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import {
  RATE_UNITS,
  isRateUnit,
  partOfRate,
  rateIn,
  rateOf,
  type ProductRate,
  type RateUnit,
} from '@/core/units/rate';
import { fromFeet, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import { MOST_PRODUCTS, MOST_RATE } from './programme';
import { productField, type TypedApplication, type TypedProduct } from './typed-fields';
import type { PlannedApplication, PlannedProduct } from './standing';
import { MOST_SHOTS, sequenceDays, sequenceSpacing, spacingFor } from '@/core/products/sequence';
import { SPLITS, isSplit, sharesIn, spacingOf, splitDays } from '@/core/products/split';

type Repeat =
  | Readonly<{ kind: 'split'; shares: readonly number[]; spacing: Spacing }>
  | Readonly<{ kind: 'sequence'; shots: number; spacing: Spacing }>;

type ReadProduct = Readonly<{
  id: string | null;
  label: Label;
  rate: ProductRate;
  typed: Readonly<{ rate: number; unit: RateUnit }>;
  use: Use;
  targets: readonly Weed[];
  method: Method | null;
  place: Place;
  tank: number;
  /** null: in this application alone, or as it is on file */
  repeat: Repeat | null;
}>;
export type ReadApplication = Readonly<{
  purpose: string;
  plannedOn: Day;
  earliest: Day | null;
  latest: Day | null;
  products: readonly ReadProduct[];
}>;

type Known = Readonly<{
  labels: readonly Label[];
  zone: Readonly<{ area: SquareMetres; turf: Turf; mixedWith: Turf | null }>;
  /** of a residual's parts, as the house has it */
  spacing: Spacing;
}>;

/** What is typed as the core takes it; every issue at once where something is wrong. */
export function readApplication(
  typed: TypedApplication,
  known: Known,
): Readonly<{ ok: true; value: ReadApplication }> | Readonly<{ ok: false; issues: readonly Issue[] }> {
  const issues: Issue[] = [];
  const take = <T>(parsed: Parsed<T>, field?: string): T | null => {
    if (parsed.ok) return parsed.value;
    issues.push(field === undefined ? parsed.issue : { ...parsed.issue, field });
    return null;
  };
  const day = (text: string, field: string, name: string, isAsked: boolean): Day | null => {
    if (!isAsked && text.trim() === '') return null;
    return take(dayIn(text, name), field);
  };
  const plannedOn = day(typed.plannedOn, 'plannedOn', 'Day', true);
  const earliest = day(typed.earliest, 'earliest', 'Not before', false);
  const latest = day(typed.latest, 'latest', 'Not after', false);
  if (plannedOn !== null && earliest !== null && earliest > plannedOn)
    issues.push(issue('earliest', 'earliest-after-planned', { earliest, planned: plannedOn }));
  if (plannedOn !== null && latest !== null && latest < plannedOn)
    issues.push(issue('latest', 'latest-before-planned', { latest, planned: plannedOn }));
  if (!typed.products.length) issues.push(issue('products', 'no-product-chosen'));
  if (typed.products.length > MOST_PRODUCTS)
    issues.push(
      issue('products', 'too-many-products', { count: typed.products.length, most: MOST_PRODUCTS }),
    );
  const products = typed.products.flatMap((p, i) => readProduct(p, i, known, take, issues) ?? []);
  if (issues.length || plannedOn === null) return { ok: false, issues };
  return { ok: true, value: { purpose: typed.purpose.trim(), plannedOn, earliest, latest, products } };
}

function dayIn(text: string, name: string): Parsed<Day> {
  const day = parseDay(text);
  if (day !== null) return { ok: true, value: day };
  return {
    ok: false,
    issue:
      text.trim() === ''
        ? issue(name, 'planned-day-missing', { name })
        : issue(name, 'planned-no-day', { name, text }),
  };
}

type Take = <T>(parsed: Parsed<T>, field?: string) => T | null;

function readProduct(
  p: TypedProduct,
  i: number,
  { labels, zone, spacing }: Known,
  take: Take,
  issues: Issue[],
): ReadProduct | null {
  const field = (name: keyof TypedProduct) => productField(i, name);
  const label = labels.find((l) => l.id === p.productId);
  if (!label) {
    issues.push(
      p.productId
        ? issue(field('productId'), 'product-not-on-shelf')
        : issue(field('productId'), 'product-not-chosen', { row: i + 1 }),
    );
    return null;
  }
  const { unit } = p;
  const use = USES.find((u) => u === p.use);
  if (!use || !isRateUnit(unit) || p.targets.some((t) => !isWeed(t))) {
    issues.push(
      issue(field(!use ? 'use' : !isRateUnit(unit) ? 'unit' : 'targets'), 'not-of-this-product', {
        product: label.name,
        word: !use ? p.use : !isRateUnit(unit) ? unit : p.targets.join(', '),
      }),
    );
    return null;
  }
  const words = RATE_UNITS[unit].words;
  const name = `Rate of ${label.name}`;
  const figure = take(
    parseFigure(p.rate, { field: name, unit: words, above: 0, most: MOST_RATE }),
    field('rate'),
  );
  if (figure !== null && rateIn(rateOf(figure, unit), label.rateUnit) === null)
    issues.push(issue(field('rate'), 'rate-wrong-kind', { name, unit, like: label.rateUnit }));
  const place = readPlace(p, zone, take, field);
  const repeat = readRepeat(p, label, zone, use, spacing, take, field);
  if (figure === null || place === null) return null;
  return {
    id: p.id || null,
    label,
    use,
    place,
    tank: Math.max(1, Math.min(MOST_PRODUCTS, Math.floor(p.tank))),
    rate: rateOf(figure, unit),
    typed: { rate: figure, unit },
    repeat,
    targets: p.targets.filter(isWeed),
    method: METHODS.find((m) => m === p.method) ?? null,
  };
}

function readPlace(
  p: TypedProduct,
  zone: Known['zone'],
  take: Take,
  field: (name: keyof TypedProduct) => string,
): Place | null {
  if (p.place === 'zone') return WHOLE_ZONE;
  const ground = p.ground.trim();
  if (p.place === 'spots') {
    const parsed = parseFigure(p.area, { field: 'Area of the spots', unit: 'area', above: 0, most: 1e9 });
    const feet = take(parsed, field('area'));
    if (feet === null) return null;
    // a zone is shown rounded: its own figure, typed back, is the whole of it
    const most = toSquareFeet(zone.area);
    if (feet > most + 0.5) return take<Place>(tooLarge(feet, zone.area), field('area'));
    return { on: 'spots', area: fromSquareFeet(Math.min(feet, most)), ground };
  }
  const length = take(
    parseFigure(p.length, { field: 'Length of the strip', unit: 'length', above: 0, most: 100_000 }),
    field('length'),
  );
  const width = take(
    parseFigure(p.width, { field: 'Width of the strip', unit: 'length', above: 0, most: 1000 }),
    field('width'),
  );
  if (length === null || width === null) return null;
  const strip: Place = { on: 'strip', length: fromFeet(length), width: fromFeet(width), ground };
  return length * width > toSquareFeet(zone.area) + 0.5
    ? take<Place>(tooLarge(length * width, zone.area), field('length'))
    : strip;
}

const tooLarge = (sqFt: number, area: SquareMetres): Parsed<never> => ({
  ok: false,
  issue: issue('Area', 'area-above-zone', { sqFt, zoneSqFt: Math.round(toSquareFeet(area)) }),
});

function readRepeat(
  p: TypedProduct,
  label: Label,
  zone: Known['zone'],
  use: Use,
  spacing: Spacing,
  take: Take,
  field: (name: keyof TypedProduct) => string,
): Repeat | null {
  if (p.id || p.times === 'once') return null;
  const between = (residual: Spacing): Spacing => spacingFor(use, label, zone, residual);
  if (p.times === 'sequence') {
    const shots = take(
      parseFigure(p.shots, { field: 'Number of shots', unit: 'shots', least: 2, most: MOST_SHOTS }),
      field('shots'),
    );
    const { intervalDays } = limitsFor(label, zone, use);
    return shots === null
      ? null
      : { kind: 'sequence', shots: Math.round(shots), spacing: sequenceSpacing(intervalDays ?? 0) };
  }
  if (isSplit(p.split)) {
    const { shares } = SPLITS[p.split];
    return shares.length < 2
      ? null
      : { kind: 'split', shares, spacing: between(spacingOf(p.split, spacing)) };
  }
  const shares = take(sharesIn(p.shares), field('shares'));
  return shares && { kind: 'split', shares, spacing: between(spacing) };
}

/** One application that is to be written or shown: the first is the one that was typed. */
export type ApplicationDraft = Readonly<{
  purpose: string;
  plannedOn: Day;
  earliest: Day | null;
  latest: Day | null;
  products: readonly (Omit<ReadProduct, 'repeat'> &
    /** a tie that is to be made, by the position of the product that it begins with */
    Readonly<{
      tie: Readonly<{ key: number; kind: TieKind; part: number; of: number; spacing: Spacing }> | null;
    }>)[];
}>;

/** The application that was typed, and the further ones that its splits and sequences ask for, one for each day. */
export function draftsFrom(read: ReadApplication): ApplicationDraft[] {
  const later = new Map<Day, ApplicationDraft['products'][number][]>();
  const first = read.products.map((p, key): ApplicationDraft['products'][number] => {
    const { repeat, ...product } = p;
    if (!repeat) return { ...product, tie: null };
    const of = repeat.kind === 'split' ? repeat.shares.length : repeat.shots;
    const days =
      repeat.kind === 'split'
        ? splitDays(read.plannedOn, of, repeat.spacing)
        : sequenceDays(read.plannedOn, of, repeat.spacing);
    const part = (n: number): ApplicationDraft['products'][number] => {
      const share = repeat.kind === 'split' ? repeat.shares[n - 1]! : 1;
      return {
        ...product,
        rate: partOfRate(product.rate, share),
        typed: { ...product.typed, rate: product.typed.rate * share },
        tie: { key, kind: repeat.kind, part: n, of, spacing: repeat.spacing },
      };
    };
    for (let n = 2; n <= of; n++) {
      const on = days[n - 1]!;
      later.set(on, [...(later.get(on) ?? []), { ...part(n), id: null }]);
    }
    return part(1);
  });
  return [
    { ...read, products: first },
    ...[...later]
      .sort(([a], [b]) => a - b)
      .map(([plannedOn, products]) => ({
        purpose: read.purpose,
        plannedOn,
        earliest: null,
        latest: null,
        // alone in its visit a product is the first tank
        products: products.map((p) => (products.length === 1 ? { ...p, tank: 1 } : p)),
      })),
  ];
}

/** Drafts as a programme has them: with the ids of what is on file, and made-up ones for what is new. */
export function asPlanned(
  drafts: readonly ApplicationDraft[],
  onFile: PlannedApplication | null,
): PlannedApplication[] {
  return drafts.map((d, i): PlannedApplication => {
    const stored = i === 0 ? onFile : null;
    const id = stored?.id ?? `new-${i + 1}`;
    return {
      id,
      purpose: d.purpose,
      plannedOn: d.plannedOn,
      earliest: d.earliest,
      latest: d.latest,
      doneOn: stored?.doneOn ?? null,
      skipped: stored?.skipped ?? null,
      products: d.products.map((p, k): PlannedProduct => {
        const known = stored?.products.find((s) => s.id === p.id);
        const tie: Tie | null = p.tie ? { ...p.tie, id: `tie-${p.tie.key}` } : (known?.tie ?? null);
        return {
          id: known?.id ?? `${id}-${k + 1}`,
          position: k + 1,
          tank: p.tank,
          label: p.label,
          rate: p.rate,
          use: p.use,
          targets: p.targets,
          method: p.method,
          place: p.place,
          tie,
          recordId: known?.recordId ?? null,
        };
      }),
    };
  });
}
