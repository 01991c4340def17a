/**
 * Bolt: seedlings are as far as the label asks, in weeks and in mowings. Weeks count from the day they were sown, or from
 * emergence where the label says so; emergence is taken as late as the grass commonly needs, until somebody counts them.
 * What was sown a year ago is turf. A label sheet that does not say how far seedlings must be keeps shut.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { setsNone } from '@/core/products/label';
import type { Turf } from '@/core/trade/terms';
import { open, shut, type Gate } from './gate';

const TURF_AFTER_DAYS = 365;

/** Days from sowing to seedlings in a season that suits, the slower end. Common practice, from memory. */
const EMERGES_IN: Record<Turf, number> = {
  'perennial ryegrass': 10,
  'tall fescue': 14,
  'fine fescue': 14,
  'creeping bentgrass': 14,
  'Kentucky bluegrass': 28,
  bermudagrass: 21,
  zoysiagrass: 28,
  centipedegrass: 28,
  'St. Augustinegrass': 28,
  bahiagrass: 28,
  buffalograss: 21,
  'seashore paspalum': 21,
};

export const seedingBehind: Gate = {
  key: 'seeding-behind',
  name: gateName('seeding-behind'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product: { label }, zone, seen: { seededOn: seeded, seedlingMowings: mown } }, range) => {
    const none = open({ code: 'not-seeded', source: 'seen' });
    if (seeded === null) return constantLane(range, none);
    const end = addDays(seeded, TURF_AFTER_DAYS);
    const { seedlings } = label;
    if (!seedlings) {
      if (setsNone(label, 'seedlings'))
        return constantLane(range, open({ code: 'no-seedling-rule', source: 'label' }));
      const unknown = shut('bolt', { code: 'not-known', source: 'label', missing: 'seedling-rule' });
      return laneByTick(range, (day) => (day >= seeded && day < end ? unknown : none));
    }
    const { weeks, mowings, since } = seedlings;
    const slowest = Math.max(EMERGES_IN[zone.turf], zone.mixedWith ? EMERGES_IN[zone.mixedWith] : 0);
    const counted = since === 'emergence' ? addDays(seeded, slowest) : seeded;
    const byWeeks = addDays(counted, (weeks ?? 0) * 7);
    const isMown = mown >= (mowings ?? 0);
    const facts = {
      source: 'label',
      seeded,
      weeks,
      mowings,
      mown,
      since,
      opens: isMown ? byWeeks : null,
    } as const;
    const young = shut('bolt', { code: 'seedlings-too-young', ...facts });
    const old = open({ code: 'seedlings-old-enough', ...facts });
    // a label that lets it go down up to the day of seeding does so on that day too: the seed lies under it
    const atSeeding = label.seedingWait.length > 0 && label.seedingWait.every((s) => s.days === 0);
    return laneByTick<Day, typeof young>(range, (day) => {
      if (day < seeded || day >= end || (atSeeding && day === seeded)) return none;
      return isMown && day >= byWeeks ? old : young;
    });
  },
};
