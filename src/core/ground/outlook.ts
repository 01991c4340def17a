/**
 * The outlook of one site: the ensemble of its kind, corrected by what was read there, under a rule.
 *
 * The correction is added to daily means: conduction is linear, so a lasting shift of the surface is the same shift of
 * the soil below. Its own uncertainty is dealt to the members as the forecast's is, so that a site where nobody has
 * read anything has wider odds than one with ten readings.
 * Left out: new transients after today (the members' weather is spread far wider than they are).
 */
import { dayOf, inYear, yearOf, type Day } from '@/core/calendar/day';
import type { Metres } from '@/core/units/quantity';
import {
  WATCHES,
  crossingDay,
  oddsOf,
  watchDay,
  SCHOOLS,
  type CrossingRule,
  type Crossings,
  type Odds,
  type School,
  type Sign,
  type WatchKey,
} from './crossing';
import {
  errorQuantiles,
  ensembleOf,
  type Ensemble,
  type EnsembleInput,
  type OutlookRefusal,
} from './ensemble';
import { EXACT, TRANSIENT_DAYS, UNCORRECTED, type Correction } from './readings';

export type { OutlookRefusal };

type Watched = Readonly<{ crossed: Day | null; dates: Odds }>;

export type Outlook = Readonly<{
  /** first day of `observed` */
  from: Day;
  /** first day that is not observed: the ensemble begins here */
  today: Day;
  depth: Metres;
  /** daily mean at `depth`, °C, from `from` up to `today`, corrected */
  observed: readonly number[];
  /** daily mean, °C, from `today` on: by which 10, 50 and 90 % of the members stand */
  band: Readonly<{ p10: readonly number[]; p50: readonly number[]; p90: readonly number[] }>;
  rule: CrossingRule;
  /** the day the line was crossed, if that is behind us */
  crossed: Day | null;
  dates: Odds;
  /** one a member, in their order */
  members: readonly (Day | null)[];
  /** how many of the members are generated weather, not years on file */
  generated: number;
  watches: Readonly<Record<WatchKey, Watched>>;
  /** when past years crossed, as days of next year: all that is known of it. Null: no past year on file */
  nextYear: Readonly<{ dates: Odds; autumn: Odds }> | null;
  correction: Correction;
}>;

/** A sign that was seen. */
export type SignSeen = Readonly<{ sign: Sign; day: Day }>;

/** What a site knows besides its kind. */
export type SiteKnowledge = Readonly<{
  correction: Correction;
  /** the transient on each day of this year so far, K; empty: none known */
  track: readonly number[];
  signs: readonly SignSeen[];
}>;
export const NOTHING_READ: SiteKnowledge = { correction: UNCORRECTED, track: [], signs: [] };

type Year = Readonly<{ soil: ArrayLike<number>; airMean: ArrayLike<number>; airMax: ArrayLike<number> }>;

/** This year so far and each member's whole year, corrected; the air beside it only where the rule looks at it. */
function correctedYears(
  e: Ensemble,
  { correction, track }: SiteKnowledge,
  withAir: boolean,
): { soFar: Year; members: Year[] } {
  const behind = e.observed.soil.length;
  const soFar = Float64Array.from(e.observed.soil, (t, d) => t + correction.offset + (track[d] ?? 0));
  const n = e.members.length;
  const offsets = errorQuantiles(n, 0.7548776662466927);
  const transients = errorQuantiles(n, 0.5698402909980532);
  const sd = Math.sqrt(Math.max(0, correction.offsetVariance));
  const slope = sd > 0 ? correction.covariance / sd : 0;
  const rest = Math.sqrt(Math.max(0, correction.transientVariance - slope * slope));
  const fades = Float64Array.from({ length: e.members[0]?.soil.length ?? 0 }, (_, d) =>
    Math.exp(-(d + 0.5) / TRANSIENT_DAYS),
  );
  const members = e.members.map((m, k): Year => {
    const lasting = correction.offset + sd * offsets[k]!;
    const fading = correction.transient + slope * offsets[k]! + rest * transients[k]!;
    const soil = new Float64Array(behind + m.soil.length);
    soil.set(soFar);
    for (let d = 0; d < m.soil.length; d++) soil[behind + d] = m.soil[d]! + lasting + fading * fades[d]!;
    return {
      soil,
      airMean: withAir ? e.observed.airMean.concat(m.airMean) : [],
      airMax: withAir ? e.observed.airMax.concat(m.airMax) : [],
    };
  });
  return { soFar: { ...e.observed, soil: soFar }, members };
}

const looksAtAir = (rule: CrossingRule): boolean =>
  rule.school === 'air rule of thumb' || (rule.school === 'degree days' && rule.of === 'air');

/** The outlook of a site from the ensemble of its kind. */
export function outlookFrom(
  e: Ensemble,
  knowledge: SiteKnowledge,
  rule: CrossingRule,
  reference: CrossingRule = rule,
): Outlook {
  const years = correctedYears(e, knowledge, looksAtAir(rule));
  const says = datesUnder(e, years, rule, knowledge.signs, reference);
  const newYear = e.from;
  const watches = Object.fromEntries(
    (Object.keys(WATCHES) as WatchKey[]).map((key) => [
      key,
      {
        crossed: watchDay(newYear, years.soFar.soil, key),
        dates: oddsOf(years.members.map((m) => watchDay(newYear, m.soil, key))),
      },
    ]),
  ) as Record<WatchKey, Watched>;
  return {
    from: e.from,
    today: e.today,
    depth: e.depth,
    observed: Array.from(years.soFar.soil),
    band: bandOf(years.members, e.observed.soil.length),
    rule,
    ...says,
    generated: e.members.filter((m) => m.year === null).length,
    watches,
    nextYear: nextYearOf(e, knowledge, rule),
    correction: knowledge.correction,
  };
}

/** Past years by the model, with the site's lasting offset, on the calendar of next year. */
function nextYearOf(e: Ensemble, { correction }: SiteKnowledge, rule: CrossingRule): Outlook['nextYear'] {
  if (!e.past.length || rule.school === 'signs') return null;
  const year = yearOf(e.today) + 1;
  const days = e.past.map((p) => {
    const from = dayOf(p.year, 1, 1);
    const soil = p.soil.map((t) => t + correction.offset);
    const shifted = (day: Day | null) => (day === null ? null : inYear(day, year));
    return {
      line: shifted(crossingDay({ ...p, from, soil }, rule)),
      autumn: shifted(watchDay(from, soil, 'autumn')),
    };
  });
  return { dates: oddsOf(days.map((d) => d.line)), autumn: oddsOf(days.map((d) => d.autumn)) };
}

/** Only the days of one rule, without the band: what a background job keeps for thousands of lawns. */
export function datesFrom(
  e: Ensemble,
  knowledge: SiteKnowledge,
  rule: CrossingRule,
  reference: CrossingRule = rule,
) {
  const years = correctedYears(e, knowledge, looksAtAir(rule));
  return datesUnder(e, years, rule, knowledge.signs, reference);
}

type RuleDates = Pick<Outlook, 'crossed' | 'dates' | 'members'>;

function datesUnder(
  e: Ensemble,
  { soFar, members }: { soFar: Year; members: Year[] },
  rule: CrossingRule,
  signs: readonly SignSeen[],
  reference: CrossingRule,
): RuleDates {
  const dayIn = (y: Year, r: CrossingRule) => crossingDay({ from: e.from, ...y }, r);
  if (rule.school !== 'signs') {
    const days = members.map((m) => dayIn(m, rule));
    return { crossed: dayIn(soFar, rule), members: days, dates: oddsOf(days) };
  }
  const seen = signs.find((s) => s.sign === rule.sign && yearOf(s.day) === yearOf(e.today));
  const lag = lagOf(e, rule.sign, signs, reference);
  const days: (Day | null)[] = members.map((m) => {
    if (seen) return seen.day;
    const crossing = lag === null ? null : dayIn(m, reference);
    return crossing === null || lag === null ? null : (Math.max(e.today, crossing - lag) as Day);
  });
  return { crossed: seen?.day ?? null, members: days, dates: oddsOf(days) };
}

/** Fewer years than this teach nothing about a sign. Ours. */
export const LEAST_SIGN_YEARS = 3;

/** Days by which a sign has come ahead of the reference crossing in past years: their median; null with fewer than three. */
export function lagOf(
  e: Ensemble,
  sign: Sign,
  signs: readonly SignSeen[],
  reference: CrossingRule,
): number | null {
  const lags = signs
    .filter((s) => s.sign === sign)
    .flatMap((s) => {
      const year = e.past.find((p) => p.year === yearOf(s.day));
      const crossing = year && crossingDay({ from: dayOf(year.year, 1, 1), ...year }, reference);
      return crossing ? [crossing - s.day] : [];
    })
    .sort((a, b) => a - b);
  return lags.length < LEAST_SIGN_YEARS ? null : lags[lags.length >> 1]!;
}

/** What one school says, of this year and of the years on file. */
export type SchoolForecast = Readonly<{
  school: School;
  rule: CrossingRule;
  crossed: Day | null;
  dates: Odds;
  past: readonly Readonly<{ year: number; day: Day | null }>[];
}>;

/** All six side by side, for one site. Past years are the model's, with the site's lasting offset. */
export function schoolsOf(e: Ensemble, knowledge: SiteKnowledge, crossings: Crossings): SchoolForecast[] {
  const years = correctedYears(e, knowledge, true);
  const reference = crossings.rules['run of days'];
  return SCHOOLS.map((school) => {
    const rule = crossings.rules[school];
    const { crossed, dates } = datesUnder(e, years, rule, knowledge.signs, reference);
    const past = e.past.map((p) => ({
      year: p.year,
      day:
        rule.school === 'signs'
          ? (knowledge.signs.find((s) => s.sign === rule.sign && yearOf(s.day) === p.year)?.day ?? null)
          : crossingDay(
              { ...p, from: dayOf(p.year, 1, 1), soil: p.soil.map((t) => t + knowledge.correction.offset) },
              rule,
            ),
    }));
    return { school, rule, crossed, dates, past };
  });
}

/** The whole way at once, for callers that keep nothing. */
export function outlookOf(
  input: EnsembleInput & Readonly<{ rule: CrossingRule }>,
  knowledge: SiteKnowledge = NOTHING_READ,
): { ok: true; outlook: Outlook; ensemble: Ensemble } | { ok: false; refusal: OutlookRefusal } {
  const made = ensembleOf(input);
  return made.ok
    ? { ok: true, outlook: outlookFrom(made.ensemble, knowledge, input.rule), ensemble: made.ensemble }
    : made;
}

function bandOf(members: readonly Year[], skip: number) {
  const days = (members[0]?.soil.length ?? 0) - skip;
  const band = { p10: [] as number[], p50: [] as number[], p90: [] as number[] };
  const column = new Float64Array(members.length);
  const at = (share: number) => {
    const x = share * (column.length - 1);
    const i = Math.floor(x);
    return column[i]! + (x - i) * ((column[i + 1] ?? column[i]!) - column[i]!);
  };
  for (let d = 0; d < days; d++) {
    members.forEach((m, k) => (column[k] = m.soil[skip + d]!));
    column.sort();
    band.p10.push(at(0.1));
    band.p50.push(at(0.5));
    band.p90.push(at(0.9));
  }
  return band;
}

/** One past year and one rule as the hindcast asks of them. */
export type Hindcast = Readonly<{ year: number; rule: CrossingRule; dates: Odds; truth: Day | null }>;

/**
 * Leave a year out: what an outlook made on 1 March of each past year, from the other years alone, said of the day that
 * then came by the same model. A line that was crossed before 1 March is left out.
 */
export function hindcast(
  input: Omit<EnsembleInput, 'today' | 'forecast'>,
  rules: readonly CrossingRule[],
): Hindcast[] {
  const exact: SiteKnowledge = { ...NOTHING_READ, correction: EXACT };
  return input.years.flatMap((year) => {
    const years = input.years.filter((y) => y !== year);
    const made = ensembleOf({ ...input, years, leaveOut: year, forecast: null, today: dayOf(year, 3, 1) });
    const truth = made.ok ? made.ensemble.truth : null;
    if (!made.ok || !truth) return [];
    return rules.flatMap((rule) => {
      const { dates, crossed } = datesFrom(made.ensemble, exact, rule);
      const came = crossingDay({ from: dayOf(year, 1, 1), ...truth }, rule);
      return crossed === null ? [{ year, rule, dates, truth: came }] : [];
    });
  });
}

/** The share of cases whose truth lay between the 10 % and the 90 % date, and the median error of the 50 % date in days. */
export function scoreOf(cases: readonly Hindcast[]): { cases: number; held: number; medianError: number } {
  const judged = cases.filter((c) => c.truth !== null && c.dates.p10 !== null);
  const held = judged.filter((c) => c.dates.p10! <= c.truth! && c.truth! <= (c.dates.p90 ?? Infinity)).length;
  const errors = judged
    .filter((c) => c.dates.p50 !== null)
    .map((c) => Math.abs(c.truth! - c.dates.p50!))
    .sort((a, b) => a - b);
  return {
    cases: judged.length,
    held: judged.length ? held / judged.length : NaN,
    medianError: errors[errors.length >> 1] ?? NaN,
  };
}

/** Day by day the mean of the last five whole years before this one, °C, at the house depth; fewer where there are fewer. */
export function fiveYearMean(e: Ensemble): number[] {
  const last = e.past.filter((p) => p.year < yearOf(e.today)).slice(-5);
  const days = Math.min(...last.map((p) => p.soil.length));
  return last.length
    ? Array.from({ length: days }, (_, d) => last.reduce((sum, p) => sum + p.soil[d]!, 0) / last.length)
    : [];
}
