import { addDays, dayOf } from '@/core/calendar/day';
import { entry, label } from '../../../tests/support/gate-context';
import { seedWaitsOn } from './seed-waits';

// the test label: 120 days up to 0.4 oz, 200 up to 0.8
const of = (id: string) => (id === label.id ? label : undefined);
const march = dayOf(2027, 3, 1);
const days = (list: ReturnType<typeof seedWaitsOn>) => list.map((w) => [w.day, w.days, w.clear]);

test('a full rate of 1 March still stands against seed of 1 September, and says until when', () => {
  expect(days(seedWaitsOn([entry(march, 0.8)], of, dayOf(2027, 9, 1)))).toEqual([
    [march, 200, addDays(march, 200)],
  ]);
  expect(seedWaitsOn([entry(march, 0.8)], of, addDays(march, 200))).toEqual([]);
});
test('two halves wait as long as the whole, from the second on', () => {
  const second = addDays(march, 60);
  const halves = [entry(march, 0.4), entry(second, 0.4)];
  expect(days(seedWaitsOn(halves, of, dayOf(2027, 9, 1)))).toEqual([[second, 200, addDays(second, 200)]]);
});
test('a half whose own wait is over does not count any more', () => {
  const second = addDays(march, 121);
  expect(days(seedWaitsOn([entry(march, 0.4), entry(second, 0.4)], of, dayOf(2027, 9, 1)))).toEqual([
    [second, 120, addDays(second, 120)],
  ]);
});
test('what is planned counts and is called so; what comes after the seeding does not', () => {
  const planned = { ...entry(dayOf(2027, 8, 1), 0.4), status: 'planned' as const };
  expect(seedWaitsOn([planned], of, dayOf(2027, 9, 1))).toMatchObject([{ isPlanned: true }]);
  expect(seedWaitsOn([planned], of, dayOf(2027, 7, 1))).toEqual([]);
});
test('work of others, and a dose that nobody knows, say nothing here', () => {
  expect(seedWaitsOn([{ ...entry(march, 0.8), productId: null }], of, dayOf(2027, 5, 1))).toEqual([]);
  expect(seedWaitsOn([{ ...entry(march, 0.8), rate: null }], of, dayOf(2027, 5, 1))).toEqual([]);
});
test('spots of different names do not add up; the whole zone adds to each', () => {
  const spots = (day: number, ground: string) => ({ ...entry(addDays(march, day), 0.4), ground, share: 0.1 });
  const seeding = dayOf(2027, 7, 1);
  expect(seedWaitsOn([spots(10, 'a'), spots(20, 'b')], of, seeding)).toMatchObject([{ days: 120 }]);
  expect(seedWaitsOn([spots(10, 'a'), entry(addDays(march, 20), 0.4)], of, seeding)).toMatchObject([
    { days: 200 },
  ]);
});
