/**
 * What gates, book and barrier say of a zone's programme, as plain data: the server computes it for the first drawing of
 * the page; the browser, once somebody changes something, at each change.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { leftOf } from '@/core/barrier/reached';
import { heldOf } from '@/core/barrier/held';
import type { Hold } from '@/core/barrier/hold';
import { lastDayOf as lastDayOfBarrier, rateToHold } from '@/core/barrier/lasting';
import { strengthIn } from '@/core/barrier/doses';
import type { WeighedRuns } from '@/core/barrier/barrier';
import type { SentRuns } from '@/core/ground/soil-runs';
import { lastDayOf } from '@/core/gates/last-day';
import { type PastOdds } from '@/core/gates/past-odds';
import { pastYearsKey } from '@/core/gates/past-years';
import { productsOf, windowOf, type Window } from '@/core/gates/window';
import type { LastDay, WindowLane } from '@/core/gates/window-lane';
import { rateForTurf, type Label } from '@/core/products/label';
import { ingredientRate } from '@/core/products/content';
import { isBookWhole, type LedgerEntry, type Period } from '@/core/records/ledger';
import { limitsOn, mostOf, usedOf, type ZoneLimit } from '@/core/records/limits';
import { safeToSeed, seedHoldsOn } from '@/core/records/safe-to-seed';
import { USUAL_WEEDS } from '@/core/season/planner/question';
import { contextOf, plannedEntries, yearAhead } from '@/core/season/programme';
import { byDay, isOpen, type PlannedApplication } from '@/core/season/standing';
import { sowingWindows, type SowingWindow } from '@/core/season/sowing';
import { asPlanned, draftsFrom, readApplication } from '@/core/season/typed-application';
import type { TypedApplication } from '@/core/season/typed-fields';
import { isPreEmergent } from '@/core/trade/terms';
import type { Issue } from '@/core/units/issue';
import type { ProductRate, RateUnit } from '@/core/units/rate';
import { emergenceOf } from '@/core/weeds/emergence';
import type { Weed } from '@/core/weeds/weeds';
import type { StoredApplication } from '@/data/programme';
import type { ZoneSheet } from '@/server/programme/view';
import { shortName } from '@/ui/words';

/** All that a zone's programme is computed from; `runs` null: no outlook. */
export type Desk = Readonly<{ sheet: ZoneSheet; runs: SentRuns | null }>;

/** What the gates say of the application that is shown. */
export type Asked = Readonly<{
  applicationId: string;
  /** short names of its products, in their order */
  names: readonly string[];
  window: Window;
  lastDay: LastDay;
  /** what past years say; null: a job is still at it, or too little weather is on file */
  past: PastOdds | null;
  /** of the day that is today */
  hour: number;
}>;

/** What is on file as the page has it, with whole labels: a page brings the rows of its own turf alone. */
export function onFileOf(
  { applications, labels }: ZoneSheet,
  now: readonly StoredApplication[],
): readonly StoredApplication[] {
  const keyOf = (l: Label) => `${l.id}|${l.version}`;
  const whole = new Map(
    [...labels.all, ...labels.now, ...applications.flatMap((a) => a.products.map((p) => p.label))].map(
      (l) => [keyOf(l), l],
    ),
  );
  return now.map((a) => ({
    ...a,
    products: a.products.map((p) => ({ ...p, label: whole.get(keyOf(p.label)) ?? p.label })),
  }));
}

/** A programme with what is typed in the place of what is on file; while a field is wrong, as it is on file. */
export function programmeWith(
  typed: TypedApplication | null,
  chosen: StoredApplication | null,
  { labels, facts, zone, house, applications: onFile }: ZoneSheet,
): Readonly<{ applications: readonly PlannedApplication[]; issues: readonly Issue[] }> {
  if (!typed) return { applications: onFile, issues: [] };
  const read = readApplication(typed, {
    labels: labels.now,
    zone: { ...facts.zone, area: zone.area },
    spacing: house.rules.spacing,
  });
  if (!read.ok) return { applications: onFile, issues: read.issues };
  const planned = asPlanned(draftsFrom(read.value), chosen);
  return { applications: [...onFile.filter((a) => a.id !== chosen?.id), ...planned].sort(byDay), issues: [] };
}

/** Null: nothing is shown, or it is done or skipped. */
export function askedOf(
  { facts, today, past }: ZoneSheet,
  applications: readonly PlannedApplication[],
  shown: PlannedApplication | null,
): Asked | null {
  if (!shown || !isOpen(shown)) return null;
  const context = contextOf(applications, shown.id, facts);
  const window = windowOf(context, yearAhead(today, shown.plannedOn));
  const odds = past[pastYearsKey(context)];
  return {
    applicationId: shown.id,
    names: productsOf(context).map((p) => shortName(p.label)),
    window,
    lastDay: lastDayOf(context, window.all, shown.plannedOn),
    past: odds?.years.length ? odds : null,
    hour: context.hour,
  };
}

/** The windows of all that is still to come, by application. */
export const windowsOf = (
  { facts, today }: ZoneSheet,
  applications: readonly PlannedApplication[],
): Readonly<Record<string, WindowLane>> =>
  Object.fromEntries(
    applications
      .filter(isOpen)
      .map((a) => [a.id, windowOf(contextOf(applications, a.id, facts), yearAhead(today, a.plannedOn)).all]),
  );

/** From when seed may go down: as things lie, and with all that is planned. */
export const seedFor = (
  { facts, today }: ZoneSheet,
  applications: readonly PlannedApplication[],
): ReturnType<typeof safeToSeed> =>
  safeToSeed([...facts.ledger, ...plannedEntries(applications, facts.zone, today)], today);

/** Days for new turf on which something on the ground or in the plan keeps it out, with what does. */
export function seedHeldIn({ facts, zone, applications, today }: ZoneSheet) {
  const ledger = [...facts.ledger, ...plannedEntries(applications, zone.facts, today)];
  return zone.facts.seedings
    .filter((s) => s.on >= today)
    .map((s) => ({ on: s.on, kind: s.kind, waits: seedHoldsOn(ledger, s.on) }))
    .filter((s) => s.waits.length);
}
export type SeedHeldDays = ReturnType<typeof seedHeldIn>;

/** What a programme holds of each weed on some soil; weeds without a season are left out. */
export function holdsOn(
  { facts, labels, today }: ZoneSheet,
  runs: WeighedRuns,
  applications: readonly PlannedApplication[],
  weeds: readonly Weed[] = weedsOf(applications),
): Hold[] {
  const entries = [...facts.ledger, ...plannedEntries(applications, facts.zone, today)];
  const left = leftOf(facts, labels.now);
  return weeds.flatMap((weed): Hold[] => {
    const hold = heldOf(weed, entries, { ...facts, today }, labels.now, runs, left);
    return hold ? [hold] : [];
  });
}

/** Weeds of a season that the programme's pre-emergents name, else the usual ones. */
function weedsOf(applications: readonly PlannedApplication[]): readonly Weed[] {
  const named = applications
    .filter((a) => !a.skipped)
    .flatMap((a) => a.products.filter((p) => isPreEmergent(p.use)).flatMap((p) => p.targets));
  const found = [...new Set(named)].filter((w) => emergenceOf(w));
  return found.length ? found : USUAL_WEEDS;
}

/** Of what went down, a part that is not in place any more or never was, beyond what labels reckon with. */
type LeftInPlace = Readonly<{ id: string; name: string; day: Day; share: number }>;
/** So much of a dose is not missed. Ours. */
const WHOLE = 0.98;

/** What the soil says beside the holds: what is left in place, when to sow, and which year each member's weather is of. */
export type SoilSays = Readonly<{
  inPlace: readonly LeftInPlace[];
  sowing: readonly SowingWindow[];
  years: readonly (number | null)[];
}>;
export function soilSays({ facts, labels, zone, today }: ZoneSheet, runs: WeighedRuns): SoilSays {
  const left = leftOf(facts, labels.now);
  const inPlace = facts.ledger.flatMap((e): LeftInPlace[] => {
    const label = labels.now.find((l) => l.id === e.productId);
    const share = label && e.status === 'done' && e.ground === null && e.inSoil !== false ? left(e) : 1;
    return label && share < WHOLE ? [{ id: e.id, day: e.day, share, name: shortName(label) }] : [];
  });
  return { inPlace, sowing: sowingWindows(runs, zone.facts.turf, today), years: runs.years ?? [] };
}

const DAYS_A_MONTH = 365.25 / 12;
/** How long an application's pre-emergent lasts from its day, and how much of it so many months would take. */
export type Lasting = Readonly<{
  name: string;
  rate: ProductRate;
  unit: RateUnit;
  from: Day;
  last: ReturnType<typeof lastDayOfBarrier>;
  /** of the a.i., kg/ha, for the months that are asked; null: further than can be foreseen */
  needed: ReturnType<typeof rateToHold>;
  /** of the a.i. at the rate that is planned, kg/ha */
  ingredient: number;
  /** the label's most at once */
  most: ProductRate | null;
}>;
/** @param months to hold @returns null: no pre-emergent in it whose strength is known */
export function lastingOf(
  { facts, today }: ZoneSheet,
  runs: WeighedRuns,
  a: PlannedApplication,
  months: number,
): Lasting | null {
  const product = a.products.find((p) => isPreEmergent(p.use));
  if (!product) return null;
  const { label, rate } = product;
  const part = label.ingredients.find((i) => strengthIn(i.name, label, facts.zone.turf));
  const strength = part && strengthIn(part.name, label, facts.zone.turf);
  const ingredient = part && ingredientRate(rate, { ...part, counts: 'a.i.' }, label.density);
  if (!strength || !ingredient) return null;
  const from = a.doneOn ?? (Math.max(a.plannedOn, today) as Day);
  const barrier = { strength, ingredient: part.name };
  return {
    name: shortName(label),
    rate,
    unit: label.rateUnit,
    from,
    last: lastDayOfBarrier(runs, barrier, ingredient, from),
    needed: rateToHold(runs, barrier, from, addDays(from, Math.round(months * DAYS_A_MONTH))),
    ingredient,
    most: rateForTurf(label, facts.zone, product.use)?.high ?? null,
  };
}

/** A limit of the zone in the period that is fullest, with what lies and is planned against it. */
export type LimitBar = Readonly<{
  of:
    | Readonly<{ of: 'product'; name: string; unit: RateUnit; most: ProductRate }>
    | Readonly<{ of: 'substance'; name: string; counts: 'a.i.' | 'a.e.' }>
    | Readonly<{ of: 'ceiling'; ingredient: string | null; turf: string }>;
  /** kg or L/ha, as all amounts here */
  limit: number;
  /** what lies on the ground, at its worst, and over the zone; null: a sum cannot be told */
  worst: number | null;
  zone: number | null;
  kind: ZoneLimit['period'];
  period: Period;
  steps: readonly Readonly<{ day: Day; amount: number; status: LedgerEntry['status'] }>[];
  /** the book reaches back over the whole period */
  isWhole: boolean;
}>;

/**
 * The ledger of the zone: what it has got and what is planned, against each limit of product, substance and house, in the
 * period that is fullest.
 */
export function limitBarsOf(
  { facts, labels, zone, today }: ZoneSheet,
  applications: readonly PlannedApplication[],
): LimitBar[] {
  const entries = [...facts.ledger, ...plannedEntries(applications, facts.zone, today)];
  const planned = applications.flatMap((a) => a.products.map((p) => ({ label: p.label, use: p.use })));
  const lying = labels.now
    .filter((l) => entries.some((e) => e.productId === l.id) && !planned.some((u) => u.label.id === l.id))
    .map((label) => ({ label, use: label.rates[0]?.use ?? ('pre-emergent' as const) }));
  return limitsOn([...planned, ...lying], entries, zone.facts, facts.rules.ceilings).map(
    (limit): LimitBar => {
      const { period, sums } = usedOf(limit, entries, today);
      return {
        of: namedBy(limit),
        limit: mostOf(limit),
        worst: sums.worst,
        zone: sums.zone,
        kind: limit.period,
        period,
        steps: sums.entries.flatMap((e) => {
          const amount = limit.amount(e);
          return amount === null || amount === undefined ? [] : [{ day: e.day, amount, status: e.status }];
        }),
        isWhole: isBookWhole(facts.bookFrom, period),
      };
    },
  );
}

function namedBy(limit: ZoneLimit): LimitBar['of'] {
  switch (limit.of) {
    case 'product':
      return { of: 'product', name: shortName(limit.label), unit: limit.label.rateUnit, most: limit.most };
    case 'substance':
      return { of: 'substance', name: limit.name, counts: limit.counts };
    case 'ceiling':
      return { of: 'ceiling', ingredient: limit.ingredient, turf: limit.turf };
  }
}
