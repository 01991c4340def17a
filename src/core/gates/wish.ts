/** Latch: what the customer wishes. Organic products only; and what he has opted out of, in his words: ajar, read them. */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { isOrganic } from '@/core/products/organic';
import { ajar, open, shut, type Gate } from './gate';

export const wish: Gate = {
  key: 'wish',
  name: gateName('wish'),
  asks: 'everything',
  isWeather: false,
  spans: ({ product: { label }, zone: { organicOnly, optOut } }, range) => {
    if (organicOnly && !isOrganic(label))
      return constantLane(range, shut('latch', { code: 'organic-only', source: 'customer' }));
    if (optOut !== '')
      return constantLane(range, ajar({ code: 'opted-out', source: 'customer', words: optOut }));
    return constantLane(range, open({ code: 'no-wish', source: 'customer' }));
  },
};
