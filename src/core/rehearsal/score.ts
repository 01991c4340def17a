/**
 * How a rehearsed season went, by the truth of its year: what held, what was used of the year's limits, what was risked, what
 * seed waits for, cost and visits; and the best that could have been done, known afterwards.
 */
import { addDays, inYear, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { NOTHING_SEEN } from '@/core/facts/facts';
import { limitsOf } from '@/core/follow-ups/season-end';
import { packageCost } from '@/core/products/stock';
import { limitsFor, rateForTurf, type Label } from '@/core/products/label';
import { weighed, type WeighedRuns } from '@/core/barrier/barrier';
import { dosesAgainst } from '@/core/barrier/doses';
import { holdOn } from '@/core/barrier/hold';
import { leftOf } from '@/core/barrier/reached';
import type { Target } from '@/core/season/planner/question';
import { partOfRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { entryOf } from '@/core/records/ledger';
import { seedHoldsOn } from '@/core/records/safe-to-seed';
import { ledgerOf, type Move, type Play } from './rehearsal';
import { HAIR } from '@/core/units/tolerance';

export type Score = Readonly<{
  /** share of the flush that was stopped, by target and weighed; null: no target has a flush */
  hold: number | null;
  targets: readonly Readonly<{ weed: Weed; hold: number }>[];
  /** of the tightest of the year's limits, the share that was used */
  limit: number;
  /** seed has to wait past its day, by so many days */
  seedLate: number;
  /** USD; null: a price is not on its sheet */
  cost: number | null;
  visits: number;
}>;

/** @param truth from `seasonTruth` @param lost whether what rain and leaf took is counted: false for what might have been */
export function scoreOf(p: Play, moves: readonly Move[], truth: SoilRuns, lost = true): Score {
  const targets = heldBy(p, moves, truth.from, weighed(truth, p.planning.school), lost);
  const labelOf = (m: Move) => p.labels.find((l) => l.id === m.productId)!;
  const costs = moves.map((m) => {
    const high = rateForTurf(labelOf(m), p.facts.zone, m.use)?.high;
    return high ? packageCost(labelOf(m), partOfRate(high, m.share), p.facts.zone.area) : null;
  });
  return {
    hold: wholeOf(targets),
    targets: targets.map(({ weed, hold }) => ({ weed, hold })),
    limit: limitsOf(ledgerOf(p, moves), p.year)[0]?.share ?? 0,
    seedLate: seedLateOf(p, moves),
    cost: costs.some((c) => c === null) ? null : costs.reduce<number>((a, c) => a + c!, 0),
    visits: new Set(moves.map((m) => m.on)).size,
  };
}

type Held = Target & Readonly<{ hold: number }>;
/** What of each target's flush was stopped. */
function heldBy(
  p: Play,
  moves: readonly Move[],
  from: Day,
  runs: WeighedRuns,
  lost: boolean,
): readonly Held[] {
  const length = runs.members[0]!.length;
  const facts = {
    zone: p.facts.zone,
    seen: NOTHING_SEEN,
    recent: p.observed,
    today: addDays(from, length - 1),
  };
  const left = lost ? leftOf(facts, p.labels) : () => 1;
  const ledger = ledgerOf(p, moves);
  return p.targets.flatMap((target): Held[] => {
    const doses = dosesAgainst(target.weed, ledger, p.labels, p.facts.zone.turf, from, left);
    const hold = holdOn(target.weed, runs, addDays(from, length - MIDDLE_DAYS), doses);
    return hold ? [{ ...target, hold: hold.each[0]! }] : [];
  });
}
/** Days before the end of the truth at which its season is asked for. */
const MIDDLE_DAYS = 215;

/** Weighed over the targets; null: none has a flush. */
function wholeOf(targets: readonly Held[]): number | null {
  const all = targets.reduce((sum, t) => sum + t.weight, 0);
  return all > 0 ? targets.reduce((sum, t) => sum + t.hold * t.weight, 0) / all : null;
}

/** By how many days the labels keep seed out past its day. */
function seedLateOf({ facts, labels, year }: Play, moves: readonly Move[]): number {
  const [seed] = facts.zone.seedings;
  if (!seed) return 0;
  const on = inYear(seed.on, year);
  const doses = moves.flatMap((m, i) => {
    const label = labels.find((l) => l.id === m.productId)!;
    const high = rateForTurf(label, facts.zone, m.use)?.high;
    const at = { id: `move-${i}`, day: m.on, status: 'done' as const, share: 1, ground: null };
    return high ? [entryOf(label, partOfRate(high, m.share), at)] : [];
  });
  // of more than a label speaks of nobody knows: as long as its longest wait, at the least
  const longest = Math.max(0, ...labels.flatMap((l) => l.seedingWait.map((s) => s.days)));
  return Math.max(0, ...seedHoldsOn(doses, on).map((h) => (h.clear ?? addDays(h.last, longest)) - on));
}

/** Tried on every so many days. */
const EVERY = 7;
/** Days between halves at the least: eight to twelve weeks by the trade, less where the label lets it. Ours. */
const HALVES_DAYS = 28;
/** Halves are tried of the products that hold most at once. */
const MOST_IN_HALVES = 3;
export type Best = Readonly<{ moves: readonly Move[]; hold: number }>;

/**
 * The best that one product could have done, once or in two parts of what its year allows, with the year known: by its soil
 * alone, as if every day worked and all of it had reached the soil. Weeks are tried first, then single days.
 * @param labels tried @param days first and last on which they are @returns null: nothing holds, or nothing is tried
 */
export function bestWithHindsight(
  p: Play,
  truth: SoilRuns,
  labels: readonly Label[],
  days: Readonly<{ from: Day; to: Day }>,
): Best | null {
  const runs = weighed(truth, p.planning.school);
  const tried = Array.from({ length: Math.floor((days.to - days.from) / EVERY) }, (_, i) =>
    addDays(days.from, EVERY * i),
  );
  const move = ({ id: productId }: Label, on: Day, share: number): Move => ({
    on,
    productId,
    use: 'pre-emergent',
    share,
  });
  const bestOf = (shapes: readonly (readonly Move[])[]): Best[] =>
    shapes
      .flatMap((moves) => {
        const hold = wholeOf(heldBy(p, moves, truth.from, runs, false));
        return hold === null ? [] : [{ moves, hold }];
      })
      .toSorted((a, b) => b.hold - a.hold)
      .slice(0, 1);
  const once = labels
    .flatMap((label) => bestOf(tried.map((on) => [move(label, on, 1)])).map((best) => ({ label, best })))
    .toSorted((a, b) => b.best.hold - a.best.hold);
  const gapOf = (label: Label) => Math.max(HALVES_DAYS, label.minimumIntervalDays ?? 0);
  const halves = once
    .slice(0, MOST_IN_HALVES)
    .flatMap(({ label }) =>
      bestOf(
        tried.flatMap((a) =>
          tried
            .filter((b) => b >= a + gapOf(label))
            .flatMap((b) =>
              partsOf(p, label).map(([first, second]) => [move(label, a, first), move(label, b, second)]),
            ),
        ),
      ),
    );
  const [best] = [...once.map((o) => o.best), ...halves].toSorted((a, b) => b.hold - a.hold);
  if (!best) return null;
  // from the best weeks on by days
  const label = labels.find((l) => l.id === best.moves[0]!.productId)!;
  const isAllowed = (moves: readonly Move[]) =>
    moves.every(
      (m, i) => m.on >= days.from && m.on <= days.to && (!i || m.on >= moves[i - 1]!.on + gapOf(label)),
    );
  let at = best;
  for (let isBetter = true; isBetter;) {
    const near = at.moves.flatMap((_, i) =>
      [-4, -1, 1, 4].map((by) => at.moves.map((m, k) => (k === i ? { ...m, on: addDays(m.on, by) } : m))),
    );
    const [next] = bestOf(near.filter(isAllowed));
    isBetter = next !== undefined && next.hold > at.hold + HAIR;
    if (isBetter) at = next!;
  }
  return at;
}

/** Two parts of what a label's year allows, as shares of its highest rate: in halves, and more of it first. */
function partsOf({ facts }: Play, label: Label): readonly (readonly [number, number])[] {
  const high = rateForTurf(label, facts.zone, 'pre-emergent')?.high;
  const { yearLimit } = limitsFor(label, facts.zone, 'pre-emergent');
  const year = high && yearLimit?.by === high.by ? Math.min(2, yearLimit.rate / high.rate) : 1;
  return [1 / 2, 2 / 3, 3 / 4].map((first) => [Math.min(1, first * year), (1 - first) * year]);
}
