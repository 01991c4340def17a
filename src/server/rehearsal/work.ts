/** The rehearsal as threads work it: plain data in, plain data out. */
import { addDays } from '@/core/calendar/day';
import { lessonsOf, type Lesson } from '@/core/rehearsal/lessons';
import { plannedSeason } from '@/core/rehearsal/planned';
import {
  risksOf,
  seasonTruth,
  weekOf,
  weeksOf,
  whyNot,
  type Against,
  type Move,
  type Play,
  type Risk,
  type Week,
} from '@/core/rehearsal/rehearsal';
import { ALL_WAYS, contestOf, type Contest } from '@/core/rehearsal/schools';
import { bestWithHindsight, scoreOf, type Score } from '@/core/rehearsal/score';
import { rateForTurf } from '@/core/products/label';

export const week = (
  q: Readonly<{ play: Play; moves: readonly Move[]; week: number; share: number }>,
): Week => weekOf(q.play, q.moves, weeksOf(q.play.year)[q.week]!, q.share);

/** Null: it may be put down. */
export const against = (
  q: Readonly<{ play: Play; moves: readonly Move[]; move: Move }>,
): readonly Against[] | null => whyNot(q.play, q.moves, q.move);

/** A season beside others: as it was played, as the planner would have, and the best that one product could have done. */
export type Ending = Readonly<{
  yours: Score;
  /** what of it was put down while turf could be hurt */
  risks: readonly Risk[];
  planner: Readonly<{ moves: readonly Move[]; score: Score }>;
  /** null: no barrier is among the products */
  best: Readonly<{ moves: readonly Move[]; score: Score }> | null;
}>;
export function ending({ play, moves }: Readonly<{ play: Play; moves: readonly Move[] }>): Ending {
  const { runs } = seasonTruth(play);
  const planned = plannedSeason(play);
  const weeks = weeksOf(play.year);
  const days = { from: weeks[0]!, to: addDays(weeks.at(-1)!, -56) };
  const barriers = play.labels.filter((l) => l.inSoil && rateForTurf(l, play.facts.zone, 'pre-emergent'));
  const tried = barriers.flatMap((l) => bestWithHindsight(play, runs, l, days) ?? []);
  const best = tried.toSorted((a, b) => b.hold - a.hold)[0];
  return {
    yours: scoreOf(play, moves, runs),
    risks: risksOf(play, moves),
    planner: { moves: planned, score: scoreOf(play, planned, runs) },
    best: best ? { moves: best.moves, score: scoreOf(play, best.moves, runs, false) } : null,
  };
}

export const lessons = (play: Play): readonly Lesson[] => lessonsOf(play, seasonTruth(play).runs);

/** @throws RangeError for a product that is not among the play's */
export function contest({
  play,
  productId,
  count,
}: Readonly<{ play: Play; productId: string; count: number }>): Contest {
  const label = play.labels.find((l) => l.id === productId);
  if (!label) throw new RangeError(`No product ${productId}`);
  return contestOf(play, label, ALL_WAYS, count);
}
