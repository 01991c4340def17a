/** What the Season screen shows: rows of zones, rounds, and what "when must we start?" is asked with. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, dayOf, dayOfYear, inYear, type Day } from '@/core/calendar/day';
import { pastYearsKey } from '@/core/gates/past-years';
import { contextOf } from '@/core/season/programme';
import type { StartQuestion } from '@/core/season/start';
import { NO_RAIN, daysToRain, type Crews } from '@/core/season/workload';
import { dailyOf } from '@/core/weather/daily';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { houseOf } from '@/data/house';
import { zoneOf, zonesByIds } from '@/data/lawns';
import { keepPastOdds, pastOddsOf } from '@/data/past-years';
import { crewsFrom } from '@/data/planning-rules';
import {
  dueOf,
  roundsOf,
  seasonRows,
  seasonState,
  seasonTotals,
  type DueRow,
  type Round,
  type SeasonRow,
  type SeasonShow,
} from '@/data/season';
import { observedWeather } from '@/data/weather';
import { done, refuse, type Outcome } from '../entry/outcome';
import { assemble, outlooksFor } from '../facts';

/** The season begins with what was done in the last weeks and holds the year that is planned. */
const BEFORE_DAYS = 45;
const SEASON_DAYS = 400;
export const seasonAround = (today: Day) => ({
  first: addDays(today, -BEFORE_DAYS),
  last: addDays(today, SEASON_DAYS - BEFORE_DAYS),
});

export type SeasonSheet = Readonly<{
  today: Day;
  first: Day;
  last: Day;
  rounds: readonly Round[];
  state: Readonly<{ asked: number; waiting: number; forDay: Day | null }>;
  totals: Readonly<Record<SeasonShow, number>>;
  crews: Crews;
}>;

export function seasonSheet(actor: Actor): Promise<SeasonSheet> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const around = seasonAround(today);
    const { planning, rules } = await houseOf(db);
    return {
      today,
      ...around,
      rounds: await roundsOf(db, { ...around, today }),
      state: await seasonState(db),
      totals: await seasonTotals(db),
      crews: crewsFrom(planning, rules.workTo - rules.workFrom),
    };
  });
}

export type RowsQuery = Readonly<{ show: SeasonShow; from: number }>;
export const rowsShape = Joi.object<RowsQuery>({
  show: Joi.string().valid('all', 'exceptions', 'unplanned').required(),
  from: Joi.number().integer().min(0).max(1_000_000).required(),
}).required();
/** Rows are fetched as they are scrolled to, so many at once. */
const ROWS_AT_ONCE = 100;

export function rowsOfSeason(
  actor: Actor,
  { show, from }: RowsQuery,
): Promise<Outcome<{ rows: readonly SeasonRow[] }>> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const rows = await seasonRows(db, { show, from, count: ROWS_AT_ONCE, ...seasonAround(today) });
    return done({ rows });
  });
}

export const startShape = Joi.object<{ round: string }>({
  round: Joi.string().min(1).max(120).required(),
}).required();

/** Half an inch, where a label names no depth: common practice, no source. */
const USUAL_DEPTH_MM = 12.7;
/** Days after the last window that are still looked at. */
const BEYOND_DAYS = 60;

export function startQuestion(
  actor: Actor,
  { round }: { round: string },
): Promise<Outcome<{ question: StartQuestion }>> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const { today } = moment;
    const due = await dueOf(db, { name: round, ...seasonAround(today) });
    if (!due.length) return refuse({ kind: 'gone' });
    const stationId = mostCommon(due.map((d) => d.stationId));
    const past = await pastOf(db, actor, due, stationId);
    if (!past) return refuse({ kind: 'invalid', issues: [issue('Past years', 'no-past-year')] });
    const house = await houseOf(db);
    const byLine = due.filter((d) => d.line !== null);
    const zones = await zonesByIds(db, [...new Set(byLine.map((d) => d.zoneId))]);
    const outlooks = await outlooksFor(db, actor, zones, house, today);
    const dark = byLine.filter((d) => !outlooks.get(d.zoneId)?.outlook);
    if (dark.length)
      return refuse({
        kind: 'invalid',
        issues: [
          issue('Soil outlook', 'lawns-without-outlook', {
            count: dark.length,
            all: due.length,
            example: dark[0]!.site,
          }),
        ],
      });
    const lines: (readonly (Day | null)[])[] = [];
    const known = new Map<string, number>();
    // by the soil of each lawn, whatever is kept of proposals
    const lineOf = ({ zoneId, line, planned }: DueRow): number | null => {
      const outlook = outlooks.get(zoneId)?.outlook;
      if (!line || !outlook) return null;
      const of = line === 'rising' ? outlook : outlook.watches.autumn;
      // the season in which the application is planned: the one that counts now, or the next
      const season = of && planned >= of.next.begins ? 1 : 0;
      const days = past.years.map(
        (y) => outlook.members.find((m) => m.year === y)?.lines[line][season] ?? null,
      );
      if (days.every((d) => d === null)) return null;
      const key = days.join();
      const at = known.get(key) ?? lines.push(days) - 1;
      known.set(key, at);
      return at;
    };
    const { planning, rules } = house;
    const lawns = due.map((d) => ({
      zoneId: d.zoneId,
      site: d.site,
      from: d.from,
      latest: d.latest,
      isIrrigated: d.isIrrigated,
      line: lineOf(d),
    }));
    const first = Math.min(today, ...due.map((d) => d.from)) as Day;
    const days = Math.max(...due.map((d) => d.latest)) + BEYOND_DAYS - first;
    return done({
      question: {
        today,
        first,
        days,
        lawns,
        lines,
        years: past.years,
        workable: past.rows.map((row) =>
          alongDays(first, days, (day) => row[dayOfYear(day) - 1] ?? '0').join(''),
        ),
        rainDays: past.rain.map((of) => alongDays(first, days, of)),
        crews: crewsFrom(planning, rules.workTo - rules.workFrom),
        stations: new Set(due.map((d) => d.stationId)).size,
      },
    });
  });
}

/** What past years did at the station, by the product that most of the round's lawns get. */
async function pastOf(db: Transaction, actor: Actor, due: readonly DueRow[], stationId: string) {
  const here = due.filter((d) => d.stationId === stationId);
  const productId = mostCommon(here.map((d) => d.productId));
  const sample = here.find((d) => d.productId === productId)!;
  const zone = (await zoneOf(db, sample.zoneId))!;
  const { books } = await assemble(db, actor, [zone], await momentOf(db, actor));
  const { applications, facts } = books.get(zone.id)!;
  const application = applications.find((a) => !a.skipped && a.plannedOn === sample.planned);
  if (!application) return null;
  const context = contextOf(applications, application.id, facts);
  // kept by a job as a rule; right after planning it may not have come to it
  await keepPastOdds(db, actor.orgId, stationId, context);
  const odds = (await pastOddsOf(db, stationId, [context]))[pastYearsKey(context)];
  const observed = await observedWeather(db, stationId);
  if (!odds?.years.length || !observed) return null;
  const depth = context.product.label.wateringIn?.depth ?? USUAL_DEPTH_MM;
  const daily = dailyOf(observed);
  const rain = odds.years.map((year) => {
    const from = dayOf(year, 1, 1) - observed.from;
    // into the spring after it, for what is put down late in a year
    const toRain = daysToRain(daily.rain.slice(from, from + 430), depth);
    return (day: Day) => toRain[inYear(day, year) - dayOf(year, 1, 1)] ?? NO_RAIN;
  });
  return { years: odds.years, rows: odds.all, rain };
}

const alongDays = <T>(first: Day, days: number, of: (day: Day) => T): T[] =>
  Array.from({ length: days }, (_, d) => of(addDays(first, d)));

function mostCommon(list: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const x of list) counts.set(x, (counts.get(x) ?? 0) + 1);
  return [...counts].reduce((a, b) => (b[1] > a[1] ? b : a))[0];
}
