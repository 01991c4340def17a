/**
 * All that can be wrong with what a person or a file brings: a code and its figures, never a sentence. The words of every
 * code stand in `ui/issue-words.ts`.
 */
import type { Day } from '@/core/calendar/day';
import type { Turf, Use } from '@/core/trade/terms';
import type { Measure } from './measures';
import type { Celsius, Kelvins } from './quantity';
import type { AmountUnit, ProductRate, RateUnit } from './rate';

/** What is wrong and with which figures, without saying where. */
export type Fact<Code extends IssueCode = IssueCode> = {
  [C in Code]: Readonly<{ code: C; figures: IssueFigures[C] }>;
}[Code];
export type Issue = Readonly<{
  field: string;
  /** nothing was typed: a form that is still being filled in need not complain yet */
  isMissing?: true;
}> &
  Fact;
export type IssueCode = keyof IssueFigures;
/** A line of a file that is left out, counted from 1, and what is wrong in which of its columns. */
export type RowProblem = Readonly<{
  line: number;
  why: readonly Readonly<{ column: string | null; fact: Fact }>[];
}>;

type None = Readonly<Record<string, never>>;
/** A measure, its figures in trade units; or in words what is counted: "days", "%". */
type Unit = Measure | (string & {});
type Bound = Readonly<{ name: string; unit: Unit; value: string; bound: number }>;
/** What a person is told to type where a field stands empty. */
export type FieldRemedy =
  | 'company'
  | 'station name'
  | 'units'
  | 'own name'
  | 'customer'
  | 'address'
  | 'zone'
  | 'reason'
  | 'person';

/** Each code with the figures that its words need: days as days, rates in SI, measures in trade units where so named. */
export type IssueFigures = Readonly<{
  missing: { name: string; unit: Unit };
  'not-a-number': { name: string; unit: Unit; text: string; example: number };
  'not-above': Bound;
  below: Bound;
  beyond: Bound;
  'no-product-put-down': None;
  'missing-where-sprayed': None;
  'no-valid-license': { person: string };
  'certified-applicator-missing': { product: string };
  'product-used-not-chosen': { row: number };
  'not-of-this-product': { product: string; word: string };
  'amount-used-wrong-kind': { unit: AmountUnit; product: string; like: AmountUnit };
  'no-day': { text: string };
  'record-of-future': { day: Day; today: Day };
  'record-too-old': { day: Day };
  'no-time': { text: string };
  'end-before-start': { ended: string; started: string };
  'clock-not-run': { zone: string; isBegun: boolean };
  'off-plan-unconfirmed': { zone: string; percent: number };
  'bad-walk-day': { text: string; why: 'no-day' | 'to-come' | 'years-ago'; today: Day };
  'weed-twice': { weed: string; stage: string };
  'weed-unnamed': { row: number };
  'weed-stage-missing': { row: number };
  'tank-overfull': None;
  'not-whole': { value: number; unit: string };
  'loads-cannot-be-mixed': None;
  'already-measured': { by: string };
  'thermometer-put-away': None;
  'no-day-and-hour': { text: string };
  'reading-still-to-come': { at: string };
  'reading-too-old': { day: Day };
  'picture-too-large': { kB: number; most: number };
  'not-a-jpeg': None;
  'form-of-another-zone': None;
  'person-unknown': { person: string };
  'product-cancelled': { product: string; day: Day };
  'password-too-short': { length: number; least: number };
  'password-too-long': { length: number; most: number };
  'password-easy': None;
  'passwords-differ': None;
  'text-not-storable': None;
  'password-not-yours': None;
  'code-does-not-fit': None;
  'geojson-not-json': { detail: string };
  'not-geojson': None;
  'geojson-no-polygon': None;
  'geojson-too-many': { count: number; most: number };
  'no-table': { detail: string };
  'no-columns': None;
  'no-rows': None;
  'row-no-time': { text: string };
  'row-to-come': { text: string };
  'cell-not-json': { text: string };
  'cell-drawing-malformed': { detail: string };
  'cell-too-long': { length: number; most: number };
  'cell-not-in-list': { text: string; list: readonly string[] };
  'cell-not-whole': { text: string };
  'cell-not-yes-no': { text: string };
  'cell-no-day': { text: string };
  'cell-no-weekday': { text: string };
  'cell-no-water': { text: string; known: readonly string[] };
  'cell-no-seeding': { text: string; known: readonly string[] };
  'cell-missing': None;
  'lawns-not-json': { detail: string };
  'lawns-not-geojson': None;
  'lawns-no-feature': None;
  'lawns-too-many': { count: number; most: number };
  'feature-not-a-zone': { feature: number; kind: string };
  'features-without-properties': None;
  'filter-unnamed': None;
  'shares-malformed': { text: string; most: number };
  'shares-missing': None;
  'earliest-after-planned': { earliest: Day; planned: Day };
  'latest-before-planned': { latest: Day; planned: Day };
  'no-product-chosen': None;
  'too-many-products': { count: number; most: number };
  'product-not-on-shelf': None;
  'product-not-chosen': { row: number };
  'rate-wrong-kind': { name: string; unit: RateUnit; like: RateUnit };
  'no-past-year': None;
  'lawns-without-outlook': { count: number; all: number; example: string };
  'label-not-json': { detail: string };
  'label-field-missing': None;
  'label-field-unknown': None;
  'label-leaf-not-ticked': None;
  'label-rain-free-missing-granule': None;
  'label-rain-free-missing': None;
  'label-rate-outside-row': { rate: number; unit: string; low: number; high: number };
  'label-rate-twice': { rate: number; unit: string };
  'label-higher-rate-holds-less': {
    rate: number;
    unit: string;
    months: number;
    lower: number;
    lowerMonths: number;
  };
  'label-no-day': { text: string };
  'label-amount-wrong-kind': { unit: AmountUnit; rates: string };
  'label-low-above-high': { low: number; high: number; unit: string };
  'label-rate-above-year': { rate: number; unit: string; most: number };
  'label-turf-twice': { turf: Turf; use: Use; row: number };
  'label-acid-above-content': { acid: number; content: number; unit: string };
  'label-content-above-all': { percent: number };
  'label-acid-missing': None;
  'label-contents-above-all': None;
  'label-none-and-typed': { what: string };
  'label-least-above-most': { least: number; most: number };
  'label-stage-beyond': { butNot: string; upTo: string };
  'label-granule-by-volume': { unit: string };
  'registration-number-twice': { number: string; product: string };
  'stock-wrong-kind': { unit: AmountUnit; product: string; like: AmountUnit };
  'stock-no-day': { text: string; today: Day };
  'stock-day-to-come': { day: Day; today: Day };
  'expiry-no-day': { text: string };
  'correction-without-reason': None;
  'stock-not-enough': { amount: number; unit: AmountUnit; there: number };
  'api-no-day': { text: string };
  'api-hour-out-of-order': { time: string };
  'api-part-of-a-day': { hours: number };
  'api-day-out-of-order': { date: string };
  'api-low-above-high': { low: number; high: number };
  'api-range': { to: string; days: number; from: string; most: number };
  'api-no-weather': None;
  'api-no-past-year': None;
  'api-rate-wrong-kind': { unit: RateUnit; product: string; like: RateUnit };
  'api-no-day-of-year': { text: string };
  'api-observed-not-up-to-today': { count: number; from: string; last: Day };
  'api-no-label': { index: number; count: number };
  'api-carrier-missing': None;
  'api-tank-and-hopper': { product: string; isGranule: boolean };
  'api-school-needs': { school: string; key: string };
  'api-signs-are-seen': None;
  'api-weather-ends': { last: Day; today: string };
  'api-weather-begins': { first: Day; year: number };
  'api-year-not-whole': { year: number; whole: readonly number[] };
  'api-no-whole-year': None;
  'api-reading-to-come': { time: string; today: Day };
  'api-reading-twice': { id: string };
  'api-matrix-row': { minutes: number; places: number };
  'api-no-place': { index: number; count: number };
  'api-times-out-of-order': { to: string; from: string };
  'api-no-truck': { id: string };
  'api-label-twice': { product: string };
  'api-year-unlike-first': { year: number; workable: number; rain: number; first: number };
  'api-line-days': { days: number; years: number };
  'api-days-out-of-order': { last: string; first: string };
  'api-no-line': { index: number; count: number };
  'token-unnamed': None;
  'token-opens-nothing': None;
  'too-many-tokens': { count: number; most: number };
  'no-email-address': { text: string };
  'email-missing': None;
  'time-zone-unknown': { text: string };
  'time-zone-missing': None;
  'email-taken': { email: string };
  'day-not-plannable': { text: string; isPast: boolean; today: Day };
  'truck-saved-meanwhile': { by: string; truck: string; day: string };
  'rules-changed-meanwhile': None;
  'no-soil-service': None;
  'soil-station-trouble': { key: string; kind: string; detail: string };
  'soil-station-scale': { told: string; chosen: string };
  'season-day-missing': None;
  'season-no-day': { text: string };
  'thermometer-unnamed': None;
  'compared-no-day': { text: string; today: Day };
  'no-calendar-day': { text: string };
  'day-of-year-empty': None;
  'no-day-of-year': { text: string };
  'person-not-here': None;
  'license-holder-missing': None;
  'person-like': { person: string; like: string };
  'no-category': None;
  'license-too-long': { day: Day };
  'equipment-name-missing': None;
  'calibrated-to-come': { day: Day; today: Day };
  'why-not-measured-missing': None;
  'runs-apart': { spread: number; run: number; most: number };
  'too-few-caught': { least: number; what: string };
  'pans-empty': None;
  'dead-volume-as-tank': None;
  'equipment-changed-meanwhile': None;
  'event-unnamed': None;
  'event-no-day': None;
  'event-to-come': None;
  'tool-unnamed': None;
  'cap-without-product': None;
  'truck-unnamed': None;
  'truck-no-time': { text: string };
  'truck-back-before-out': { to: string; from: string };
  'place-half': None;
  'truck-twice': { name: string };
  'truck-changed-meanwhile': None;
  'letter-unknown-place': { place: string };
  'letter-place-missing': { place: string };
  'water-hours-half': None;
  'years-not-whole': { years: number };
  'ingredient-missing': { row: number };
  'weather-columns-missing': { columns: readonly string[] };
  'row-figure-impossible': { day: Day; text: string };
  'row-not-of-this-format': None;
  'row-day-no-figure': { day: Day; text: string };
  'row-no-plain-date': { text: string };
  'row-no-figure': { text: string };
  'row-no-date': { text: string };
  'row-low-above-high': { day: Day; low: number; high: number };
  'row-names-offset': { text: string };
  'row-cell-no-figure': { text: string };
  'row-air-missing': { text: string };
  'row-hour-impossible': { text: string };
  'clock-unknown': None;
  'lawn-columns-missing': { columns: readonly string[] };
  'takeoff-empty': None;
  'outline-too-long': { count: number; most: number };
  'no-area-left': None;
  'area-not-found': { seconds: number };
  'seeding-no-day': { text: string };
  'seeding-day-missing': None;
  'turf-twice': { turf: string };
  'no-mail-address': { text: string };
  'no-weather-station': None;
  'zone-twice': { site: string };
  'lawn-still-open': None;
  'forget-for-good': { customer: string; address: string; years: number };
  'strip-twice': { site: string };
  'finding-no-day': { text: string };
  'finding-to-come': { day: Day; today: Day };
  'finding-years-ago': { day: Day };
  'weed-or-stage-missing': None;
  'stress-missing': None;
  'phosphorus-missing': None;
  'ground-missing': None;
  'opened-by-missing': None;
  'watered-by-missing': None;
  'next-year-unknown': { word: string };
  'call-reason-missing': None;
  'cause-missing': None;
  'seen-missing': None;
  'lift-reason-too-short': { text: string };
  'lift-reason-missing': None;
  'lift-ends-early': { until: Day; from: Day };
  'lift-too-long': { until: Day; most: number; last: Day };
  'gate-not-shut': { gate: string; day: Day };
  'zone-closed': { isWhole: boolean; day: Day; why: string };
  'product-put-down': { product: string };
  'already-put-down': { day: Day };
  'skip-reason-missing': None;
  'part-put-down': None;
  'plan-changed-meanwhile': None;
  'other-plan-reason-missing': None;
  'parts-not-whole': { parts: readonly number[]; of: string };
  'known-from-no-day': { text: string };
  'known-from-to-come': { day: Day };
  'earlier-no-day': { text: string };
  'earlier-day-out-of-range': { day: Day };
  'substance-missing': None;
  'substance-is-several': { text: string; names: readonly string[] };
  'substance-unknown': { text: string; like: readonly string[] };
  'earlier-wrong-kind': { unit: RateUnit; product: string; like: RateUnit };
  'closing-reason-missing': None;
  'customer-forgotten': None;
  'nothing-to-tell': None;
  'no-mail-address-on-file': { customer: string };
  'letter-not-sent': { detail: string };
  'email-taken-here': { email: string };
  'only-lead': None;
  'station-unnamed': None;
  'longitude-not-in-zone': { longitude: number; zone: string };
  'forecast-empty': None;
  'minutes-no-table': { detail: string };
  'minutes-no-places': None;
  'minutes-too-many-places': { count: number; most: number };
  'minutes-place-twice': None;
  'minutes-no-row': { place: string };
  'minutes-malformed': { from: string; to: string; text: string; most: number };
  'unsaved-label': None;
  'no-calendar-day-given': { text: string };
  'field-missing': { name: string; remedy: FieldRemedy };
  'planned-day-missing': { name: string };
  'planned-no-day': { name: string; text: string };
  'at-step': { zone: string; product: string; step: string; issue: Issue };
  'too-many-tries': None;
  'not-measured': { issue: Issue; station: { measure: Measure; value: number } | null };
  'rate-above-label': { product: string; used: ProductRate; most: ProductRate; unit: RateUnit };
  'rate-off-plan': { product: string; used: ProductRate; planned: ProductRate; off: number; unit: RateUnit };
  'area-off-plan': { sqFt: number; expectedSqFt: number; of: 'zone' | 'strip' | 'spots' };
  'reading-other-scale': { value: number; unit: 'F' | 'C'; expected: Celsius; asOther: Celsius };
  'reading-far-off': { value: number; unit: 'F' | 'C'; expected: Celsius };
  'reading-swing': {
    value: number;
    unit: 'F' | 'C';
    change: number;
    before: Celsius;
    hours: number;
    most: Kelvins;
  };
  'sign-no-day': { text: string; today: Day };
  'sign-to-come': { day: Day; today: Day };
  'geojson-feature': { feature: string; why: Fact };
  'geometry-missing': None;
  'geometry-without-area': { type: string };
  'polygon-without-ring': None;
  'ring-too-short': None;
  'point-no-pair': None;
  'point-off-earth': { longitude: number; latitude: number };
  'ring-not-closed': None;
  'too-many-points': { count: number; most: number };
  'lawn-feature': { feature: number; why: Fact };
  'figure-no-number': { text: string; column: string };
  'figure-impossible': { value: number; unit: 'F' | 'C'; column: string; least: number; most: number };
  'station-not-there': { station: string };
  'kept-out-leaves-nothing': { keptOut: string; area: string };
  'no-row-readable': { rows: number; first: RowProblem | null };
  'no-lawn-readable': { rows: number; first: RowProblem | null };
  'no-day-readable': { first: RowProblem | null };
  'file-not-read': { why: Fact; kind: 'rows' | 'weather' };
  'figures-out-of-order': {
    name: string;
    other: string;
    low: number;
    high: number;
    unit: Unit;
    why: 'caution' | 'hours' | 'spacing';
  };
  'heat-caution-above-limit': { cautionF: number; limitF: number };
  'forecast-low-above-high': { lowF: number; highF: number };
  'strip-too-large': { lengthFt: number; widthFt: number; zone: string };
  'area-above-zone': { sqFt: number; zoneSqFt: number };
  'label-rate-above-ingredient-year': {
    rate: number;
    unit: RateUnit;
    ingredient: string;
    measure: 'acid' | 'ingredient';
    lb: number;
    most: number;
  };
  'label-air-least-not-below': { leastF: number; mostF: number };
  'label-air-day-below-work': { dayMostF: number; workF: number };
  'label-schema': {
    value: string | null;
    oneOf: readonly string[] | null;
    message: string;
    description: string | null;
  };
  'sheet-figure-no-number': { text: string };
  'nozzle-off-mean': { nozzle: number; off: number };
  'pattern-uneven': { pans: number; cv: number; most: number; best: { pans: number; cv: number } | null };
  'year-not-playable': { year: number | null; years: readonly number[] };
  'wrong-shape': { detail: string };
  'api-ensemble': { kind: string };
  'api-cannot-be-loaded': { kind: string; product: string | null; remedy: string };
  'nothing-proposed-yet': None;
  'nothing-proposed': None;
  'pre-emergent-planned': None;
  'next-year-planned': { year: number };
  'next-year-gone': { year: number };
  'nothing-was-planned': { year: number };
  'changed-meanwhile': None;
  'year-off-by-house': { group: string; years: readonly number[] };
  'year-off-by-walk': None;
  'nothing-more-pays': { hold: number };
  'no-pre-emergent-fits': { leftOutBy: string | null };
  'too-few-years': None;
  'no-outlook': None;
  'zone-not-on-lawn': None;
  'no-product-named': None;
  'recorded-as-other-work': None;
  'recorded-before': { by: string; endedAt: string; writtenBy: string };
  'days-filled': { days: number; most: number };
  'hours-filled': { hours: number; most: number };
  'days-without-rain': { days: number };
  'days-without-wind': { days: number; metresPerSecond: number };
  'hours-without-rain': { hours: number };
  'hours-without-wind': { hours: number; metresPerSecond: number };
  'figures-doubted': { count: number };
  'read-in-the-morning': None;
  'several-stations': { count: number; stations: readonly string[] };
  'short-days-left-out': { count: number; first: readonly Day[] };
  'sensor-stuck': { column: string; value: number; readings: number; month: string };
  'other-scale-fits': { fits: string; chosen: string };
  'days-covered': { first: Day; last: Day; ahead: number };
  'days-missing': { from: Day; to: Day };
  'further-gaps': { count: number };
  'figures-twice': { count: number };
  'days-taken-out': { days: number };
  'readings-taken-out': { readings: number };
  'zones-taken-out': { zones: number; stay: number };
  'not-taken-out': { why: Fact };
  'shape-required': None;
  'shape-unknown': None;
  'shape-type': { types: readonly string[] };
  'shape-enum': { words: readonly string[] };
  'shape-least': { limit: number };
  'shape-more-than': { limit: number };
  'shape-most': { limit: number };
  'shape-length': { limit: number };
  'shape-fewest': { limit: number };
  'shape-longest': { limit: number };
  'shape-pattern': { text: string; like: string };
  'shape-twice': None;
  'shape-one-of': { words: readonly string[] };
  'shape-other': { rule: string };
  'as-told': { words: string };
}>;

type Rest<C extends IssueCode> = IssueFigures[C] extends None ? [] : [figures: IssueFigures[C]];

export const fact = <C extends IssueCode>(code: C, ...[figures]: Rest<C>): Fact<C> =>
  ({ code, figures: figures ?? {} }) as Fact<C>;

/** @param field as the form or file names it */
export const issue = <C extends IssueCode>(
  field: string,
  code: C,
  ...rest: Rest<C>
): Readonly<{ field: string }> & Fact<C> => ({ field, ...fact(code, ...rest) });

/** A fact as the text of an error or a column; any other text stands for itself. */
export const factText = (fact: Fact): string => JSON.stringify(fact);
export function factIn(text: string): Fact {
  try {
    const read: unknown = JSON.parse(text);
    if (typeof read === 'object' && read !== null && 'code' in read && 'figures' in read) return read as Fact;
  } catch {
    // a sentence of before, or what a fault said
  }
  return fact('as-told', { words: text });
}
/** Facts that are stored; of before codes were kept, sentences. */
export const readFacts = (stored: unknown): Fact[] =>
  (Array.isArray(stored) ? (stored as (Fact | string)[]) : []).map((f) =>
    typeof f === 'string' ? fact('as-told', { words: f }) : f,
  );

/** As an import keeps them: those of before codes were kept hold a sentence. */
export const readRowProblems = (stored: unknown): RowProblem[] =>
  (Array.isArray(stored) ? (stored as (RowProblem & { problem?: string })[]) : []).map((row) =>
    'why' in row
      ? row
      : rowProblem(
          (row as RowProblem).line,
          fact('as-told', { words: (row as { problem?: string }).problem ?? '' }),
        ),
  );

/** A line of a file as a whole. */
export const rowProblem = (line: number, why: Fact): RowProblem => ({
  line,
  why: [{ column: null, fact: why }],
});
