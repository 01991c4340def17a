/**
 * Bolt: somebody's licence of the label's category is valid on the day. Which category a product falls under is for local
 * rules: a sheet that names none is ajar, and shut for a restricted-use product, which not any licence covers.
 */
import { gateName } from './gate-names';
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

export const licence: Gate = {
  key: 'licence',
  name: gateName('licence'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product: { label }, means: { licences } }, range) => {
    const { restrictedUse: restricted, category } = label;
    if (category === null)
      return constantLane(
        range,
        restricted
          ? shut('bolt', { code: 'not-known', source: 'label', missing: 'licence-category' })
          : ajar({ code: 'not-known', source: 'label', missing: 'category' }),
      );
    const fitting = licences
      .filter((l) => l.categories.includes(category))
      .toSorted((a, b) => b.validTo - a.validTo);
    const best = fitting[0];
    const lapsed = best?.validTo ?? null;
    const none = shut('bolt', { code: 'no-valid-licence', source: 'papers', restricted, category, lapsed });
    if (!best) return constantLane(range, none);
    const valid: Verdict = open({
      code: 'licensed',
      source: 'papers',
      person: best.person,
      until: best.validTo,
      restricted,
      category,
    });
    return laneByTick<Day, Verdict>(range, (day) => (day <= best.validTo ? valid : none));
  },
};
