/**
 * Bolt: this product's rate is not above the label's for this turf. Latch under it: an under-dose breeds resistance. And an
 * a.i. that stands in several products of one visit comes, all together, to no more than the label allows at once.
 */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { overAtOnce } from './objections';
import { groundOf, sharesGround } from '@/core/products/application';
import { rateForTurf } from '@/core/products/label';
import { isHerbicide } from '@/core/products/content';
import { exceeds } from '@/core/units/tolerance';
import { open, shut, type Gate, type GateContext, type Verdict } from './gate';
import { turfsOf } from './label-turf';

export const labelRate: Gate = {
  key: 'label-rate',
  name: gateName('label-rate'),
  asks: 'everything',
  isWeather: false,
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
  const onIt = beside.filter((p) => sharesGround(groundOf(p.place), groundOf(product.place)));
  const over = overAtOnce(product, high, onIt);
  if (!over) return null;
  return over === 'not known'
    ? shut('bolt', { code: 'not-known', source: 'label', missing: 'ingredient-content' })
    : shut('bolt', { code: 'over-at-once', source: 'label', ...over });
}
