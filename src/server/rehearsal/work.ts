/** The rehearsal as threads work it: plain data in, plain data out. */
import { addDays } from '@/core/calendar/day';
import { injuriesOf, type Injury } from '@/core/rehearsal/injury';
import { lessonsOf, type Lesson } from '@/core/rehearsal/lessons';
import { madeYears } from '@/core/rehearsal/made-year';
import { plannedSeason } from '@/core/rehearsal/planned';
import {
  seasonTruth,
  weekOf,
  weeksOf,
  whyNot,
  type Against,
  type Move,
  type Play,
} from '@/core/rehearsal/rehearsal';
import { roundOf, type Played, type RoundWeek } from '@/core/rehearsal/round';
import { shared, type Shared } from '@/core/rehearsal/shared';
import { ALL_WAYS, contestOf, type Contest } from '@/core/rehearsal/schools';
import { bestWithHindsight, scoreOf, type Score } from '@/core/rehearsal/score';
import { rateForTurf } from '@/core/products/label';

/** `made`: the number of a year that never was; 0: the year as it came. All lawns have one station. */
type Lawns = Readonly<{ lawns: readonly Played[]; made: number }>;

/** The lawns in their year, as it came or made. */
function inYear({ lawns, made }: Lawns): readonly Played[] {
  const [one] = lawns;
  if (made === 0 || !one) return lawns;
  const { observed } = madeYears(one.play, one.play.year)(made);
  return lawns.map((l) => ({ ...l, play: { ...l.play, observed } }));
}

export function week(q: Lawns & Readonly<{ week: number; share: number }>): RoundWeek {
  const { morning } = shared();
  return roundOf(
    inYear(q).map(({ play, moves }) => {
      const from = weeksOf(play.year)[q.week]!;
      return weekOf(play, moves, from, q.share, morning(play, from));
    }),
  );
}

/** Of each lawn; null: it may be put down there. */
export function against(q: Lawns & Readonly<{ move: Move }>): readonly (readonly Against[] | null)[] {
  const { morning } = shared();
  return inYear(q).map(({ play, moves }) => whyNot(play, moves, q.move, morning(play, q.move.on)));
}

/** A season as it was carried out, and how it went. */
export type Carried = Readonly<{ moves: readonly Move[]; score: Score; injuries: readonly Injury[] }>;
/** A season beside others: as it was played, as the planner would have, and the best that one product could have done. */
export type Ending = Readonly<{
  yours: Carried;
  planner: Carried;
  /** null: no barrier is among the products */
  best: Carried | null;
}>;
export function endings(q: Lawns): readonly Ending[] {
  const known = shared();
  return inYear(q).map((lawn) => endingOf(lawn, known));
}

function endingOf({ play, moves }: Played, known: Shared): Ending {
  const { runs } = known.truth(play);
  const carried = (moves: readonly Move[], lost = true): Carried => ({
    moves,
    score: scoreOf(play, moves, runs, lost),
    injuries: injuriesOf(play, moves, known),
  });
  const weeks = weeksOf(play.year);
  const days = { from: weeks[0]!, to: addDays(weeks.at(-1)!, -56) };
  const barriers = play.labels.filter((l) => l.inSoil && rateForTurf(l, play.facts.zone, 'pre-emergent'));
  const best = bestWithHindsight(play, runs, barriers, days);
  return {
    yours: carried(moves),
    planner: carried(plannedSeason(play, known)),
    best: best ? carried(best.moves, false) : null,
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
