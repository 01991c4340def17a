/** A year copied into the next: days, windows, parts; invented plans. */
import { dayOf, isoDay, type Day } from '@/core/calendar/day';
import { product, today } from '../../../tests/support/gate-context';
import { nextYearOf } from './next-year';

type Kept = Parameters<typeof nextYearOf>[0][number];
const spacing = { leastDays: 56, mostDays: 84 };
const planned = (id: string, day: Day, over: Partial<Kept> = {}, part: number | null = null): Kept => ({
  id,
  purpose: 'Round',
  plannedOn: day,
  earliest: null,
  latest: null,
  doneOn: null,
  skipped: null,
  products: [
    {
      ...product,
      id: `${id}-1`,
      recordId: null,
      typed: { rate: 0.4, unit: 'oz/1000sqft' },
      tie: part === null ? null : { id: 'total', kind: 'split', part, of: 2, spacing },
    },
  ],
  ...over,
});

test('the same day of the next year with its window; a leap day is the 28th; what has gone is left out', () => {
  const { typed, tooLate } = nextYearOf(
    [
      planned('early', dayOf(2026, 3, 10)),
      planned('same', dayOf(2026, 4, 20), { earliest: dayOf(2026, 4, 10), latest: dayOf(2026, 5, 2) }),
      planned('other year', dayOf(2025, 4, 20)),
      planned('skipped', dayOf(2026, 6, 1), { skipped: { why: 'wet', by: 'x', on: today } }),
    ],
    2026,
    today,
  );
  expect(typed.map((a) => [a.plannedOn, a.earliest, a.latest, a.purpose])).toEqual([
    ['2027-04-20', '2027-04-10', '2027-05-02', 'Round'],
  ]);
  expect(typed[0]!.products[0]).toMatchObject({ id: '', rate: '0.4', unit: 'oz/1000sqft' });
  expect(tooLate).toBe(1);
  expect(nextYearOf([planned('leap', dayOf(2028, 2, 29))], 2028, today).typed[0]!.plannedOn).toBe(
    '2029-02-28',
  );
});

test('work counts on the day on which it was done, and outside its window it has none', () => {
  const window = { earliest: dayOf(2026, 4, 10), latest: dayOf(2026, 5, 2) };
  const next = (doneOn: Day) =>
    nextYearOf([planned('a', dayOf(2026, 4, 20), { ...window, doneOn })], 2026, today).typed[0]!;
  expect(next(dayOf(2026, 4, 25))).toMatchObject({ plannedOn: '2027-04-25', earliest: '2027-04-10' });
  expect(next(dayOf(2026, 5, 9))).toMatchObject({ plannedOn: '2027-05-09', earliest: '', latest: '' });
  // an end that is not set holds nothing
  const until = { latest: dayOf(2026, 5, 2), doneOn: dayOf(2026, 4, 25) };
  const open = nextYearOf([planned('a', dayOf(2026, 4, 20), until)], 2026, today).typed[0]!;
  expect(open).toMatchObject({ plannedOn: '2027-04-25', earliest: '', latest: '2027-05-02' });
  expect(isoDay(today)).toBe('2027-03-18');
});

test('parts of a total stay parts where all are copied, and stand alone where one has gone', () => {
  const second = planned('b', dayOf(2026, 6, 10), {}, 2);
  const ties = (first: Day) =>
    nextYearOf([planned('a', first, {}, 1), second], 2026, today).typed.map((a) => a.ties[0]);
  expect(ties(dayOf(2026, 4, 1))).toEqual([
    { of: 'total', part: 1 },
    { of: 'total', part: 2 },
  ]);
  expect(ties(dayOf(2026, 2, 1))).toEqual([null]);
});
