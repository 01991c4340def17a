/**
 * The outlook of one site: the ensemble of its kind, corrected by what was read there, under a rule.
 *
 * The correction is added to daily means: conduction is linear, so a lasting shift of the surface is the same shift of
 * the soil below. Its own uncertainty is dealt to the members as the forecast's is, so that a site where nobody has
 * read anything has wider odds than one with ten readings.
 * Left out: new transients after today (the members' weather is spread far wider than they are).
 */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { Metres } from '@/core/units/quantity';
import {
  WATCHES,
  WATCH_KEYS,
  crossingDay,
  oddsOf,
  watchDay,
  SCHOOLS,
  type CrossingRule,
  type Crossings,
  type DailyRun,
  type FallRule,
  type LineRules,
  type Odds,
  type School,
  type Sign,
  type WatchKey,
} from './crossing';
import {
  cutOf,
  errorQuantiles,
  ensembleOf,
  pastYears,
  type Ensemble,
  type EnsembleInput,
  type OutlookRefusal,
} from './ensemble';
import { EXACT, TRANSIENT_DAYS, UNCORRECTED, type Correction } from './readings';
import { seasonNow, seasonOf } from './season';
import type { SoilRuns } from './soil-runs';

export type { OutlookRefusal };

/** When a line is crossed in one of its seasons, which begins to count on `begins`. */
export type Season = Readonly<{ begins: Day; crossed: Day | null; dates: Odds }>;
/** The season that counts today, and the one after it. */
export type Line = Season & Readonly<{ next: Season }>;
/** The house's own line, and those that are watched besides. */
export type Lines = Line &
  Readonly<{ rule: CrossingRule; fall: FallRule; watches: Readonly<Partial<Record<WatchKey, Line>>> }>;

/** The house's line or a watched one; undefined: not known. */
export const lineOf = (lines: Lines, key: 'house' | WatchKey): Line | undefined =>
  key === 'house' ? lines : lines.watches[key];

/**
 * An outlook is itself the house's line: `crossed` is the day by what is most likely, if it is behind us; the `dates`
 * know that what was read is not sure either, and may lie on both sides of today.
 */
export type Outlook = Lines &
  Readonly<{
    /** first day of `observed`: 1 January of this year */
    from: Day;
    /** first day that is not observed: the ensemble begins here */
    today: Day;
    depth: Metres;
    /** daily mean at `depth`, °C, from `from` up to `today`, corrected */
    observed: readonly number[];
    /** daily mean, °C, from `today` on, more than a year: by which 10, 50 and 90 % of the members stand */
    band: Readonly<{ p10: readonly number[]; p50: readonly number[]; p90: readonly number[] }>;
    /** one a member, in their order, and the year whose weather it has; null: generated */
    members: readonly Readonly<{
      year: number | null;
      /** of the house's line in the season that counts */
      day: Day | null;
      /** of the house's line and of the fall's, in the season that counts and in the next */
      lines: Readonly<Record<'rising' | 'falling', readonly [Day | null, Day | null]>>;
    }>[];
    /** the warmest strip's lines, where the zone has one; it germinates first */
    strip: Lines | null;
    correction: Correction;
  }>;

/** Of the members, those of generated weather. */
export const generatedIn = ({ members }: Pick<Outlook, 'members'>): number =>
  members.filter((m) => m.year === null).length;

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

/** What has been is looked at from here on: the season that counts may have begun ten months ago, and looks back itself. */
const LOOK_DAYS = 430;

/** What was, by what is most likely, and each member's whole run, both from `LOOK_DAYS` ago, corrected. */
function correctedRuns(
  e: Ensemble,
  { correction, track }: SiteKnowledge,
  withAir: boolean,
): { soFar: DailyRun; members: DailyRun[]; behind: number } {
  const from = Math.max(e.history.from, e.today - LOOK_DAYS) as Day;
  const past = cutOf(e.history, from, e.today);
  const behind = past.soil.length;
  // the track is of this year alone
  const trackAt = dayOf(yearOf(e.today), 1, 1) - from;
  const known = Float64Array.from(past.soil, (t, d) => t + (track[d - trackAt] ?? 0));
  const n = e.members.length;
  const offsets = errorQuantiles(n, 'offset');
  const transients = errorQuantiles(n, 'transient');
  const sd = Math.sqrt(Math.max(0, correction.offsetVariance));
  const slope = sd > 0 ? correction.covariance / sd : 0;
  const rest = Math.sqrt(Math.max(0, correction.transientVariance - slope * slope));
  const fades = Float64Array.from({ length: e.members[0]?.soil.length ?? 0 }, (_, d) =>
    Math.exp(-(d + 0.5) / TRANSIENT_DAYS),
  );
  const members = e.members.map((m, k): DailyRun => {
    // a lasting error was there before today too: a line may have been crossed, or not yet
    const lasting = correction.offset + sd * offsets[k]!;
    const fading = correction.transient + slope * offsets[k]! + rest * transients[k]!;
    const soil = new Float64Array(behind + m.soil.length);
    for (let d = 0; d < behind; d++) soil[d] = known[d]! + lasting;
    for (let d = 0; d < m.soil.length; d++) soil[behind + d] = m.soil[d]! + lasting + fading * fades[d]!;
    return {
      from,
      soil,
      airMean: withAir ? past.airMean.concat(m.airMean) : [],
      airMax: withAir ? past.airMax.concat(m.airMax) : [],
    };
  });
  return { soFar: { from, ...past, soil: known.map((t) => t + correction.offset) }, members, behind };
}

/** Each member's soil as the outlook has it, corrected: what barrier and flush are computed on. */
export function soilRunsOf(e: Ensemble, knowledge: SiteKnowledge): SoilRuns {
  const { soFar, members } = correctedRuns(e, knowledge, false);
  return {
    from: soFar.from,
    climate: e.climate,
    members: members.map((m) => m.soil),
    years: e.members.map((m) => m.year),
  };
}

const looksAtAir = (rule: CrossingRule): boolean =>
  rule.school === 'air rule of thumb' || (rule.school === 'degree days' && rule.of === 'air');

const yearAfter = (begins: Day): Day => addDays(begins, 365);

/** The outlook of a site from the ensemble of its kind. */
export function outlookFrom(e: Ensemble, knowledge: SiteKnowledge, rules: LineRules): Outlook {
  const runs = correctedRuns(e, knowledge, looksAtAir(rules.rule));
  const newYear = dayOf(yearOf(e.today), 1, 1);
  const { lines, rising, falling } = allLines(e, runs, knowledge, rules);
  return {
    ...lines,
    from: newYear,
    today: e.today,
    depth: e.depth,
    observed: Array.from(runs.soFar.soil).slice(newYear - runs.soFar.from),
    band: bandOf(runs.members, runs.behind),
    members: e.members.map(({ year }, k) => ({
      year,
      day: rising[0][k]!,
      lines: { rising: [rising[0][k]!, rising[1][k]!], falling: [falling[0][k]!, falling[1][k]!] },
    })),
    strip: null,
    correction: knowledge.correction,
  };
}

/** Only the lines of a site: of its warmest strip beside its open lawn. */
export function linesFrom(e: Ensemble, knowledge: SiteKnowledge, rules: LineRules): Lines {
  const runs = correctedRuns(e, knowledge, looksAtAir(rules.rule));
  return allLines(e, runs, knowledge, rules).lines;
}

/** A line, and the day on which each member meets it: in the season that counts, and in the next. */
type LineDays = Readonly<{ line: Line; days: readonly [MemberDays, MemberDays] }>;
type MemberDays = readonly (Day | null)[];

/** @returns the lines with the members' days of the house's own and of the fall's */
function allLines(
  e: Ensemble,
  runs: Runs,
  { signs }: SiteKnowledge,
  { rule, reference, fall }: LineRules,
): Readonly<{ lines: Lines; rising: LineDays['days']; falling: LineDays['days'] }> {
  const house = lineUnder(e, runs, rule, signs, reference);
  const watched = WATCH_KEYS.map((key) => [key, watchUnder(e, runs, key, fall)] as const);
  return {
    lines: {
      ...house.line,
      rule,
      fall,
      watches: Object.fromEntries(watched.map(([key, { line }]) => [key, line])),
    },
    rising: house.days,
    falling: watched.find(([key]) => key === 'autumn')![1].days,
  };
}

type Runs = ReturnType<typeof correctedRuns>;

function watchUnder(e: Ensemble, { soFar, members }: Runs, key: WatchKey, fall: FallRule): LineDays {
  const daysFrom = (begins: Day) => members.map((m) => watchDay(m.from, m.soil, key, begins, fall));
  const season = (begins: Day, days: MemberDays): Season => {
    const dates = oddsOf(days);
    const crossed = watchDay(soFar.from, soFar.soil, key, begins, fall);
    // a soil that is under a falling line today has crossed it only where it is likely to stay there
    const stays = WATCHES[key].direction === 'rising' || (dates.p50 !== null && dates.p50 <= e.today);
    return { begins, crossed: stays ? crossed : null, dates };
  };
  const begins = seasonNow(e.climate, WATCHES[key].direction, e.today);
  const next = yearAfter(begins);
  const days = [daysFrom(begins), daysFrom(next)] as const;
  return { line: { ...season(begins, days[0]), next: season(next, days[1]) }, days };
}

/** Only the dates of one rule, without the band: what a background job keeps for thousands of lawns. */
export function datesFrom(
  e: Ensemble,
  knowledge: SiteKnowledge,
  rule: CrossingRule,
  reference: CrossingRule = rule,
): Line {
  return lineUnder(e, correctedRuns(e, knowledge, looksAtAir(rule)), rule, knowledge.signs, reference).line;
}

function lineUnder(
  e: Ensemble,
  { soFar, members }: Runs,
  rule: CrossingRule,
  signs: readonly SignSeen[],
  reference: CrossingRule,
): LineDays {
  const begins = seasonNow(e.climate, 'rising', e.today);
  const says = (begins: Day) => {
    if (rule.school !== 'signs') {
      const days = members.map((m) => crossingDay(m, rule, begins));
      return { begins, crossed: crossingDay(soFar, rule, begins), days };
    }
    const seen = signs.find((s) => s.sign === rule.sign && s.day >= begins && s.day < yearAfter(begins));
    const lag = lagOf(e, rule.sign, signs, reference);
    const days: (Day | null)[] = members.map((m) => {
      if (seen) return seen.day;
      const crossing = lag === null ? null : crossingDay(m, reference, begins);
      return crossing === null || lag === null ? null : (Math.max(e.today, crossing - lag) as Day);
    });
    return { begins, crossed: seen?.day ?? null, days };
  };
  const season = ({ days, ...rest }: ReturnType<typeof says>): Season => ({ ...rest, dates: oddsOf(days) });
  const now = says(begins);
  const next = says(yearAfter(begins));
  return { line: { ...season(now), next: season(next) }, days: [now.days, next.days] };
}

/** What past seasons of the site's kind did, with its lasting offset: the year in which each began, and its day. */
function pastCrossings(
  e: Ensemble,
  { correction }: Pick<SiteKnowledge, 'correction'>,
  rule: CrossingRule,
): { year: number; day: Day | null }[] {
  const run = { ...e.history, soil: e.history.soil.map((t) => t + correction.offset) };
  const out: { year: number; day: Day | null }[] = [];
  for (let year = yearOf(e.history.from); year < yearOf(e.today); year++) {
    const begins = seasonOf(e.climate, 'rising', year);
    const end = Math.min(yearAfter(begins), e.today) - run.from;
    if (begins < run.from || end - (begins - run.from) < 300) continue;
    const season = { ...run, soil: run.soil.slice(0, end) };
    out.push({ year, day: rule.school === 'signs' ? null : crossingDay(season, rule, begins) });
  }
  return out;
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
  const past = pastCrossings(e, { correction: UNCORRECTED }, reference);
  const lags = signs
    .filter((s) => s.sign === sign)
    .flatMap((s) => {
      const crossing = past.find(({ day }) => day !== null && Math.abs(day - s.day) < 180)?.day;
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
  const runs = correctedRuns(e, knowledge, true);
  const reference = crossings.rules['run of days'];
  return SCHOOLS.map((school) => {
    const rule = crossings.rules[school];
    const { crossed, dates } = lineUnder(e, runs, rule, knowledge.signs, reference).line;
    const seenIn = (year: number) =>
      knowledge.signs.find((s) => rule.school === 'signs' && s.sign === rule.sign && yearOf(s.day) === year)
        ?.day;
    const past = pastCrossings(e, knowledge, rule).map(({ year, day }) => ({
      year,
      day: rule.school === 'signs' ? (seenIn(year) ?? null) : day,
    }));
    return { school, rule, crossed, dates, past };
  });
}

function bandOf(members: readonly DailyRun[], skip: number) {
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
export function hindcast({
  rules,
  ...input
}: Omit<EnsembleInput, 'today' | 'forecast'> & Readonly<{ rules: readonly CrossingRule[] }>): Hindcast[] {
  const exact: SiteKnowledge = { ...NOTHING_READ, correction: EXACT };
  return input.years.flatMap((year) => {
    const years = input.years.filter((y) => y !== year);
    const made = ensembleOf({ ...input, years, leaveOut: year, forecast: null, today: dayOf(year, 3, 1) });
    if (!made.ok || !made.ensemble.truth) return [];
    const { ensemble } = made;
    return rules.flatMap((rule) => {
      const { dates, crossed, begins } = datesFrom(ensemble, exact, rule);
      const came = crossingDay(wholeRun(ensemble), rule, begins);
      return crossed === null ? [{ year, rule, dates, truth: came }] : [];
    });
  });
}

/** History and what then came, end to end. */
function wholeRun({ history, truth }: Ensemble): DailyRun {
  return {
    from: history.from,
    soil: history.soil.concat(truth?.soil ?? []),
    airMean: history.airMean.concat(truth?.airMean ?? []),
    airMax: history.airMax.concat(truth?.airMax ?? []),
  };
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
  const last = pastYears(e).slice(-5);
  const days = Math.min(...last.map((p) => p.soil.length));
  return last.length
    ? Array.from({ length: days }, (_, d) => last.reduce((sum, p) => sum + p.soil[d]!, 0) / last.length)
    : [];
}
