/** Latch: there is enough of it on hand for this zone. Where no stock is kept of a product, it is no gate. */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { amountFor, amountLike } from '@/core/units/rate';
import { areaOf } from '@/core/products/application';
import { open, shut, type Gate } from './gate';
import { exceeds } from '@/core/units/tolerance';

export const stock: Gate = {
  key: 'stock',
  name: gateName('stock'),
  asks: 'everything',
  isWeather: false,
  spans: ({ product, zone, means }, range) => {
    const { label, rate } = product;
    const have = means.onHand[label.id];
    if (have === undefined) return constantLane(range, open({ code: 'stock-not-kept', source: 'stock' }));
    const need = amountFor(rate, areaOf(product.place, zone));
    const facts = { source: 'stock', need, onHand: amountLike(rate, have), unit: label.amountUnit } as const;
    return constantLane(
      range,
      exceeds(need.amount, have)
        ? shut('latch', { code: 'not-enough-on-hand', ...facts })
        : open({ code: 'enough-on-hand', ...facts }),
    );
  },
};
