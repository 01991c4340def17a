/** A plan while it is edited: what stands in the fields, and what the core makes of it. */
import { addDays, isoDay, parseDay, showDay, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { METHODS, limitsFor, rateForTurf, usesOn, type Use } from '@/core/products/label';
import { MOST_RATE, type Plan } from '@/core/season/plan';
import { spotsIn } from '@/core/season/spots';
import { SPLITS, splitDays, type Split } from '@/core/season/split';
import { significant } from '@/core/units/format';
import { parseFigure, type Issue } from '@/core/units/parse';
import { RATE_UNITS, rateIn, rateLike, rateOf, type ProductRate, type RateUnit } from '@/core/units/rate';
import { toSquareFeet } from '@/core/units/trade';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import type { ZoneSheet } from '@/server/season';

export type Draft = Readonly<{
  productId: string;
  split: Split;
  total: string;
  unit: RateUnit;
  days: readonly string[];
  use: Use;
  /** a weed's key; empty: none named */
  target: string;
  /** empty: whichever the house has and the label allows */
  method: string;
  /** area of the spots, sq ft; empty: the whole zone */
  treated: string;
  partner: PartnerDraft | null;
}>;
type PartnerDraft = Readonly<{
  productId: string;
  rate: string;
  unit: RateUnit;
  use: Use;
  /** a weed's key; empty: none named */
  target: string;
  how: 'tank' | 'day';
}>;

/** The plan on file as it was typed; for a zone without one, what its label and the outlook propose. */
export function firstDraft(sheet: ZoneSheet): Draft | null {
  const { plan, labels, zone, today, outlook, house } = sheet;
  if (plan)
    return {
      productId: plan.label.id,
      split: plan.split,
      total: typed(plan.typed.total),
      unit: plan.typed.unit,
      days: plan.parts.map((p) => isoDay(p.plannedOn)),
      use: plan.use,
      target: plan.target ?? '',
      method: plan.method ?? '',
      treated: plan.treated === null ? '' : typed(toSquareFeet(plan.treated)),
      partner: plan.partner && partnerDraft(plan.partner.label, plan.partner),
    };
  // the longest barrier that the label allows here: the first of equals
  const months = (l: Label) => rateForTurf(l, zone.facts)?.months ?? 0;
  const label =
    labels.now
      .filter((l) => l.status === 'registered' && rateForTurf(l, zone.facts))
      .reduce<Label | null>((best, l) => (best && months(best) >= months(l) ? best : l), null) ??
    labels.now[0];
  if (!label) return null;
  // a week ahead of the outlook's 10 % date, and never in the past
  const p10 = outlook?.dates.p10 ?? null;
  const first = (p10 === null ? today : Math.max(today, p10 - 7)) as Day;
  return {
    ...proposalFor(label, sheet),
    days: splitDays(first, 'halves', house.rules.spacing).map(isoDay),
    split: 'halves',
    target: '',
    method: '',
    treated: '',
    partner: null,
  };
}

/** What goes with it as it is edited: what stands, or the lowest rate of its first use on this turf. */
export function partnerDraft(
  label: Label,
  stands: Readonly<{ rate: ProductRate; use: Use; target?: Weed | null; how: 'tank' | 'day' }>,
): PartnerDraft {
  return {
    productId: label.id,
    rate: typed(rateIn(stands.rate, label.rateUnit) ?? 0),
    unit: label.rateUnit,
    use: stands.use,
    target: stands.target ?? '',
    how: stands.how,
  };
}
const typed = (value: number) => significant(value, 6).replace(/,/g, '');

/** A total that the label allows on this turf in a year: its highest single rate, or the year's limit where that is less. */
export function proposalFor(
  label: Label,
  { zone }: Pick<ZoneSheet, 'zone'>,
): Pick<Draft, 'productId' | 'total' | 'unit' | 'use'> {
  const use = usesOn(label, zone.facts)[0] ?? 'pre-emergent';
  const { yearLimit } = limitsFor(label, zone.facts, use);
  const high = rateForTurf(label, zone.facts, use)?.high ?? yearLimit;
  const most = high && yearLimit ? rateLike(high, Math.min(high.rate, yearLimit.rate)) : high;
  const total = (most && rateIn(most, label.rateUnit)) ?? 0;
  return {
    productId: label.id,
    use,
    unit: label.rateUnit,
    total: typed(Math.floor(total * 100 + 1e-6) / 100),
  };
}

/** Days for another split: those that stand, and for a new part the middle of the spacing after the one before. */
export function daysFor(
  split: Split,
  days: readonly string[],
  { house, today }: Pick<ZoneSheet, 'house' | 'today'>,
): string[] {
  const first = parseDay(days[0] ?? '') ?? today;
  const proposed = splitDays(first, split, house.rules.spacing).map(isoDay);
  return proposed.map((d, i) => days[i] ?? d);
}

export type Read =
  Readonly<{ plan: Plan; issues: readonly [] }> | Readonly<{ plan: null; issues: readonly Issue[] }>;

/** The plan that the fields make, or what is wrong with them. Parts that are done keep their records. */
export function readDraft(draft: Draft, sheet: ZoneSheet): Read {
  const label = sheet.labels.now.find((l) => l.id === draft.productId);
  const issues: Issue[] = [];
  const total = parseFigure(draft.total, {
    field: 'Rate',
    unit: RATE_UNITS[draft.unit].words,
    above: 0,
    most: MOST_RATE,
  });
  if (!total.ok) issues.push(total.issue);
  const days: Day[] = [];
  SPLITS[draft.split].shares.forEach((_, i) => {
    const day = parseDay(draft.days[i] ?? '');
    const after = days.at(-1);
    if (day === null)
      issues.push({
        field: `Day of part ${i + 1}`,
        problem: `Day of part ${i + 1} is missing`,
        remedy: 'Choose a day of the calendar.',
      });
    else if (after !== undefined && day <= after)
      issues.push({
        field: `Day of part ${i + 1}`,
        problem: `Day of part ${i + 1} is not after part ${i}`,
        remedy: `Choose ${showDay(addDays(after, 1))} or later.`,
      });
    else days.push(day);
  });
  const partner = draft.partner && readPartner(draft.partner, sheet, issues);
  const treated = draft.use === 'spot' ? spotsIn(draft.treated, sheet.zone.area) : null;
  if (treated && !treated.ok) issues.push(treated.issue);
  if (!label || !total.ok || issues.length) return { plan: null, issues };
  const parts = days.map((plannedOn, i) => {
    const stored = sheet.plan?.parts.find((p) => p.part === i + 1);
    return { id: stored?.id ?? `part-${i + 1}`, part: i + 1, plannedOn, recordId: stored?.recordId ?? null };
  });
  return {
    plan: {
      ...{ label, split: draft.split, total: rateOf(total.value, draft.unit), parts, use: draft.use },
      target: isWeed(draft.target) ? draft.target : null,
      method: METHODS.find((m) => m === draft.method) ?? null,
      partner,
      treated: treated?.ok ? treated.value : null,
    },
    issues: [],
  };
}

function readPartner(
  { productId, rate, unit, use, target, how }: PartnerDraft,
  sheet: ZoneSheet,
  issues: Issue[],
): Plan['partner'] {
  const label = sheet.labels.now.find((l) => l.id === productId);
  const field = 'Rate of what goes with it';
  const figure = parseFigure(rate, { field, unit: RATE_UNITS[unit].words, above: 0, most: MOST_RATE });
  if (!figure.ok) issues.push(figure.issue);
  return label && figure.ok
    ? { label, rate: rateOf(figure.value, unit), use, target: isWeed(target) ? target : null, how }
    : null;
}
