/** Brings the windows of planned applications up to date, a few zones at a time, each batch in a transaction of its own. */
import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { GateContext } from '@/core/gates/gate';
import type { PastOdds } from '@/core/gates/past-odds';
import { pastYearsKey } from '@/core/gates/past-years';
import { lastDayOf } from '@/core/gates/last-day';
import { lineDay } from '@/core/gates/soil-line';
import { productsOf, windowOf } from '@/core/gates/window';
import { nextOpen, type WindowLane } from '@/core/gates/window-lane';
import { hoursAhead } from '@/core/day/hours';
import { chanceOn, regretFor, roomFor, type Regret, type Waiting } from '@/core/day/regret';
import { worthQuestion } from '@/core/day/worth';
import type { Label } from '@/core/products/label';
import { contextOf, yearAhead } from '@/core/season/programme';
import { isOpen } from '@/core/season/standing';
import type { Actor } from '@/data/actor';
import { hourOfMoment, momentOf } from '@/data/clock';
import { againWhereCollided, inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import { zonesByIds, zonesWithReadings } from '@/data/lawns';
import { compareReadings, soilsOf, type SoilOf } from '@/data/outlooks';
import { keepPastOdds, pastOddsOf } from '@/data/past-years';
import { crewsFrom, type StoredPlanning } from '@/data/planning-rules';
import { tellChange } from '@/data/changes-told';
import {
  WATCHED_DAYS,
  WINDOW_FORM,
  linesByLastDay,
  makeRoomForWindows,
  markWindowsStale,
  takeStaleWindows,
  writeWindows,
  type NewWindow,
} from '@/data/windows';
import { assemble, type ZoneBook } from '@/server/facts';
import type { WindowsRest } from '@/server/queue/kinds';
import { computeFollowUps } from './follow-ups';
import { worthOf } from './worths';

/** A change of one of these zones waits until the batch is written: few keep that short. */
const ZONES_AT_ONCE = 50;

/** Open screens are told of a long settling every so many slices, and at its end. */
const SLICES_A_TELLING = 5;

/**
 * Computes what is stale, missing or of another hour. Done twice it does no harm: the second finds nothing.
 * @param rest what the slice before left @param ms after which it leaves the rest to another slice, so that companies take turns
 * @returns what is left; null: nothing is
 */
export async function computeWindows(
  actor: Actor,
  { rest = null, ms = Infinity }: Readonly<{ rest?: WindowsRest | null; ms?: number }> = {},
): Promise<WindowsRest | null> {
  const until = performance.now() + ms;
  const isOver = () => performance.now() >= until;
  // looked at once for all slices: a line's regret does not hang on how the work was cut
  const lasts = rest?.lasts ?? (await beginWindows(actor));
  let isAny = rest?.isUntold ?? false;
  /** false: the time is over */
  const compute = async (asked: Asked): Promise<boolean> => {
    // a batch holds rows that a command may wait for, and may wait itself for an outlook that the command computes
    while (await againWhereCollided(() => computeBatch(actor, asked, lasts))) {
      isAny = true;
      if (isOver()) return false;
    }
    return true;
  };
  const asked: Asked = new Map();
  let isDone = await compute(asked);
  // the odds beyond the forecast are kept once a year for each way in which an application is asked: what was computed
  // without them is computed again
  if (await keepOdds(actor, asked)) isDone = !isOver() && (await compute(new Map()));
  if (isDone) {
    const followUps = await computeFollowUps(actor, isOver);
    isAny ||= followUps.isAny;
    isDone = followUps.isDone;
  }
  const slices = (rest?.slices ?? 0) + 1;
  const isTold = isAny && (isDone || slices % SLICES_A_TELLING === 0);
  if (isTold) await inOrganisation(actor, (db) => tellChange(db, actor.orgId, null));
  return isDone ? null : { lasts, slices, isUntold: isAny && !isTold };
}

/** Room for what is planned since, and the lines that could go when they were last looked at. */
const beginWindows = (actor: Actor): Promise<Waiting['lasts']> =>
  inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    await makeRoomForWindows(db, actor.orgId, moment.today);
    return linesByLastDay(db);
  });

/** Contexts whose past years are asked for, by station and key; what is kept of them, and for which zones nothing was. */
type Asked = Map<
  string,
  Readonly<{ stationId: string; context: GateContext; past: PastOdds | null; without: Set<string> }>
>;

/** @returns whether something is known now that was not when windows were computed: these are stale */
async function keepOdds(actor: Actor, asked: Asked): Promise<boolean> {
  const zones = new Set<string>();
  for (const { stationId, context, without } of asked.values())
    await againWhereCollided(() =>
      inOrganisation(actor, async (db) => {
        await keepPastOdds(db, actor.orgId, stationId, context);
        const isKnown =
          without.size > 0 && (await pastOddsOf(db, stationId, [context]))[pastYearsKey(context)];
        if (isKnown) for (const id of without) zones.add(id);
      }),
    );
  await inOrganisation(actor, (db) => markWindowsStale(db, [...zones]));
  return zones.size > 0;
}

/** @param lasts lines that could go when they were last looked at @returns false: nothing was left to compute */
async function computeBatch(actor: Actor, asked: Asked, lasts: Waiting['lasts']): Promise<boolean> {
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const forHour = hourOfMoment(moment);
    const taken = await takeStaleWindows(db, forHour, ZONES_AT_ONCE);
    if (!taken.size) return false;
    const zones = await zonesByIds(db, [...taken.keys()]);
    // what was read at a lawn speaks for others of its kind: all of it is up to date before any is computed
    const { crossings } = await houseOf(db);
    await compareReadings(db, actor.orgId, await zonesWithReadings(db), crossings.depth, moment.today);
    const { books, house, labels } = await assemble(db, actor, zones, moment);
    const soils = await soilsOf(db, actor.orgId, zones, house.crossings.depth, moment.today);
    const { workFrom, workTo } = house.rules;
    const waiting: Waiting = { lasts, crews: crewsFrom(house.planning, workTo - workFrom) };
    const windows: NewWindow[] = [];
    const drop: string[] = [];
    for (const [zoneId, ids] of taken) {
      const book = books.get(zoneId);
      const watched = book && !book.zone.closed ? watchedOf(book) : new Set<string>();
      for (const id of ids)
        if (book && watched.has(id)) {
          const context = contextOf(book.applications, id, book.facts);
          const { stationId } = book.zone;
          const key = pastYearsKey(context);
          const place = `${stationId}|${key}`;
          const before = asked.get(place);
          // what is not there is not there for any of them
          const past = before ? before.past : ((await pastOddsOf(db, stationId, [context]))[key] ?? null);
          const soil = soils.get(zoneId) ?? null;
          windows.push(
            windowFor(book, id, context, {
              past,
              soil,
              planning: house.planning,
              waiting,
              labels: labels.now,
            }),
          );
          const without = before?.without ?? new Set<string>();
          if (!past) without.add(zoneId);
          asked.set(place, { stationId, context, past, without });
        } else drop.push(id);
    }
    await writeWindows(db, forHour, windows, drop);
    return true;
  });
}

/** What boards show of a zone: what is due or near, and what comes next. */
function watchedOf({ applications, facts }: ZoneBook): Set<string> {
  const open = applications.filter(isOpen);
  const near = addDays(facts.today, WATCHED_DAYS);
  return new Set(open.filter((a, i) => i === 0 || a.plannedOn <= near).map((a) => a.id));
}

/** What regret asks for beside the book. */
type Season = Readonly<{
  past: PastOdds | null;
  soil: SoilOf | null;
  planning: StoredPlanning;
  waiting: Waiting;
  labels: readonly Label[];
}>;

function windowFor(book: ZoneBook, id: string, context: GateContext, season: Season): NewWindow {
  const { applications, facts } = book;
  const { today } = facts;
  const planned = applications.find((a) => a.id === id);
  const { all, lanes } = windowOf(context, yearAhead(today, planned?.plannedOn));
  const now = spanAt(all, today)?.verdict;
  const [gate, ...more] = now?.by ?? [];
  const held = lanes.flatMap(({ gate: g, of, lane }) => {
    const verdict = g.key === gate ? spanAt(lane, today)?.verdict : undefined;
    return verdict?.state === now?.state && verdict ? [{ of, reason: verdict.reason }] : [];
  })[0];
  const openFrom = nextOpen(all, today)?.from ?? null;
  const ajar = nextOpen(all, today, 'ajar');
  const isAllowed = now !== undefined && now.state !== 'shut';
  const lastDay = lastDayOf(context, all, planned?.plannedOn ?? today);
  const regret = isAllowed ? regretNow(book, id, all, season, lastDay.last) : null;
  return {
    applicationId: id,
    state: isAllowed ? now.state : openFrom === null && !ajar ? 'never' : 'shut',
    regret: regret?.points ?? 0,
    openFrom,
    ajarFrom: ajar?.from ?? null,
    lastOn: lastDay.last,
    lineOn: planned ? lineDay(context, planned.plannedOn) : null,
    version: planned?.version ?? 0,
    body: {
      form: WINDOW_FORM,
      all,
      regret,
      lastDay,
      hours: hoursAhead(context, all),
      hold:
        gate && held
          ? {
              gate,
              reason: held.reason,
              more: more.length,
              product: productsOf(context).find((p) => p.position === held.of)?.label.name ?? '',
            }
          : null,
    },
  };
}

function regretNow(
  { applications, facts }: ZoneBook,
  id: string,
  all: WindowLane,
  { past, soil, planning, waiting, labels }: Season,
  last: Day | null,
): Regret {
  const { today } = facts;
  const question = worthQuestion(applications, id, facts, labels);
  return regretFor(
    today,
    worthOf(question, soil, planning.school, labels),
    chanceOn(all, today, past, planning.daysAWeek, roomFor(waiting, today, last)),
    last ?? undefined,
  );
}
