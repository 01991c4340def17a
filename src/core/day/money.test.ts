/** Sums by hand; visits are invented. */
import { dayOf } from '@/core/calendar/day';
import { moneyBy, type CostedVisit } from './money';

const visit = (over: Partial<CostedVisit> = {}): CostedVisit => ({
  lawnId: 'a',
  address: 'a',
  day: dayOf(2027, 3, 18),
  person: 'Tobin',
  minutes: 15,
  material: 12,
  price: 60,
  ...over,
});

test('material against price, time at its cost, what is left: by hand', () => {
  const [line] = moneyBy([visit(), visit({ minutes: 30, material: 18 })], () => 'all', 40);
  // 120 less 30 of material and 45 minutes at 40 an hour
  expect(line).toMatchObject({ visits: 2, share: 0.25, left: { sum: 60, of: 2 } });
  expect(line!.minutes).toEqual({ sum: 45, of: 2 });
});

test('what is not known is not zero: it is left out, and the count says so', () => {
  const [line] = moneyBy([visit(), visit({ material: null }), visit({ price: null })], () => 'all', 40);
  expect(line!.material).toEqual({ sum: 24, of: 2 });
  expect(line!.price).toEqual({ sum: 120, of: 2 });
  expect([line!.share, line!.left]).toEqual([0.2, { sum: 38, of: 1 }]);
  expect(moneyBy([visit()], () => 'all', null)[0]!.left).toBeNull();
  expect(moneyBy([visit({ price: 0 })], () => 'all', null)[0]!.share).toBeNull();
});

test('by person, each has their own', () => {
  const lines = moneyBy([visit(), visit({ person: 'Lise' })], (v) => v.person, null);
  expect(lines.map((l) => [l.key, l.visits])).toEqual([
    ['Tobin', 1],
    ['Lise', 1],
  ]);
});
