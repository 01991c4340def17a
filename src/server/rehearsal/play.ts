/** A season played on the company's lawns: nothing of it is kept here, and nothing of it touches the book. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { yearOf, type Day } from '@/core/calendar/day';
import { wholeYears } from '@/core/ground/ensemble';
import { playable, weeksOf, type Against, type Move, type Play } from '@/core/rehearsal/rehearsal';
import type { Lesson } from '@/core/rehearsal/lessons';
import type { Played, RoundWeek } from '@/core/rehearsal/round';
import type { Contest } from '@/core/rehearsal/schools';
import { rateForTurf, type Label } from '@/core/products/label';
import { usualTargets, type Target } from '@/core/season/planner/question';
import { USES, isPreEmergent } from '@/core/trade/terms';
import { emergenceOf } from '@/core/weeds/emergence';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { siteName, zonesOf, type ZoneOnLawn } from '@/data/lawns';
import { ruleFor } from '@/data/outlooks';
import { planningRulesFrom } from '@/data/planning-rules';
import { PAST_YEARS, observedWeather } from '@/data/weather';
import { inThread, task } from '@/threads/threads';
import { done, refuse, type Outcome } from '../entry/outcome';
import { assemble } from '../facts';
import type { against, contest, Ending, endings, lessons, week } from './work';

const WEEK = task<typeof week>('screens', 'server/rehearsal/work', 'week');
const AGAINST = task<typeof against>('screens', 'server/rehearsal/work', 'against');
// long, for a round: no screen of others waits behind it
const ENDINGS = task<typeof endings>('questions', 'server/rehearsal/work', 'endings');
const LESSONS = task<typeof lessons>('screens', 'server/rehearsal/work', 'lessons');
const CONTEST = task<typeof contest>('questions', 'server/rehearsal/work', 'contest');

/** More products make a week slow to read and to compute. */
const MOST_PRODUCTS = 10;
const MOST_ZONES = 400;
const MOST_MOVES = 40;
/** The end of a round plays the planner's season on each lawn, a morning a week: it is given so long. */
const ENDING_SECONDS = 180;
/** Lawns that are played together. */
const ROUND = 12;
/** Years that never were, which may be asked for by their number. */
const MADE_YEARS = 30;

export type RehearsalSheet = Readonly<{
  zones: readonly Readonly<{ id: string; name: string }>[];
  zoneId: string | null;
  /** the lawn and those after it in the list that are at its station; one alone: no others are */
  round: readonly string[];
  years: readonly number[];
  /** how many more that never were */
  made: number;
  /** of all lawns of the round */
  products: readonly Readonly<{ id: string; name: string }>[];
  /** of the lawn */
  barriers: readonly Readonly<{ id: string; name: string }>[];
  targets: readonly string[];
  weeks: number;
  lessons: readonly Lesson[];
}>;

/** What may be played on a lawn; without one the first of the list. */
export function rehearsalSheet(actor: Actor, wished: string | null): Promise<RehearsalSheet> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const all = (await zonesOf(db)).filter((z) => !z.closed);
    const at = Math.max(
      0,
      all.findIndex((z) => z.id === wished),
    );
    const zone = all[at];
    const round = [...all.slice(at), ...all.slice(0, at)]
      .filter((z) => z.stationId === zone!.stationId)
      .slice(0, ROUND);
    const plays = zone ? await playsOf(db, actor, round, null) : null;
    const own = plays?.plays[0];
    const name = (l: Label) => ({ id: l.id, name: l.name });
    const products = new Map(plays?.plays.flatMap((p) => p.labels.map((l) => [l.id, name(l)])));
    return {
      zones: all.slice(0, MOST_ZONES).map((z) => ({ id: z.id, name: siteName(z) })),
      zoneId: zone?.id ?? null,
      round: round.map((z) => z.id),
      years: plays?.years ?? [],
      made: plays?.years.length ? MADE_YEARS : 0,
      products: [...products.values()],
      barriers: (own?.labels ?? []).filter((l) => l.rates.some((r) => isPreEmergent(r.use))).map(name),
      targets: own?.targets.map((t) => t.weed) ?? [],
      weeks: weeksOf(2001).length,
      lessons:
        own && plays.years.length ? await inThread(LESSONS, actor.orgId, { ...own, labels: plays.all }) : [],
    };
  });
}

/** In the order of the lawns that were asked; `all`: products for any turf, which lessons may speak of. */
type Plays = Readonly<{ plays: readonly Play[]; years: readonly number[]; all: readonly Label[] }>;

/** Lawns of one station. Null: there is none, or no weather on file. */
async function playsOf(
  db: Transaction,
  actor: Actor,
  zones: readonly ZoneOnLawn[],
  year: number | null,
): Promise<Plays | null> {
  const observed = zones[0] ? await observedWeather(db, zones[0].stationId) : null;
  if (!observed) return null;
  const moment = await momentOf(db, actor);
  const { house, labels, books } = await assemble(db, actor, zones, moment, { sky: false });
  const past = wholeYears(observed, yearOf(moment.today)).slice(-PAST_YEARS);
  const years = playable(observed, past);
  const registered = labels.now.filter((l) => l.status === 'registered');
  const play = (zone: ZoneOnLawn): Play => {
    const book = books.get(zone.id)!;
    const crossing = ruleFor(house.crossings, zone.school);
    const targets = springTargets(usualTargets(book.applications, book.facts.seen, moment.today));
    return {
      facts: book.facts,
      site: zone.site,
      depth: house.crossings.depth,
      observed,
      years: past,
      // signs are seen, and of a past year nobody has them
      rule: crossing.school === 'signs' ? house.crossings.rules['run of days'] : crossing,
      fall: house.crossings.fall,
      year: year ?? years.at(-1) ?? 0,
      labels: fitting(registered, zone, targets),
      targets,
      planning: planningRulesFrom(house.planning),
    };
  };
  return { years, all: registered, plays: zones.map(play) };
}

/** Labels that take one of the targets on this turf, what lasts longest first. */
function fitting(labels: readonly Label[], { facts }: ZoneOnLawn, targets: readonly Target[]): Label[] {
  const takes = (l: Label) =>
    targets.some((t) => l.before.includes(t.weed) || l.after.some((x) => x.weed === t.weed));
  const months = (l: Label) => rateForTurf(l, facts, 'pre-emergent')?.months ?? 0;
  return labels
    .filter(
      (l) => takes(l) && (rateForTurf(l, facts, 'pre-emergent') ?? rateForTurf(l, facts, 'post-emergent')),
    )
    .toSorted((a, b) => months(b) - months(a))
    .slice(0, MOST_PRODUCTS);
}

/** The season that is played is that of the spring weeds. */
function springTargets(all: readonly Target[]): readonly Target[] {
  const spring = all.filter((t) => emergenceOf(t.weed)?.direction === 'rising');
  return spring.length ? spring : [{ weed: 'smooth-crabgrass', weight: 1 }];
}

type TypedMove = Readonly<{ on: number; productId: string; use: string; share: number }>;
type TypedLawn = Readonly<{ zoneId: string; moves: readonly TypedMove[] }>;
/** `made`: the number of a year that never was, put where `year` stood; 0: the year as it came */
export type SeasonInput = Readonly<{ lawns: readonly TypedLawn[]; year: number; made: number }>;
export type WeekInput = SeasonInput & Readonly<{ week: number; share: number }>;
export type MoveInput = SeasonInput & Readonly<{ move: TypedMove }>;
export type ContestInput = Readonly<{ zoneId: string; productId: string; years: number }>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const share = Joi.number().min(0.05).max(1).required();
const move = Joi.object<TypedMove>({
  on: Joi.number().integer().min(0).max(40_000).required(),
  productId: id,
  use: Joi.string()
    .valid(...USES)
    .required(),
  share,
});
const lawn = Joi.object({ zoneId: id, moves: Joi.array().items(move.optional()).max(MOST_MOVES).required() });
const season = {
  lawns: Joi.array().items(lawn.required()).max(ROUND).unique('zoneId').required(),
  year: Joi.number().integer().min(1900).max(2200).required(),
  made: Joi.number().integer().min(0).max(MADE_YEARS).required(),
};
export const weekShape = Joi.object<WeekInput>({
  ...season,
  share,
  week: Joi.number().integer().min(0).max(60).required(),
}).required();
export const moveShape = Joi.object<MoveInput>({ ...season, move: move.required() }).required();
export const endingShape = Joi.object<SeasonInput>(season).required();
export const contestShape = Joi.object<ContestInput>({
  zoneId: id,
  productId: id,
  years: Joi.number().integer().min(3).max(30).required(),
}).required();

/** Runs what was asked on the lawns' plays; a year that cannot be played, and a lawn that is not there, are refused. */
async function onPlays<T>(
  actor: Actor,
  zoneIds: readonly string[],
  year: number | null,
  run: (plays: readonly Play[]) => Promise<T>,
): Promise<Outcome<T>> {
  requirePermission(actor, 'see');
  const made = await inOrganisation(actor, async (db) => {
    const all = new Map((await zonesOf(db)).map((z) => [z.id, z]));
    const zones = zoneIds.flatMap((z) => all.get(z) ?? []);
    const isRound = zones.every((z) => z.stationId === zones[0]!.stationId);
    return zones.length === zoneIds.length && isRound ? playsOf(db, actor, zones, year) : null;
  });
  if (!made) return refuse({ kind: 'gone' });
  const played = year ?? made.years.at(-1) ?? null;
  if (played === null || !made.years.includes(played))
    return refuse({
      kind: 'invalid',
      issues: [issue('Year', 'year-not-playable', { year, years: made.years })],
    });
  return done(await run(made.plays));
}

const onLawns = <T>(
  actor: Actor,
  { lawns, year }: SeasonInput,
  run: (played: readonly Played[]) => Promise<T>,
): Promise<Outcome<T>> =>
  onPlays(
    actor,
    lawns.map((l) => l.zoneId),
    year,
    (plays) => run(plays.map((play, i) => ({ play, moves: lawns[i]!.moves as readonly Move[] }))),
  );

export const playWeek = (actor: Actor, q: WeekInput): Promise<Outcome<RoundWeek>> =>
  onLawns(actor, q, (lawns) =>
    inThread(WEEK, actor.orgId, {
      lawns,
      made: q.made,
      share: q.share,
      week: Math.min(q.week, weeksOf(q.year).length - 1),
    }),
  );

/** Of each lawn what stands against it on the day; null: it may be put down there. */
export type Stood = Readonly<{ zoneId: string; against: readonly Against[] | null }>;
export async function playMove(actor: Actor, q: MoveInput): Promise<Outcome<readonly Stood[]>> {
  const move = { ...q.move, on: q.move.on as Day } as Move;
  const outcome = await onLawns(actor, q, (lawns) =>
    inThread(AGAINST, actor.orgId, { lawns, made: q.made, move }),
  );
  if (!outcome.ok) return outcome;
  const stood = outcome.value.map((against, i) => ({ zoneId: q.lawns[i]!.zoneId, against }));
  // nothing stands against it, and it may not: no such product on this turf, or a day of another year
  const asked = stood.filter((s) => s.against === null || s.against.length > 0);
  return asked.length ? done(asked) : refuse({ kind: 'gone' });
}

/** Of each lawn, in the order in which they were asked. */
export const playEnding = (actor: Actor, q: SeasonInput): Promise<Outcome<readonly Ending[]>> =>
  onLawns(actor, q, async (lawns) => {
    // lawns of one soil go together, and each thread has its share
    const soilOf = ({ play }: Played) => JSON.stringify([play.site, play.rule]);
    const inOrder = lawns.toSorted((a, b) => soilOf(a).localeCompare(soilOf(b)));
    const half = Math.ceil(inOrder.length / 2);
    const shares = [inOrder.slice(0, half), inOrder.slice(half)].filter((s) => s.length > 0);
    const ended = await Promise.all(
      shares.map((s) =>
        inThread(ENDINGS, actor.orgId, { lawns: s, made: q.made }, { seconds: ENDING_SECONDS }),
      ),
    );
    const byLawn = new Map(ended.flat().map((ending, i) => [inOrder[i]!, ending]));
    return lawns.map((lawn) => byLawn.get(lawn)!);
  });

/** Of a product that may be put down there; another is gone from the list that it was chosen from. */
export async function playContest(actor: Actor, q: ContestInput): Promise<Outcome<Contest>> {
  const outcome = await onPlays(actor, [q.zoneId], null, async ([play]) =>
    play?.labels.some((l) => l.id === q.productId)
      ? inThread(CONTEST, actor.orgId, { play, productId: q.productId, count: q.years })
      : null,
  );
  if (!outcome.ok) return outcome;
  return outcome.value ? done(outcome.value) : refuse({ kind: 'gone' });
}
