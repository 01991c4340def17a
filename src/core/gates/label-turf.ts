/** Bolt: the product is registered, and this turf stands on its label. */
import { constantLane } from '@/core/calendar/span';
import { rateForTurf } from '@/core/products/label';
import { open, shut, type Gate } from './gate';

export const labelTurf: Gate = {
  key: 'label-turf',
  name: 'Label turf',
  spans: ({ application: { label }, zone: { turf } }, range) =>
    constantLane(
      range,
      label.status === 'cancelled'
        ? shut('bolt', { code: 'product-cancelled', source: 'label' })
        : rateForTurf(label, turf)
          ? open({ code: 'turf-on-label', source: 'label', turf })
          : shut('bolt', {
              code: 'turf-not-on-label',
              source: 'label',
              turf,
              onLabel: label.rates.map((r) => r.turf),
            }),
    ),
};
