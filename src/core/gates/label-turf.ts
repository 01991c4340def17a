/** Bolt: the product is registered, and this turf stands on its label. */
import { constantLane } from '@/core/calendar/span';
import { rateForTurf, type Label } from '@/core/products/label';
import { open, shut, type Gate, type ZoneFacts } from './gate';

export const labelTurf: Gate = {
  key: 'label-turf',
  name: 'Label turf',
  spans: ({ application: { label }, zone }, range) =>
    constantLane(
      range,
      label.status === 'cancelled'
        ? shut('bolt', { code: 'product-cancelled', source: 'label' })
        : rateForTurf(label, zone)
          ? open({ code: 'turf-on-label', source: 'label', turf: zone.turf })
          : shut('bolt', {
              code: 'turf-not-on-label',
              source: 'label',
              turf: missingFrom(label, zone),
              onLabel: label.rates.map((r) => r.turf),
            }),
    ),
};

/** Of a mix, the grass that the label does not name. */
const missingFrom = (label: Label, { turf, mixedWith }: ZoneFacts) =>
  mixedWith && label.rates.some((r) => r.turf === turf) ? mixedWith : turf;
