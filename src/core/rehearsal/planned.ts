/**
 * The planner's own season in a year that is played: what it proposes on the first Monday, carried out as the days then let
 * and as the soil then asks: before its day where no later one would be left.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { windowOf } from '@/core/gates/window';
import { NOTHING_READ, soilRunsOf } from '@/core/ground/outlook';
import { rateForTurf } from '@/core/products/label';
import { contextFor } from '@/core/season/planner/options';
import { planProgrammes } from '@/core/season/planner/planner';
import { ensembleAt, knownOn, labelled, weeksOf, type Move, type Play } from './rehearsal';
import { shared } from './shared';

const WEEK = 7;
/** From so many days before its own an application is watched, and until so many after it is still carried out. Ours. */
const AHEAD_DAYS = 35;
const WITHIN_DAYS = 28;
/**
 * It waits as long as so many days that may work come after this week, ahead of the line at its earliest in 10: wind and
 * rain take most of them. Ours.
 */
const LEFT_DAYS = 7;
/** Of the line: it is even odds at most that it is behind a day, and 1 in 10 at least. */
const MAYBE_BEHIND: readonly string[] = ['line-may-be-crossed', 'autumn-may-be-here'];

/** What it put down; none: it proposes nothing, or no day let it. */
export function plannedSeason(p: Play, known = shared()): Move[] {
  const monday = weeksOf(p.year)[0]!;
  const facts = knownOn(p, [], monday, known.morning(p, monday));
  const { programmes } = planProgrammes({
    facts,
    labels: p.labels,
    targets: p.targets,
    rules: p.planning,
    kept: [],
    planned: [],
    runs: soilRunsOf(ensembleAt(p, monday, facts.forecast), NOTHING_READ),
  });
  // its first proposal, also where that is to put nothing down
  const wished = (programmes[0]?.applications ?? [])
    .filter((a) => a.plannedOn < weeksOf(p.year).at(-1)!)
    .toSorted((a, b) => a.plannedOn - b.plannedOn)
    .flatMap((a) => a.products.map((product) => ({ on: a.plannedOn, product })));
  return wished.reduce<Move[]>((moves, { on, product }) => {
    const high = rateForTurf(product.label, facts.zone, product.use)?.high;
    if (!high) return moves;
    const move: Move = {
      on,
      productId: product.label.id,
      use: product.use,
      share: Math.min(1, product.rate.rate / high.rate),
    };
    const before = moves.findLast((m) => m.productId === move.productId && m.use === move.use);
    const follows = (product.tie?.part ?? 1) > 1 ? (before?.on ?? null) : null;
    const day = dayFor(p, moves, move, follows, known);
    return day === null ? moves : [...moves, { ...move, on: day }];
  }, []);
}

/**
 * When something that was planned for a day goes down, asked anew on every Monday: on its day or the first after it that
 * lets it, and before it where by what is then known too few days come after this week. Null: no day did.
 * @param follows day of the part before it, which it follows instead of the line; null: it is no later part
 */
export function dayFor(
  p: Play,
  moves: readonly Move[],
  wish: Move,
  follows: Day | null = null,
  known = shared(),
): Day | null {
  const found = labelled(p, wish);
  if (!found) return null;
  const mondays = weeksOf(p.year).filter((d) => d >= wish.on - AHEAD_DAYS && d < wish.on + WITHIN_DAYS);
  for (const monday of mondays) {
    const facts = knownOn(p, moves, monday, known.morning(p, monday));
    const ahead = wish.on - monday;
    const length = Math.max(WEEK, ahead + WITHIN_DAYS);
    const context = contextFor(facts, found.label, wish.use, [], found.rate, follows);
    const { all, lanes } = windowOf(context, { from: monday, to: addDays(monday, length) });
    const line = lanes.find(({ gate }) => gate.key === 'soil-line')?.lane ?? [];
    const days = Array.from({ length }, (_, d) => {
      const state = spanAt(all, addDays(monday, d))?.verdict.state ?? 'shut';
      const code = spanAt(line, addDays(monday, d))?.verdict.reason.code ?? '';
      return { state, isAhead: !MAYBE_BEHIND.includes(code) };
    });
    const later = days.slice(WEEK).filter((d) => d.state !== 'shut' && d.isAhead);
    if (ahead >= WEEK && later.length >= LEFT_DAYS) continue;
    const from = ahead >= WEEK ? 0 : Math.max(0, ahead);
    const week = days.slice(from, WEEK).map((d) => d.state);
    const first = week.includes('open') ? week.indexOf('open') : week.indexOf('ajar');
    if (first >= 0) return addDays(monday, from + first);
  }
  return null;
}
