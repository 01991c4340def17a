/** A season played on one of the company's lawns: nothing of it is kept here, and nothing of it touches the book. */
import 'server-only';
import Joi from 'joi';
import { yearOf, type Day } from '@/core/calendar/day';
import { wholeYears } from '@/core/ground/ensemble';
import { playable, weeksOf, type Against, type Move, type Play, type Week } from '@/core/rehearsal/rehearsal';
import type { Lesson } from '@/core/rehearsal/lessons';
import type { Contest } from '@/core/rehearsal/schools';
import { rateForTurf, type Label } from '@/core/products/label';
import { usualTargets, type Target } from '@/core/season/planner/question';
import { USES, isPreEmergent } from '@/core/trade/terms';
import { emergenceOf } from '@/core/weeds/emergence';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { siteName, zoneOf, zonesOf } from '@/data/lawns';
import { ruleFor } from '@/data/outlooks';
import { planningRulesFrom } from '@/data/planning-rules';
import { PAST_YEARS, observedWeather } from '@/data/weather';
import { inThread, task } from '@/threads/threads';
import { done, refuse, type Outcome } from '../entry/outcome';
import { assemble } from '../facts';
import type { against, contest, ending, Ending, lessons, week } from './work';

const WEEK = task<typeof week>('screens', 'server/rehearsal/work', 'week');
const AGAINST = task<typeof against>('screens', 'server/rehearsal/work', 'against');
const ENDING = task<typeof ending>('screens', 'server/rehearsal/work', 'ending');
const LESSONS = task<typeof lessons>('screens', 'server/rehearsal/work', 'lessons');
const CONTEST = task<typeof contest>('screens', 'server/rehearsal/work', 'contest');

/** More products make a week slow to read and to compute. */
const MOST_PRODUCTS = 10;
const MOST_ZONES = 400;
const MOST_MOVES = 40;

export type RehearsalSheet = Readonly<{
  zones: readonly Readonly<{ id: string; name: string }>[];
  zoneId: string | null;
  years: readonly number[];
  products: readonly Readonly<{ id: string; name: string; isBarrier: boolean }>[];
  targets: readonly string[];
  weeks: number;
  lessons: readonly Lesson[];
}>;

/** What may be played on a lawn; without one the first of the list. */
export function rehearsalSheet(actor: Actor, wished: string | null): Promise<RehearsalSheet> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const all = (await zonesOf(db)).filter((z) => !z.closed).slice(0, MOST_ZONES);
    const zone = all.find((z) => z.id === wished) ?? all[0];
    const made = zone ? await playOf(db, actor, zone.id, null) : null;
    return {
      zones: all.map((z) => ({ id: z.id, name: siteName(z) })),
      zoneId: zone?.id ?? null,
      years: made?.years ?? [],
      products: (made?.play.labels ?? []).map((l) => ({
        ...{ id: l.id, name: l.name },
        isBarrier: l.rates.some((r) => isPreEmergent(r.use)),
      })),
      targets: made?.play.targets.map((t) => t.weed) ?? [],
      weeks: weeksOf(2001).length,
      lessons: made?.years.length ? await inThread(LESSONS, { ...made.play, labels: made.all }) : [],
    };
  });
}

/** `all`: products for any turf, which lessons may speak of */
type Made = Readonly<{ play: Play; years: readonly number[]; all: readonly Label[] }>;

/** Null: no such zone here, or no weather on file. */
async function playOf(
  db: Transaction,
  actor: Actor,
  zoneId: string,
  year: number | null,
): Promise<Made | null> {
  const zone = await zoneOf(db, zoneId);
  const observed = zone && (await observedWeather(db, zone.stationId));
  if (!zone || !observed) return null;
  const moment = await momentOf(db, actor);
  const { house, labels, books } = await assemble(db, actor, [zone], moment, { sky: false });
  const book = books.get(zone.id)!;
  const past = wholeYears(observed, yearOf(moment.today)).slice(-PAST_YEARS);
  const years = playable(observed, past);
  const crossing = ruleFor(house.crossings, zone.school);
  const targets = springTargets(usualTargets(book.applications, book.facts.seen, moment.today));
  const takes = (l: Label) =>
    targets.some((t) => l.before.includes(t.weed) || l.after.some((x) => x.weed === t.weed));
  const months = (l: Label) => rateForTurf(l, zone.facts, 'pre-emergent')?.months ?? 0;
  const onTurf = labels.now.filter(
    (l) =>
      l.status === 'registered' &&
      takes(l) &&
      (rateForTurf(l, zone.facts, 'pre-emergent') ?? rateForTurf(l, zone.facts, 'post-emergent')),
  );
  return {
    years,
    all: labels.now.filter((l) => l.status === 'registered'),
    play: {
      ...{ facts: book.facts, site: zone.site, depth: house.crossings.depth, observed, years: past },
      // signs are seen, and of a past year nobody has them
      rule: crossing.school === 'signs' ? house.crossings.rules['run of days'] : crossing,
      year: year ?? years.at(-1) ?? 0,
      labels: onTurf.toSorted((a, b) => months(b) - months(a)).slice(0, MOST_PRODUCTS),
      targets,
      planning: planningRulesFrom(house.planning),
    },
  };
}

/** The season that is played is that of the spring weeds. */
function springTargets(all: readonly Target[]): readonly Target[] {
  const spring = all.filter((t) => emergenceOf(t.weed)?.direction === 'rising');
  return spring.length ? spring : [{ weed: 'smooth-crabgrass', weight: 1 }];
}

export type EndingInput = Readonly<{ zoneId: string; year: number; moves: readonly TypedMove[] }>;
type TypedMove = Readonly<{ on: number; productId: string; use: string; share: number }>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const move = Joi.object<TypedMove>({
  on: Joi.number().integer().min(0).max(40_000).required(),
  productId: id,
  use: Joi.string()
    .valid(...USES)
    .required(),
  share: Joi.number().min(0.05).max(1).required(),
});
const asked = {
  zoneId: id,
  year: Joi.number().integer().min(1900).max(2200).required(),
  moves: Joi.array().items(move.optional()).max(MOST_MOVES).required(),
};
export type WeekInput = EndingInput & Readonly<{ week: number; share: number }>;
export const weekShape = Joi.object<WeekInput>({
  ...asked,
  week: Joi.number().integer().min(0).max(60).required(),
  share: Joi.number().min(0.05).max(1).required(),
}).required();
export type MoveInput = EndingInput & Readonly<{ move: TypedMove }>;
export const moveShape = Joi.object<MoveInput>({ ...asked, move: move.required() }).required();
export const endingShape = Joi.object<EndingInput>(asked).required();
export type ContestInput = Readonly<{ zoneId: string; productId: string; years: number }>;
export const contestShape = Joi.object<ContestInput>({
  ...{ zoneId: id, productId: id },
  years: Joi.number().integer().min(3).max(30).required(),
}).required();

/** Runs what was asked on the lawn's play; a year that cannot be played, and a lawn that is not there, are refused. */
async function played<T>(
  actor: Actor,
  { zoneId, year }: Readonly<{ zoneId: string; year: number | null }>,
  run: (play: Play) => Promise<T>,
): Promise<Outcome<T>> {
  requirePermission(actor, 'see');
  const made = await inOrganisation(actor, (db) => playOf(db, actor, zoneId, year));
  if (!made) return refuse({ kind: 'gone' });
  if (!made.years.includes(made.play.year))
    return refuse({
      kind: 'invalid',
      issues: [
        {
          field: 'Year',
          problem: `${year ?? 'No year'} cannot be played with the weather that is on file`,
          remedy: made.years.length
            ? `Choose one of ${made.years.join(', ')}.`
            : 'Three whole years of the station’s weather are needed: take a file of them in under Files.',
        },
      ],
    });
  return done(await run(made.play));
}
const moves = (typed: readonly TypedMove[]) => typed as readonly Move[];

export const playWeek = (actor: Actor, q: WeekInput): Promise<Outcome<Week>> =>
  played(actor, q, (play) =>
    inThread(WEEK, {
      ...{ play, moves: moves(q.moves), share: q.share },
      week: Math.min(q.week, weeksOf(q.year).length - 1),
    }),
  );

/** Whether something may be put down on a day; what stands against it where it may not. */
export async function playMove(actor: Actor, q: MoveInput): Promise<Outcome<readonly Against[] | null>> {
  const move = { ...q.move, on: q.move.on as Day } as Move;
  const outcome = await played(actor, q, (play) => inThread(AGAINST, { play, moves: moves(q.moves), move }));
  // nothing stands against it, and it may not: no such product on this turf, or a day of another year
  return outcome.ok && outcome.value?.length === 0 ? refuse({ kind: 'gone' }) : outcome;
}

export const playEnding = (actor: Actor, q: EndingInput): Promise<Outcome<Ending>> =>
  played(actor, q, (play) => inThread(ENDING, { play, moves: moves(q.moves) }));

export const playContest = (actor: Actor, q: ContestInput): Promise<Outcome<Contest>> =>
  played(actor, { zoneId: q.zoneId, year: null }, (play) =>
    inThread(CONTEST, { play, productId: q.productId, count: q.years }),
  );
