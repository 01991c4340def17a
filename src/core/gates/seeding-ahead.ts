/**
 * Bolt: the label's wait at this rate is over before the zone is to be seeded. From the seeding day on there are
 * seedlings, and the gate behind the seeding asks for them; until they are written down as sown, ajar.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { seedingWaitDays } from '@/core/products/label';
import { ajar, open, shut, type Gate } from './gate';

export const seedingAhead: Gate = {
  key: 'seeding-ahead',
  name: 'Seeding ahead',
  spans: ({ product: { label, rate }, zone: { seedingOn }, seen }, range) => {
    if (seedingOn === null) return constantLane(range, open({ code: 'no-seeding', source: 'plan' }));
    const waitDays = seedingWaitDays(label, rate);
    if (waitDays === null)
      return constantLane(
        range,
        shut('bolt', { code: 'not-known', source: 'label', missing: 'seeding-wait' }),
      );
    const latest = addDays(seedingOn, -waitDays);
    const facts = { source: 'label', seeding: seedingOn, waitDays, latest } as const;
    const clear = open({ code: 'clear-by-seeding', ...facts });
    const blocks = shut('bolt', { code: 'blocks-seeding', ...facts });
    const seeded =
      seen.seededOn !== null && seen.seededOn >= addDays(seedingOn, -60)
        ? open({ code: 'no-seeding', source: 'plan' })
        : ajar({ code: 'not-known', source: 'plan', missing: 'seedlings' });
    return laneByTick<Day, typeof clear>(range, (day) =>
      day <= latest ? clear : day < seedingOn ? blocks : seeded,
    );
  },
};
