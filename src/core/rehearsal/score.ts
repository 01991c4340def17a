/**
 * How a rehearsed season went, by the truth of its year: what held, what was used of the year's limits, what was risked, what
 * seed waits for, cost and visits; and the best that could have been done, known afterwards.
 */
import { addDays, inYear, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { NOTHING_SEEN } from '@/core/gates/gate';
import { limitsOf } from '@/core/records/season-end';
import { packageCost } from '@/core/products/stock';
import { rateForTurf, seedingWaitDays, type Label } from '@/core/products/label';
import { weighed } from '@/core/season/barrier';
import { dosesAgainst } from '@/core/season/doses';
import { holdOn } from '@/core/season/hold';
import { leftOf } from '@/core/season/reached';
import { partOfRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { ledgerOf, type Move, type Play } from './rehearsal';

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
  const end = addDays(truth.from, truth.members[0]!.length - 1);
  const runs = weighed(truth, p.planning.school);
  const ledger = ledgerOf(p, moves);
  const middle = addDays(truth.from, truth.members[0]!.length - 215);
  const facts = { zone: p.facts.zone, seen: NOTHING_SEEN, recent: p.observed, today: end };
  const left = lost ? leftOf(facts, p.labels) : () => 1;
  const targets = p.targets.flatMap(({ weed, weight }) => {
    const doses = dosesAgainst(weed, ledger, p.labels, p.facts.zone.turf, truth.from, left);
    const hold = holdOn(weed, runs, middle, doses);
    return hold ? [{ weed, weight, hold: hold.each[0]! }] : [];
  });
  const all = targets.reduce((sum, t) => sum + t.weight, 0);
  const labelOf = (m: Move) => p.labels.find((l) => l.id === m.productId)!;
  const costs = moves.map((m) => {
    const high = rateForTurf(labelOf(m), p.facts.zone, m.use)?.high;
    return high ? packageCost(labelOf(m), partOfRate(high, m.share), p.facts.zone.area) : null;
  });
  return {
    hold: all > 0 ? targets.reduce((sum, t) => sum + t.hold * t.weight, 0) / all : null,
    targets: targets.map(({ weed, hold }) => ({ weed, hold })),
    limit: limitsOf(ledger, p.year)[0]?.share ?? 0,
    seedLate: seedLateOf(p, moves),
    cost: costs.some((c) => c === null) ? null : costs.reduce<number>((a, c) => a + c!, 0),
    visits: new Set(moves.map((m) => m.on)).size,
  };
}

/** By how many days the last label keeps seed out past its day. */
function seedLateOf({ facts, labels, year }: Play, moves: readonly Move[]): number {
  const [seed] = facts.zone.seedings;
  if (!seed) return 0;
  const on = inYear(seed.on, year);
  const free = moves.map((m) => {
    const label = labels.find((l) => l.id === m.productId)!;
    const high = rateForTurf(label, facts.zone, m.use)?.high;
    const wait = high ? seedingWaitDays(label, partOfRate(high, m.share)) : null;
    return wait === null || m.on > on ? on : addDays(m.on, wait);
  });
  return Math.max(0, ...free.map((d) => d - on));
}

/** Tried on every so many days. */
const EVERY = 7;
export type Best = Readonly<{ moves: readonly Move[]; hold: number }>;

/**
 * The best that one product could have done, once or in halves, with the year known: by its soil alone, as if every day
 * worked and all of it had reached the soil.
 * @param days first and last on which it is tried
 */
export function bestWithHindsight(
  p: Play,
  truth: SoilRuns,
  label: Label,
  days: Readonly<{ from: Day; to: Day }>,
): Best | null {
  const interval = label.minimumIntervalDays ?? 0;
  const tried = Array.from({ length: Math.floor((days.to - days.from) / EVERY) }, (_, i) =>
    addDays(days.from, EVERY * i),
  );
  const move = (on: Day, share: number): Move => ({ on, productId: label.id, use: 'pre-emergent', share });
  const shapes = [
    ...tried.map((on) => [move(on, 1)]),
    ...tried.flatMap((a) =>
      tried.filter((b) => b >= a + Math.max(28, interval)).map((b) => [move(a, 0.5), move(b, 0.5)]),
    ),
  ];
  return shapes.reduce<Best | null>((best, moves) => {
    const { hold } = scoreOf(p, moves, truth, false);
    return hold !== null && (!best || hold > best.hold) ? { moves, hold } : best;
  }, null);
}
