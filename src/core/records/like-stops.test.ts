/** A sheet of stops, by hand. */
import { measuredNear, timesFrom, visitOfRow, type Measurement } from './like-stops';

const at = (clock: string, wind = '4', air = '55'): Measurement => ({ at: clock, wind, windFrom: 'SW', air });

test.each([
  ['07:05', [at('07:00'), at('08:00')], '07:00'],
  ['07:40', [at('07:00'), at('08:00')], '08:00'],
  // as near to the one as to the other: the earlier
  ['07:30', [at('08:00'), at('07:00')], '07:00'],
  ['07:31', [at('07:00')], null],
  ['07:30', [at('07:00')], '07:00'],
  ['', [at('07:00')], null],
  ['late', [at('07:00')], null],
  ['07:05', [at('07:00', '', '')], null],
  ['07:05', [at('noon')], null],
])('of work begun at %j the nearest within half an hour counts', (began, list, expected) =>
  expect(measuredNear(began, list)?.at ?? null).toBe(expected),
);

test('twelve stops from five past seven, a quarter of an hour each', () => {
  const times = timesFrom('07:05', 15, 12);
  expect(times.map((t) => t.startedAt).slice(0, 3)).toEqual(['07:05', '07:20', '07:35']);
  expect(times.at(-1)).toEqual({ startedAt: '09:50', endedAt: '10:05' });
  // past midnight nobody knows; without minutes only the first is known
  expect(timesFrom('23:50', 15, 2)).toEqual([
    { startedAt: '23:50', endedAt: '' },
    { startedAt: '', endedAt: '' },
  ]);
  expect(timesFrom('07:05', NaN, 2).map((t) => t.startedAt)).toEqual(['07:05', '']);
});

test('a row without a measurement near it is not measured, whatever the others have', () => {
  const head = { day: '2027-03-18', appliedBy: 'Tobin Asher', certifiedBy: '', measurements: [at('07:00')] };
  const row = { products: [], water: '6', endedAt: '', method: 'boom' };
  expect(visitOfRow({ ...row, startedAt: '07:20' }, head)).toMatchObject({
    wind: '4',
    windFrom: 'SW',
    air: '55',
  });
  expect(visitOfRow({ ...row, startedAt: '09:20' }, head)).toMatchObject({ wind: '', windFrom: '', air: '' });
});
