/**
 * The planner's own season in a year that is played: what it proposes on the first Monday, carried out as the days then let
 * and as the soil then asks: before its day where no later one would be left.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { NOTHING_READ, soilRunsOf } from '@/core/ground/outlook';
import { rateForTurf } from '@/core/products/label';
import { planProgrammes } from '@/core/season/planner/planner';
import { choiceOf, ensembleAt, knownOn, labelled, weeksOf, type Move, type Play } from './rehearsal';
import { shared } from './shared';

const WEEK = 7;
/** From so many days before its own an application is watched, and until so many after it is still carried out. Ours. */
const AHEAD_DAYS = 56;
const WITHIN_DAYS = 28;
/** It waits as long as so many days that may work come after this week: wind and rain take most of them. Ours. */
const LEFT_DAYS = 7;

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
    .flatMap((a) => a.products.map((x) => ({ on: a.plannedOn, product: x })))
    .toSorted((a, b) => a.on - b.on);
  return wished.reduce<Move[]>((moves, { on, product }) => {
    const high = rateForTurf(product.label, facts.zone, product.use)?.high;
    if (!high) return moves;
    const move: Move = {
      on,
      productId: product.label.id,
      use: product.use,
      share: Math.min(1, product.rate.rate / high.rate),
    };
    const day = dayFor(p, moves, move, known);
    return day === null ? moves : [...moves, { ...move, on: day }];
  }, []);
}

/**
 * When something that was planned for a day goes down, asked anew on every Monday: on its day or the first after it that
 * lets it, and before it where by what is then known too few days come after this week. Null: no day did.
 */
export function dayFor(p: Play, moves: readonly Move[], wish: Move, known = shared()): Day | null {
  const found = labelled(p, wish);
  if (!found) return null;
  const mondays = weeksOf(p.year).filter((d) => d >= wish.on - AHEAD_DAYS && d < wish.on + WITHIN_DAYS);
  for (const monday of mondays) {
    const facts = knownOn(p, moves, monday, known.morning(p, monday));
    const ahead = wish.on - monday;
    const length = Math.max(WEEK, ahead + WITHIN_DAYS);
    const { days } = choiceOf(facts, found.label, found.rate, wish.use, length);
    const later = days.slice(WEEK).filter((s) => s !== 'shut');
    if (ahead >= WEEK && later.length >= LEFT_DAYS) continue;
    const from = ahead >= WEEK ? 0 : Math.max(0, ahead);
    const week = days.slice(from, WEEK);
    const first = week.includes('open') ? week.indexOf('open') : week.indexOf('ajar');
    if (first >= 0) return addDays(monday, from + first);
  }
  return null;
}
