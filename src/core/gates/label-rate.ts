/** Bolt: this application's rate lies within the label's for this turf. Under it too: an under-dose breeds resistance. */
import { constantLane } from '@/core/calendar/span';
import { rateForTurf } from '@/core/products/label';
import { open, shut, type Gate } from './gate';
import { turfsOf } from './label-turf';

/** A rate that went through a unit and back must not fall over its own limit by the last bit. */
const HAIR = 1e-9;

export const labelRate: Gate = {
  key: 'label-rate',
  name: 'Label rate',
  spans: ({ application: { label, rate, use }, zone }, range) => {
    const row = rateForTurf(label, zone, use);
    if (!row || row.high.by !== rate.by)
      return constantLane(
        range,
        shut('bolt', {
          code: 'turf-not-on-label',
          source: 'label',
          turf: zone.turf,
          use,
          onLabel: turfsOf(label, use),
        }),
      );
    const { low, high } = row;
    const facts = { source: 'label', rate, low, high, unit: label.rateUnit } as const;
    if (rate.rate > high.rate * (1 + HAIR))
      return constantLane(range, shut('bolt', { code: 'rate-over', ...facts }));
    if (rate.rate < low.rate * (1 - HAIR))
      return constantLane(range, shut('bolt', { code: 'rate-under', ...facts }));
    return constantLane(range, open({ code: 'rate-within', ...facts }));
  },
};
