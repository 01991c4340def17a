/** What an application is worth if it is done on a day: points of hold that it adds, or what the trade thinks of its kind. */
import type { Day } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import { groundOf, shareOf } from '@/core/products/application';
import type { Label } from '@/core/products/label';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { weighed, type WeighedRuns } from '@/core/barrier/barrier';
import type { BarrierSchool } from '@/core/barrier/control';
import { dosesAgainst } from '@/core/barrier/doses';
import { holdOn } from '@/core/barrier/hold';
import { plannedEntries } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import { leftOf } from '@/core/barrier/reached';
import { usualTargets, type Target } from '@/core/season/planner/question';

/** Points of what holds nothing of a flush. Ours: what is up and not taken is a lawn seen to be weedy, food for the turf is not. */
const USUAL_WORTH: Readonly<Record<'kill' | 'care', number>> = { kill: 30, care: 8 };
const usualWorth = (use: Use): number => (use === 'turf care' ? USUAL_WORTH.care : USUAL_WORTH.kill);

/** A mean wants fewer years than a range does. */
const MEMBERS = 8;
/** Every so many of the members, weighed. */
export const fewOf = (runs: SoilRuns, school: BarrierSchool): WeighedRuns => {
  const step = Math.max(1, Math.floor(runs.members.length / MEMBERS));
  return weighed({ ...runs, members: runs.members.filter((_, i) => i % step === 0) }, school);
};

/** Everything that its worth as a barrier hangs on, as plain data: equal questions have equal answers. */
export type WorthQuestion = Readonly<{
  today: Day;
  targets: readonly Target[];
  turf: GateFacts['zone']['turf'];
  /** what lies there and is planned beside it */
  others: readonly LedgerEntry[];
  /** the application's own, as if put down today */
  own: readonly LedgerEntry[];
  /** share of each of the others that is in place */
  left: readonly number[];
  /** where it is no barrier against any target */
  usual: number;
}>;

export function worthQuestion(
  applications: readonly PlannedApplication[],
  id: string,
  facts: GateFacts,
  labels: readonly Label[],
): WorthQuestion {
  const a = applications.find((x) => x.id === id);
  if (!a) throw new RangeError(`No application ${id} among ${applications.length}`);
  const due = a.products.filter((p) => p.recordId === null);
  const others = [...facts.ledger, ...plannedEntries(applications, facts.zone, facts.today, id)];
  const left = leftOf(facts, labels);
  const barriers = due.filter((p) => isPreEmergent(p.use));
  return {
    today: facts.today,
    turf: facts.zone.turf,
    others,
    left: others.map(left),
    targets: barriers.length ? usualTargets([{ ...a, products: barriers }], facts.seen, facts.today) : [],
    own: barriers.map((p) =>
      entryOf(p.label, p.rate, {
        id: p.id,
        status: 'planned',
        day: facts.today,
        share: shareOf(p.place, facts.zone),
        ground: groundOf(p.place),
      }),
    ),
    usual: Math.max(0, ...due.map((p) => usualWorth(p.use))),
  };
}

/** @param runs few of the zone's soils; null: no outlook, and the usual stands for a barrier too */
export function worthFor(
  q: WorthQuestion,
  runs: WeighedRuns | null,
  labels: readonly Label[],
): (day: Day) => number {
  if (!runs || !q.targets.length || !q.own.some((e) => e.ground === null)) return () => q.usual;
  const shares = new Map(q.others.map((e, i) => [e, q.left[i]!]));
  const mean = (entries: readonly LedgerEntry[]): number | null => {
    let sum = 0;
    let weights = 0;
    for (const { weed, weight } of q.targets) {
      const doses = dosesAgainst(weed, entries, labels, q.turf, runs.from, (e) => shares.get(e) ?? 1);
      const hold = holdOn(weed, runs, q.today, doses);
      if (!hold) continue;
      sum += (weight * hold.each.reduce((a, b) => a + b, 0)) / hold.each.length;
      weights += weight;
    }
    return weights > 0 ? sum / weights : null;
  };
  const without = mean(q.others);
  if (without === null) return () => q.usual;
  return (day) => {
    const on = mean([...q.others, ...q.own.map((e) => ({ ...e, day }))]);
    return Math.max(0, 100 * ((on ?? without) - without));
  };
}
