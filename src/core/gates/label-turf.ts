/** Bolt: this turf stands on the product's label, for this use. */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { rateForTurf, type Label } from '@/core/products/label';
import type { Use } from '@/core/trade/terms';
import type { ZoneFacts } from '@/core/facts/facts';
import { open, shut, type Gate } from './gate';

export const labelTurf: Gate = {
  key: 'label-turf',
  name: gateName('label-turf'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product: { label, use }, zone }, range) =>
    constantLane(
      range,
      rateForTurf(label, zone, use)
        ? open({ code: 'turf-on-label', source: 'label', turf: zone.turf })
        : shut('bolt', {
            code: 'turf-not-on-label',
            source: 'label',
            turf: missingFrom(label, zone),
            use,
            onLabel: turfsOf(label, use),
          }),
    ),
};

/** Turfs that the label names for a use, each once. */
export const turfsOf = (label: Label, use: Use) => [
  ...new Set(
    label.rates.filter((r) => rateForTurf(label, { turf: r.turf, mixedWith: null }, use)).map((r) => r.turf),
  ),
];

/** Of a mix, the grass that the label does not name. */
const missingFrom = (label: Label, { turf, mixedWith }: ZoneFacts) =>
  mixedWith && label.rates.some((r) => r.turf === turf) ? mixedWith : turf;
