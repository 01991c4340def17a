/** A season's plan for one pre-emergent on one zone: the total, its parts, and what of it is done. */
import { dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import { shareOf, type Application, type GateContext, type Partner } from '@/core/gates/gate';
import type { Label, Method, Use } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import type { SquareMetres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { splitRates, type Split } from './split';

export type PlannedPart = Readonly<{ id: string; part: number; plannedOn: Day; recordId: string | null }>;
export type Plan = Readonly<{
  label: Label;
  split: Split;
  total: ProductRate;
  use: Use;
  target: Weed | null;
  method: Method | null;
  partner: Partner | null;
  /** area of the spots that are treated; null: the whole zone */
  treated: SquareMetres | null;
  parts: readonly PlannedPart[];
}>;

/** A rate above this is a slip in any unit of the trade. */
export const MOST_RATE = 1000;

/** The parts as applications, in order. */
export function applicationsOf({
  label,
  split,
  total,
  parts,
  use,
  target,
  method,
  partner,
  treated,
}: Plan): (Application & PlannedPart)[] {
  const rates = splitRates(total, split);
  return parts.map((p) => ({
    ...p,
    ...{ label, use, target, method, partner, treated },
    rate: rates[p.part - 1] ?? total,
    of: parts.length,
  }));
}

/** What the gates of one part are asked with: the facts, and the plan's earlier parts on their planned days. */
export function contextOf(plan: Plan, part: number, facts: Omit<GateContext, 'application'>): GateContext {
  const all = applicationsOf(plan);
  const application = all.find((a) => a.part === part);
  if (!application) throw new RangeError(`The plan has ${all.length} parts, no part ${part}`);
  const earlier = plannedEntries(plan, facts.zone, (a) => a.part < part);
  return { ...facts, application, ledger: [...facts.ledger, ...earlier] };
}

/** The parts that are still to come, and what goes with them, as the ledger will count them. */
export function plannedEntries(
  plan: Plan,
  zone: Readonly<{ area: SquareMetres }>,
  which: (a: PlannedPart) => boolean = () => true,
): LedgerEntry[] {
  return applicationsOf(plan)
    .filter((a) => a.recordId === null && which(a))
    .flatMap((a): LedgerEntry[] => {
      const share = shareOf(a, zone);
      const entry = { id: a.id, day: a.plannedOn, label: a.label, rate: a.rate, done: false, share };
      return a.partner
        ? [entry, { ...entry, id: `${a.id}+`, label: a.partner.label, rate: a.partner.rate }]
        : [entry];
    });
}

/** The first part that has not been put down; undefined when the season's work is done. */
export const nextPart = (plan: Plan): PlannedPart | undefined => plan.parts.find((p) => p.recordId === null);

/** From today to the end of the year: how far windows are asked for. */
export const restOfYear = (today: Day): Range<Day> => ({ from: today, to: dayOf(yearOf(today) + 1, 1, 1) });
