/** What is in place of a dose. Practice and shares as reached.ts says them; weather is invented. */
import { addDays, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { HourlyWeather } from '@/core/weather/series';
import { context, entry, label, today } from '../../../tests/support/gate-context';
import { leftOf } from './reached';

const { zone, seen } = context();
const DRY_ZONE = { ...zone, irrigationPerHour: null };
const AGO = addDays(today, -30);
/** mm in each hour of some days after the work, dry else */
const weather = (rain: Record<number, number | readonly number[]>): HourlyWeather => {
  const hours = 31 * 24;
  const out = {
    rain: new Float64Array(hours),
    air: new Float64Array(hours).fill(15),
    wind: new Float64Array(hours),
  };
  for (const [day, mm] of Object.entries(rain))
    (Array.isArray(mm) ? mm : [mm]).forEach((x: number, h) => (out.rain[Number(day) * 24 + 8 + h] = x));
  return { from: AGO, ...out };
};
/** half an inch and a little, gently */
const GENTLE = [6.5, 6.5];
const SPRAY: Label = { ...label, wateringIn: { depth: 12.7 as never, withinDays: 7 } };
type Known = Parameters<typeof leftOf>[0];
const share = (over: Partial<Known>, day: Day = AGO, of: Label = SPRAY) =>
  leftOf({ zone: DRY_ZONE, seen, today, recent: weather({ 3: GENTLE }), ...over }, [of])(
    entry(day, 0.4, { label: of }),
  );

test('rain in time, or irrigation: all of it is in place', () => {
  expect(share({})).toBe(1);
  expect(share({ recent: weather({ 2: 6, 6: 7 }) })).toBe(1);
  expect(share({ zone: { ...DRY_ZONE, irrigationPerHour: 10 as never }, recent: weather({}) })).toBe(1);
  // weather that does not reach back tells nothing
  expect(share({ recent: null })).toBe(1);
  expect(share({ recent: { ...weather({}), from: addDays(AGO, 5) } })).toBe(1);
  expect(share({}, AGO, { ...SPRAY, wateringIn: null })).toBe(1);
});

test('each dry day past the deadline takes its share, and so far as it is still dry', () => {
  expect(share({ recent: weather({ 12: GENTLE }) })).toBeCloseTo(0.98 ** 5, 12);
  expect(share({ recent: weather({}) })).toBeCloseTo(0.98 ** 23, 12);
  // the day's own rain may have fallen before the work
  expect(share({ recent: weather({ 0: 20, 12: GENTLE }) })).toBeCloseTo(0.98 ** 5, 12);
});

test('a storm above the intake of the soil runs off, after enough gentle rain it does not', () => {
  const clay = { ...DRY_ZONE, texture: 'clay' } as const;
  expect(share({ zone: clay, recent: weather({ 2: [2.5, 2.5, 8] }) })).toBeCloseTo(0.8, 12);
  expect(share({ zone: clay, recent: weather({ 2: [2.5, 2.5, 2.5, 2.5, 2.8], 4: 20 }) })).toBe(1);
  expect(share({ zone: { ...clay, texture: 'sand' }, recent: weather({ 2: [2.5, 2.5, 8] }) })).toBe(1);
});

test('long dead leaf catches a spray, unless it was cut, washed at once, or a granule fell through', () => {
  const heavy = { ...DRY_ZONE, cover: 'heavy' } as const;
  expect(share({ zone: heavy })).toBeCloseTo(0.75, 12);
  expect(share({ zone: heavy, recent: weather({ 1: GENTLE }) })).toBe(1);
  expect(share({ zone: heavy, seen: { ...seen, mownOn: addDays(AGO, -5) } })).toBe(1);
  expect(share({ zone: heavy, seen: { ...seen, mownOn: addDays(AGO, 2) } })).toBeCloseTo(0.75, 12);
  expect(share({ zone: heavy }, AGO, { ...SPRAY, formulation: 'G' })).toBe(1);
});

// common practice, no source: opening the soil opens the barrier, what goes down afterwards is whole; the shares are ours
test('soil that was opened after a dose takes a share of it, and of what goes down later nothing', () => {
  const opened = (...all: Known['seen']['opened']) => share({ seen: { ...seen, opened: all } });
  const aerated = { how: 'core aeration' as const, on: addDays(AGO, 10) };
  expect(opened(aerated)).toBeCloseTo(0.9, 12);
  expect(opened(aerated, { how: 'power raking', on: addDays(AGO, 12) })).toBeCloseTo(0.675, 12);
  expect(opened({ how: 'digging', on: addDays(AGO, 10) })).toBe(0);
  // on the day itself it goes down afterwards
  expect(opened({ how: 'digging', on: AGO })).toBe(1);
});

test('what is planned counts whole, and what is not of a label of ours by the soil alone', () => {
  const planned = { ...entry(AGO, 0.4, { label: SPRAY }), status: 'planned' as const };
  const left = leftOf({ zone: DRY_ZONE, seen, today, recent: weather({}) }, [SPRAY]);
  expect(left(planned)).toBe(1);
  expect(left({ ...entry(AGO, 0.4), productId: null })).toBe(1);
});
