/**
 * The rehearsal: a season of one lawn in a past year, week by week, with only what one would have known that day. The other
 * years are the ensemble's members and the year itself is left out (as the hindcast does); what is decided goes into the
 * truth of the year: its soil, its rain, its flush, by the same models as the real thing.
 */
import { addDays, dayOf, inYear, weekdayOf, yearOf, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { spanAt, type State } from '@/core/calendar/span';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import type { Reason } from '@/core/gates/reason';
import { windowOf } from '@/core/gates/window';
import {
  lineRules,
  type CrossingRule,
  type DailyRun,
  type FallRule,
  type Odds,
} from '@/core/ground/crossing';
import { ensembleOf, type Ensemble } from '@/core/ground/ensemble';
import { NOTHING_READ, outlookFrom, type Outlook } from '@/core/ground/outlook';
import type { Site } from '@/core/ground/site';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { greenOn } from '@/core/lawn/green-up';
import { TURF_FACTS } from '@/core/lawn/turf';
import { rateForTurf, type Label } from '@/core/products/label';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { contextFor } from '@/core/season/planner/options';
import type { PlanningRules, Target } from '@/core/season/planner/question';
import type { Use } from '@/core/trade/terms';
import type { Celsius, Metres, Millimetres } from '@/core/units/quantity';
import { partOfRate, type ProductRate } from '@/core/units/rate';
import { forecastOfDays, usualAirError, wholeDays } from '@/core/weather/days';
import { normal, randomFrom } from '@/core/weather/random';
import { daysIn, sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';

/** A lawn and a year to be played, as plain data. */
export type Play = Readonly<{
  /** the lawn as it is now; weather, soil, ledger and what was seen are those of the year */
  facts: GateFacts;
  site: Site;
  depth: Metres;
  rule: CrossingRule;
  fall: FallRule;
  /** the station's weather, past the end of the year that is played */
  observed: HourlyWeather;
  /** whole years on file beside it: what one would have known of the climate */
  years: readonly number[];
  year: number;
  labels: readonly Label[];
  targets: readonly Target[];
  planning: PlanningRules;
}>;

/** Something that was put down on a day of the year. */
export type Move = Readonly<{ on: Day; productId: string; use: Use; share: number }>;

/** Mondays from February to the end of September. */
const BEGINS = { month: 2, date: 1 };
const WEEKS = 34;
export function weeksOf(year: number): Day[] {
  const first = dayOf(year, BEGINS.month, BEGINS.date);
  const monday = addDays(first, (8 - weekdayOf(first)) % 7);
  return Array.from({ length: WEEKS }, (_, w) => addDays(monday, 7 * w));
}

/** Years that may be played: all of it and some weeks before it are on file, and two others to know the climate by. */
export const playable = (observed: HourlyWeather, years: readonly number[]): number[] =>
  years.filter(
    (y) =>
      years.length >= 3 &&
      observed.from <= dayOf(y - 1, 1, 1) &&
      observed.from + daysIn(observed) >= dayOf(y + 1, 1, 1),
  );

/** @throws RangeError for a year that is not whole on file */
export function ensembleAt(p: Play, today: Day, forecast: Forecast | null): Ensemble {
  const made = ensembleOf({
    site: p.site,
    depth: p.depth,
    observed: p.observed,
    forecast,
    today,
    years: p.years.filter((y) => y !== p.year),
    leaveOut: p.year,
  });
  if (!made.ok) throw new RangeError(`${p.year} cannot be played: ${made.refusal.kind}`);
  return made.ensemble;
}

/** The year as it came: its soil for barrier and flush, and day by day for the line. */
export function seasonTruth(p: Play): Readonly<{ runs: SoilRuns; daily: DailyRun }> {
  const { history, truth, climate } = ensembleAt(p, dayOf(p.year, 1, 1), null);
  if (!truth) throw new RangeError(`${p.year} is not whole on file`);
  const daily = {
    from: history.from,
    soil: [...history.soil, ...truth.soil],
    airMean: [...history.airMean, ...truth.airMean],
    airMax: [...history.airMax, ...truth.airMax],
  };
  return { daily, runs: { from: history.from, climate, members: [Float64Array.from(daily.soil)] } };
}

const FORECAST_DAYS = 10;
/** A forecast's day is that of another year with so much of a chance for each day ahead. Ours. */
const LOST_A_DAY = 0.06;

/** The forecast as it may have been issued that day: the truth, with errors that grow; the same each time it is asked. */
function forecastOn(p: Play, day: Day): Forecast {
  const random = randomFrom(day);
  const others = p.years.filter((y) => y !== p.year);
  const days = Array.from({ length: FORECAST_DAYS }, (_, d) => {
    const on = addDays(day, d);
    const isLost = random() < LOST_A_DAY * d && others.length > 0;
    const from = isLost ? inYear(on, others[Math.floor(random() * others.length)]!) : on;
    const error = usualAirError(24 * d) * normal(random);
    const [one] = wholeDays(sliceDays(p.observed, from, addDays(from, 1)), () => null);
    const sure = 0.9 - 0.05 * d;
    const mm = one!.rain.reduce((a, b) => a + b, 0);
    return {
      ...one!,
      day: on,
      air: one!.air.map((t) => t + error),
      chance: one!.rain.map((r) => (r > 0 ? sure : mm > 0 ? 0.1 : 1 - sure)),
    };
  });
  return forecastOfDays(days);
}

const RECENT_DAYS = 60;
/** What was put down, as the ledger has it. */
export const ledgerOf = (p: Play, moves: readonly Move[]): LedgerEntry[] =>
  moves.flatMap((m, i) => {
    const found = labelled(p, m);
    const at = { id: `move-${i}`, day: m.on, status: 'done' as const, share: 1, ground: null };
    return found ? [entryOf(found.label, found.rate, at)] : [];
  });
const rateOf = (
  { facts }: Play,
  label: Label,
  { use, share }: Pick<Move, 'use' | 'share'>,
): ProductRate | null => {
  const high = rateForTurf(label, facts.zone, use)?.high;
  return high ? partOfRate(high, share) : null;
};
/** The label of a move and the rate that goes down; null: no such product, or not on this turf. */
export function labelled(p: Play, m: Move): Readonly<{ label: Label; rate: ProductRate }> | null {
  const label = p.labels.find((l) => l.id === m.productId);
  const rate = label && rateOf(p, label, m);
  return label && rate ? { label, rate } : null;
}

/** The sky and the soil as a morning knew them: what lawns of one soil at one station have in common. */
export type Morning = Readonly<{ forecast: Forecast; outlook: Outlook }>;
export function morningOf(p: Play, day: Day): Morning {
  const forecast = forecastOn(p, day);
  return {
    forecast,
    outlook: outlookFrom(ensembleAt(p, day, forecast), NOTHING_READ, lineRules(p.rule, p.fall)),
  };
}

/** What one would have known on a morning of the year. */
export function knownOn(p: Play, moves: readonly Move[], day: Day, morning = morningOf(p, day)): GateFacts {
  const { forecast, outlook } = morning;
  const { zone, means } = p.facts;
  const isWarm = TURF_FACTS[zone.turf].season === 'warm';
  const green = isWarm ? greenOn(zone.turf, outlook, null, day) : null;
  return {
    ...p.facts,
    zone: { ...zone, seedings: zone.seedings.map((s) => ({ ...s, on: inYear(s.on, p.year) })) },
    // what was decided for a later day of the week counts too
    ledger: ledgerOf(p, moves),
    bookFrom: addDays(day, -4000),
    outlook,
    forecast,
    recent: sliceDays(p.observed, addDays(day, -RECENT_DAYS), day),
    // notice went out in time, the mower was there last week, and one sees how green it is
    seen: {
      ...NOTHING_SEEN,
      mownOn: addDays(day, -5),
      noticeSent: hourOf(addDays(day, -4), 8),
      green: green === null ? null : { share: green, on: day },
    },
    means: {
      licences: means.licences.map((l) => ({ ...l, validTo: addDays(day, 365) })),
      equipment: means.equipment.map((e) => ({ ...e, calibratedOn: addDays(day, -10) })),
      onHand: {},
    },
    lifts: [],
    today: day,
    hour: 6,
    clockAhead: [],
  };
}

export type Against = Readonly<{ gate: GateKey; state: State; reason: Reason }>;
export type Choice = Readonly<{
  productId: string;
  use: Use;
  rate: ProductRate;
  /** how it stands on each day */
  days: readonly State[];
  /** what stands against it on the best of them */
  against: readonly Against[];
}>;
export type Week = Readonly<{
  from: Day;
  /** mean of the soil on the day before, and rain of the week before */
  soil: Celsius;
  rain: Millimetres;
  dates: Odds;
  crossed: Day | null;
  choices: readonly Choice[];
}>;

const WEEK = 7;
const RANK: Readonly<Record<State, number>> = { open: 0, ajar: 1, shut: 2 };

/** How a product stands on the days from a morning on, and why. */
function choiceOf(facts: GateFacts, label: Label, rate: ProductRate, use: Use, length = WEEK): Choice {
  const from = facts.today;
  const range = { from, to: addDays(from, length) };
  const { all, lanes } = windowOf(contextFor(facts, label, use, [], rate), range);
  const days = Array.from({ length }, (_, d) => spanAt(all, addDays(from, d))?.verdict.state ?? 'shut');
  const best = days.reduce((b, s, d) => (RANK[s] < RANK[days[b]!] ? d : b), 0);
  return {
    productId: label.id,
    use,
    rate,
    days,
    against: lanes.flatMap(({ gate, lane }): Against[] => {
      const verdict = spanAt(lane, addDays(from, best))?.verdict;
      return !verdict || verdict.state === 'open'
        ? []
        : [{ gate: gate.key, state: verdict.state, reason: verdict.reason }];
    }),
  };
}

/** A week of the year as one would have seen it. @param share of the label's highest rate */
export function weekOf(
  p: Play,
  moves: readonly Move[],
  from: Day,
  share = 1,
  morning = morningOf(p, from),
): Week {
  const facts = knownOn(p, moves, from, morning);
  const outlook = facts.outlook!;
  const uses: readonly Use[] = ['pre-emergent', 'post-emergent'];
  const recent = sliceDays(p.observed, addDays(from, -WEEK), from);
  return {
    from,
    soil: outlook.observed.at(-1) as Celsius,
    rain: recent.rain.reduce((a, b) => a + b, 0) as Millimetres,
    dates: outlook.dates,
    crossed: outlook.crossed,
    choices: p.labels.flatMap((label) =>
      uses.flatMap((use): Choice[] => {
        const rate = rateOf(p, label, { use, share });
        return rate ? [choiceOf(facts, label, rate, use)] : [];
      }),
    ),
  };
}

/** Why a move may not be made on its day, none where there is no such product on this turf; null: it may. */
export function whyNot(
  p: Play,
  moves: readonly Move[],
  move: Move,
  morning?: Morning,
): readonly Against[] | null {
  const found = labelled(p, move);
  if (!found || yearOf(move.on) !== p.year) return [];
  const facts = knownOn(p, moves, move.on, morning);
  const { days, against } = choiceOf(facts, found.label, found.rate, move.use, 1);
  return days[0] === 'shut' ? against.filter((a) => a.state === 'shut') : null;
}
