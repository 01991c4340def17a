/**
 * Bolt: with this application the label's total for the year, by product and by each a.i. over all products, is kept.
 * The year is the calendar's or any 12 months, as the label says; what was put down and the plan's earlier parts count, spots
 * by their share of the zone.
 */
import type { Day } from '@/core/calendar/day';
import { laneByTick } from '@/core/calendar/span';
import { ingredientTotal, productTotal } from '@/core/records/ledger';
import { ingredientRate, limitsFor } from '@/core/products/label';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateLike } from '@/core/units/rate';
import { open, shareOf, shut, type Gate, type GateContext, type Verdict } from './gate';

const HAIR = 1e-9;

export const yearLimit: Gate = {
  key: 'year-limit',
  name: 'Year limit',
  spans: (context, range) => {
    let verdict: Verdict | undefined;
    let counted = '';
    return laneByTick(range, (day) => {
      const now = signature(context, day);
      if (!verdict || now !== counted) verdict = verdictOn(context, day);
      counted = now;
      return verdict;
    });
  },
};

/** Which entries count on a day: while they are the same, so is the verdict. */
function signature({ ledger, application: { label } }: GateContext, day: Day): string {
  return label.ingredients
    .flatMap((i) => ingredientTotal(ledger, i.name, label.period, day).entries)
    .concat(productTotal(ledger, label, day).entries)
    .map((e) => e.id)
    .join();
}

function verdictOn({ application, ledger, zone }: GateContext, day: Day): Verdict {
  const { label, rate, use } = application;
  const share = shareOf(application, zone);
  for (const ingredient of label.ingredients) {
    const { name, yearLimit: limit } = ingredient;
    if (limit === null) continue;
    const before = ingredientTotal(ledger, name, label.period, day);
    const now = ingredientRate(rate, ingredient, label.density);
    if (before.total === null || now === null)
      return shut('bolt', { code: 'not-known', source: 'label', missing: 'ingredient-content' });
    const total = (before.total + now * share) as KilogramsPerHectare;
    if (total > limit * (1 + HAIR)) {
      const earlier = before.entries.map((e) => e.day);
      const fits = rateLike(rate, rate.rate * Math.max(0, (limit - before.total) / (now * share)));
      return shut('bolt', {
        code: 'over-ingredient-limit',
        source: 'label',
        ingredient: name,
        counts: ingredient.counts,
        total,
        limit,
        fits,
        unit: label.rateUnit,
        period: label.period,
        earlier,
      });
    }
  }
  const { yearLimit: limit } = limitsFor(label, zone, use);
  if (limit === null) return shut('bolt', { code: 'not-known', source: 'label', missing: 'year-limit' });
  const before = productTotal(ledger, label, day);
  const total = before.total + rate.rate * share;
  const over = rate.by !== limit.by || total > limit.rate * (1 + HAIR);
  const reason = {
    code: over ? 'over-year-limit' : 'within-year-limit',
    source: 'label',
    total: rateLike(limit, total),
    limit,
    fits: rateLike(limit, Math.max(0, (limit.rate - before.total) / share)),
    unit: label.rateUnit,
    period: label.period,
    earlier: before.entries.map((e) => e.day),
  } as const;
  return over ? shut('bolt', reason) : open(reason);
}
