/** Why a lawn gets no proposal: every pre-emergent of the house that is left out, by what keeps it out. */
import type { Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import { groupBy } from '@/core/group';
import type { GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import { windowOf } from '@/core/gates/window';
import { nextOpen } from '@/core/gates/window-lane';
import { rateForTurf, type Label } from '@/core/products/label';
import { isHerbicide } from '@/core/products/content';
import { isOrganic } from '@/core/products/organic';
import { strengthIn } from '@/core/barrier/doses';
import { contextFor } from './options';
import type { Target } from './question';

/** A gate that shuts every day; or: its label lacks the turf, or these weeds; no months and no half-life are known; not organic. */
export type LeftOutBy = GateKey | 'turf' | 'weeds' | 'months' | 'not organic';
export type LeftOut = Readonly<{ by: LeftOutBy; products: readonly string[] }>;

/** @returns by what keeps most products out, the most first; none where something may go */
export function leftOutOf(
  facts: GateFacts,
  labels: readonly Label[],
  targets: readonly Target[],
  range: Range<Day>,
): LeftOut[] {
  const barriers = labels.filter((l) => l.status === 'registered' && isHerbicide(l) && l.inSoil);
  const out = barriers.flatMap((label) =>
    whyNot(facts, label, targets, range).map((by) => ({ by, name: label.name })),
  );
  return [...groupBy(out, (o) => o.by)]
    .map(([by, of]) => ({ by, products: of.map((o) => o.name) }))
    .toSorted((a, b) => b.products.length - a.products.length);
}

function whyNot(facts: GateFacts, label: Label, targets: readonly Target[], range: Range<Day>): LeftOutBy[] {
  const row = rateForTurf(label, facts.zone, 'pre-emergent');
  if (!row) return ['turf'];
  if (facts.zone.organicOnly && !isOrganic(label)) return ['not organic'];
  const weeds = targets.map((t) => t.weed).filter((w) => label.before.includes(w));
  if (!weeds.length) return ['weeds'];
  if (!label.ingredients.some((i) => strengthIn(i.name, label, facts.zone.turf))) return ['months'];
  const { all } = windowOf(contextFor(facts, label, 'pre-emergent', weeds, row.low), range);
  if (nextOpen(all, range.from, 'ajar')) return [];
  // what shuts the most days of it
  const days = new Map<GateKey, number>();
  for (const { from, to, verdict } of all)
    for (const key of verdict.by) days.set(key, (days.get(key) ?? 0) + to - from);
  const most = Math.max(...days.values());
  return [...days].filter(([, n]) => n === most).map(([key]) => key);
}
