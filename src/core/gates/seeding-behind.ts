/**
 * Bolt: seedlings are as far as the label asks, in weeks since they were sown and in mowings. What was sown a year ago is
 * turf. A label sheet that does not say how far seedlings must be keeps shut.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { open, shut, type Gate } from './gate';

const TURF_AFTER_DAYS = 365;

export const seedingBehind: Gate = {
  key: 'seeding-behind',
  name: 'Seeding behind',
  spans: ({ product: { label }, seen: { seededOn: seeded, seedlingMowings: mown } }, range) => {
    const none = open({ code: 'not-seeded', source: 'seen' });
    if (seeded === null) return constantLane(range, none);
    const end = addDays(seeded, TURF_AFTER_DAYS);
    const { seedlings } = label;
    if (!seedlings) {
      const unknown = shut('bolt', { code: 'not-known', source: 'label', missing: 'seedling-rule' });
      return laneByTick(range, (day) => (day >= seeded && day < end ? unknown : none));
    }
    const { weeks, mowings } = seedlings;
    const byWeeks = addDays(seeded, (weeks ?? 0) * 7);
    const isMown = mown >= (mowings ?? 0);
    const facts = { source: 'label', seeded, weeks, mowings, mown, opens: isMown ? byWeeks : null } as const;
    const young = shut('bolt', { code: 'seedlings-too-young', ...facts });
    const old = open({ code: 'seedlings-old-enough', ...facts });
    return laneByTick<Day, typeof young>(range, (day) =>
      day < seeded || day >= end ? none : isMown && day >= byWeeks ? old : young,
    );
  },
};
