import { addDays, dayOf, isoDay, type Day } from '@/core/calendar/day';
import { rateOf } from '@/core/units/rate';
import { entry, label, today } from '../../../tests/support/gate-context';
import {
  containedIn,
  isBookWhole,
  limitBreaks,
  ofIngredient,
  ofProduct,
  periodsWith,
  sumsIn,
  type LedgerEntry,
} from './ledger';

const year = { from: dayOf(2027, 1, 1), to: dayOf(2027, 12, 31) };
const sum = (entries: LedgerEntry[], of = ofProduct(label.id), on: string | null = null) =>
  sumsIn(entries, year, on, of);

test('0.4 + 0.4 oz of a 50 % product are 0.8 oz of product and 1.2206 kg/ha of a.i.', () => {
  const ledger = [
    entry(dayOf(2027, 3, 1), 0.4),
    entry(dayOf(2027, 5, 1), 0.4),
    entry(dayOf(2026, 5, 1), 0.4),
  ];
  // published: NIST factors; 1 oz/1,000 sq ft is 3.051517 kg/ha
  expect(sum(ledger).worst).toBeCloseTo(0.8 * 3.051517, 5);
  expect(sum(ledger, ofIngredient('alpha', 'a.i.')).zone).toBeCloseTo(0.8 * 3.051517 * 0.5, 5);
  expect(sum(ledger).entries).toHaveLength(2);
});

test('0.65 and 0.49 lb a.i./acre of two products with one a.i. leave 0.36 of 1.5 (common practice, no source)', () => {
  const pure = [{ ...label.ingredients[0]!, content: { in: 'weight' as const, share: 1 } }];
  const of = (id: string, lb: number) =>
    entry(dayOf(2027, 3, 1), 0, { label: { ...label, id, ingredients: pure }, rate: rateOf(lb, 'lb/acre') });
  const { worst } = sum([of('a', 0.65), of('b', 0.49)], ofIngredient('alpha', 'a.i.'));
  expect(rateOf(1.5, 'lb/acre').rate - worst!).toBeCloseTo(rateOf(0.36, 'lb/acre').rate, 9);
});

test('the same 100 sq ft sprayed five times have five times the rate on them; five other spots have one', () => {
  // common practice, no source: 0.22 oz/1,000 on one spot five times is 1.1 oz there
  const spot = (day: Day, ground: string) => entry(day, 0.22, { id: `${day}${ground}`, share: 0.01, ground });
  const days = [3, 4, 5, 6, 7].map((m) => dayOf(2027, m, 1));
  const unit = rateOf(1, 'oz/1000sqft').rate;
  const same = sum(
    days.map((d) => spot(d, '')),
    ofProduct(label.id),
    '',
  );
  expect(same.worst! / unit).toBeCloseTo(1.1, 9);
  expect(same.zone! / unit).toBeCloseTo(0.011, 9);
  const others = sum(
    days.map((d, i) => spot(d, `spot ${i}`)),
    ofProduct(label.id),
    'spot 1',
  );
  expect(others.worst! / unit).toBeCloseTo(0.22, 9);
});

test('an a.i. whose content cannot be told makes the sum unknown, not 0', () => {
  const content = { in: 'volume' as const, gramsPerLitre: 100 as never };
  const unclear = { ...label, ingredients: [{ ...label.ingredients[0]!, content }] };
  const [contained] = containedIn(unclear, rateOf(0.4, 'oz/1000sqft'));
  expect(contained).toMatchObject({ name: 'alpha', ai: null, ae: null });
  const s = sum([entry(today, 0.4, { label: unclear })], ofIngredient('alpha', 'a.i.'));
  expect([s.zone, s.worst]).toEqual([null, null]);
});

test('12 months that end on a day hold that day and not the same date a year before', () => {
  const [period] = periodsWith('12 months', dayOf(2027, 3, 18), []);
  expect([isoDay(period!.from), isoDay(period!.to)]).toEqual(['2026-03-19', '2027-03-18']);
  // 29 February: the 12 months before it end on 28 February
  const [leap] = periodsWith('12 months', dayOf(2028, 2, 29), []);
  expect(isoDay(leap!.from)).toBe('2027-03-01');
});

test('12 months that contain a day are those that end with it and those that end with what comes later', () => {
  const later = [
    entry(dayOf(2027, 9, 1), 0.1),
    entry(dayOf(2028, 3, 18), 0.1),
    entry(dayOf(2026, 9, 1), 0.1),
  ];
  const ends = periodsWith('12 months', dayOf(2027, 3, 18), later).map((p) => isoDay(p.to));
  expect(ends).toEqual(['2027-03-18', '2027-09-01']);
});

test('between two breaks the periods hold the same entries', () => {
  const entries = [dayOf(2026, 9, 1), dayOf(2027, 4, 1), dayOf(2028, 2, 29)].map((d) => entry(d, 0.1));
  const range = { from: dayOf(2026, 6, 1), to: dayOf(2029, 6, 1) };
  for (const period of ['12 months', 'calendar year'] as const) {
    const breaks = new Set(limitBreaks(period, entries, range.from, range.to));
    const held = (day: Day) =>
      periodsWith(period, day, entries)
        .map((p) =>
          entries
            .filter((e) => e.day >= p.from && e.day <= p.to)
            .map((e) => e.id)
            .join(),
        )
        .join('|');
    for (let d = range.from; d < range.to; d = addDays(d, 1))
      if (!breaks.has(addDays(d, 1))) expect(`${d}: ${held(addDays(d, 1))}`).toBe(`${d}: ${held(d)}`);
  }
});

test('a book is whole over what begins with it or later; one whose beginning nobody knows never is', () => {
  expect(isBookWhole(year.from, year)).toBe(true);
  expect(isBookWhole(addDays(year.from, 1), year)).toBe(false);
  expect(isBookWhole(null, year)).toBe(false);
});

test('the first and the last day of a period belong to it', () => {
  const days = [dayOf(2026, 12, 31), dayOf(2027, 1, 1), dayOf(2027, 12, 31), dayOf(2028, 1, 1)];
  expect(sum(days.map((d) => entry(d, 0.1))).entries.map((e) => isoDay(e.day))).toEqual([
    '2027-01-01',
    '2027-12-31',
  ]);
});

test('what keeps seed out: the label’s steps; none where it sets none, or feeds; else nobody knows', () => {
  const bare = { ...label, seedingWait: [] };
  const wait = (l: typeof label) => entry(today, 0.4, { label: l }).seedWait;
  expect(wait(label)).toBe(label.seedingWait);
  expect(wait({ ...bare, none: ['seedingWait'] })).toBe('none');
  expect(wait({ ...bare, none: [] })).toBeNull();
  expect(wait({ ...bare, none: [], kind: 'fertilizer', ingredients: [] })).toBe('none');
});
