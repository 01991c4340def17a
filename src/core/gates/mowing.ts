/**
 * Latch: time since the mower. What works through the leaf wants leaf, a day's at least (common practice, no source), or
 * the label's days. Long dead leaf catches a spray that belongs in the soil: mow low or use a granule first.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { worksOnLeaf } from '@/core/products/application';
import { isGranule, setsNone } from '@/core/products/label';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

const LEAF_DAYS = 1;
/** A cut this long ago still keeps dead leaf short. */
const CUT_LASTS_DAYS = 30;

export const mowing: Gate = {
  key: 'mowing',
  name: gateName('mowing'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product, seen: { mownOn }, zone }, range) => {
    const { label } = product;
    const { beforeDays } = label.mowing;
    const none: Verdict =
      beforeDays !== null || setsNone(label, 'mowing')
        ? open({ code: 'no-mowing-rule', source: 'label' })
        : ajar({ code: 'not-known', source: 'label', missing: 'mowing-days' });
    const days = Math.max(beforeDays ?? 0, worksOnLeaf(product) && !isGranule(label) ? LEAF_DAYS : 0);
    const catches =
      zone.cover === 'heavy' && label.inSoil && !isGranule(label)
        ? shut('latch', { code: 'dead-leaf-catches', source: 'lawn sheet' })
        : null;
    if (mownOn === null) {
      const asked = (beforeDays ?? 0) > 0;
      const unknown = ajar({ code: 'not-known', source: 'seen', missing: 'mowing' });
      return constantLane(range, catches ?? (asked ? unknown : none));
    }
    const opens = addDays(mownOn, days);
    const facts = {
      source: (beforeDays ?? 0) >= days && days > 0 ? 'label' : 'house rule',
      on: mownOn,
      days,
      opens,
    } as const;
    const soon = shut('latch', { code: 'mown-too-recently', ...facts });
    const long = open({ code: 'mown-long-enough-ago', ...facts });
    return laneByTick<Day, Verdict>(range, (day) => {
      if (catches && (day < mownOn || day >= mownOn + CUT_LASTS_DAYS)) return catches;
      if (days === 0 || day < mownOn) return none;
      return day < opens ? soon : long;
    });
  },
};
