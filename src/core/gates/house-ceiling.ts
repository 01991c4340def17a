/**
 * Latch: the house's own most on one turf in twelve months, whatever the label would allow: tender turf takes less. Of one
 * a.i., or of all that prunes roots together, counted as prodiamine. What was put down, what is planned before and after,
 * and what goes down beside it count, over the zone.
 */
import { gateName } from './gate-names';
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByBreaks } from '@/core/calendar/span';
import { shareOf, type ApplicationProduct } from '@/core/products/application';
import { ceilingsOn, countedIn, weightIn, type Ceiling } from '@/core/records/ceiling';
import { containedIn, limitBreaks, periodsWith, sumsIn } from '@/core/records/ledger';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { exceeds } from '@/core/units/tolerance';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';

export const houseCeiling: Gate = {
  key: 'house-ceiling',
  name: gateName('house-ceiling'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { product, zone, ledger, bookFrom, rules } = context;
    const asked = ceilingsOn(rules.ceilings, zone).filter((c) =>
      product.label.ingredients.some((i) => weightIn(c, i) !== 0),
    );
    if (!asked.length) return constantLane(range, open({ code: 'no-ceiling', source: 'house rule' }));
    return laneByBreaks<Day, Verdict>(
      range,
      limitBreaks('12 months', ledger, range.from, range.to, bookFrom),
      (day) => asked.map((ceiling) => verdictOn(context, ceiling, day)).reduce(worseVerdict),
    );
  },
};

function verdictOn({ product, beside, zone, ledger }: GateContext, ceiling: Ceiling, day: Day): Verdict {
  const inDose = ({ label, rate, place }: ApplicationProduct) => {
    const counted = countedIn(ceiling, containedIn(label, rate));
    return counted === null ? null : (counted ?? 0) * shareOf(place, zone);
  };
  const visit = [product, ...beside].map(inDose);
  const before = periodsWith('12 months', day, ledger).map(
    (p) => sumsIn(ledger, p, null, (e) => countedIn(ceiling, e.ingredients)).zone,
  );
  if ([...visit, ...before].includes(null))
    return ajar({ code: 'not-known', source: 'label', missing: 'ingredient-content' });
  const now = visit.reduce<number>((sum, kg) => sum + kg!, 0);
  const total = Math.max(...before.map((kg) => kg!)) + now;
  const facts = {
    source: 'house rule',
    ingredient: ceiling.ingredient,
    turf: ceiling.turf,
    most: ceiling.most,
    now: now as KilogramsPerHectare,
    total: total as KilogramsPerHectare,
  } as const;
  return exceeds(total, ceiling.most)
    ? shut('latch', { code: 'over-ceiling', ...facts })
    : open({ code: 'within-ceiling', ...facts });
}
