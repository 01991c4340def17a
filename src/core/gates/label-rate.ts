/**
 * Bolt: this product's rate is not above the label's for this turf. Latch under it: an under-dose breeds resistance. And an
 * a.i. that stands in several products of one visit comes, all together, to no more than the label allows at once.
 */
import { constantLane } from '@/core/calendar/span';
import { groundOf, sharesGround } from '@/core/products/application';
import { ingredientRate, isHerbicide, rateForTurf } from '@/core/products/label';
import { substanceKey } from '@/core/products/substance';
import { containedIn } from '@/core/records/ledger';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { exceeds } from '@/core/units/tolerance';
import { open, shut, type Gate, type GateContext, type Verdict } from './gate';
import { turfsOf } from './label-turf';

export const labelRate: Gate = {
  key: 'label-rate',
  name: 'Label rate',
  spans: (context, range) => constantLane(range, verdict(context)),
};

function verdict(context: GateContext): Verdict {
  const { product, zone } = context;
  const { label, rate, use } = product;
  // a fertilizer or lime without a rate table has no label rate to keep
  if (!isHerbicide(label) && !label.rates.length) return open({ code: 'no-label-rate', source: 'label' });
  const row = rateForTurf(label, zone, use);
  if (!row || row.high.by !== rate.by)
    return shut('bolt', {
      code: 'turf-not-on-label',
      source: 'label',
      turf: zone.turf,
      use,
      onLabel: turfsOf(label, use),
    });
  const { low, high } = row;
  const facts = { source: 'label', rate, low, high, unit: label.rateUnit } as const;
  if (exceeds(rate.rate, high.rate)) return shut('bolt', { code: 'rate-over', ...facts });
  const over = togetherOver(context, high);
  if (over) return over;
  // most labels may be used under their rate (FIFRA 2(ee), from memory): judgement, not law
  return exceeds(low.rate, rate.rate)
    ? shut('latch', { code: 'rate-under', ...facts })
    : open({ code: 'rate-within', ...facts });
}

/** Null: no a.i. of this product stands in another of the visit, or all of it keeps the label's most at once. */
function togetherOver(
  { product, beside }: GateContext,
  high: GateContext['product']['rate'],
): Verdict | null {
  const { label, rate, place } = product;
  for (const ingredient of label.ingredients) {
    const { name, counts } = ingredient;
    const key = substanceKey(name);
    const others = beside.filter(
      (p) =>
        sharesGround(groundOf(p.place), groundOf(place)) &&
        p.label.ingredients.some((i) => substanceKey(i.name) === key),
    );
    if (!others.length) continue;
    const most = ingredientRate(high, ingredient, label.density);
    const parts = [
      ingredientRate(rate, ingredient, label.density),
      ...others.flatMap((p) =>
        containedIn(p.label, p.rate)
          .filter((c) => substanceKey(c.name) === key)
          .map((c) => (counts === 'a.e.' ? c.ae : c.ai)),
      ),
    ];
    if (most === null || parts.some((kg) => kg === null))
      return shut('bolt', { code: 'not-known', source: 'label', missing: 'ingredient-content' });
    const total = parts.reduce<number>((sum, kg) => sum + (kg ?? 0), 0) as KilogramsPerHectare;
    if (exceeds(total, most))
      return shut('bolt', {
        code: 'over-at-once',
        source: 'label',
        ingredient: name,
        counts,
        total,
        most,
        others: others.map((p) => p.label.name),
      });
  }
  return null;
}
