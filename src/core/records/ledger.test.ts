import { dayOf } from '@/core/calendar/day';
import { rateOf } from '@/core/units/rate';
import { entry, label } from '../../../tests/support/gate-context';
import { ingredientTotal, isInPeriod, productTotal } from './ledger';

test('0.4 + 0.4 oz of a 50 % product are 0.8 oz of product and 1.2206 kg/ha of a.i.', () => {
  const ledger = [
    entry(dayOf(2027, 3, 1), 0.4),
    entry(dayOf(2027, 5, 1), 0.4),
    entry(dayOf(2026, 5, 1), 0.4),
  ];
  const day = dayOf(2027, 6, 1);
  // published: NIST factors; 1 oz/1,000 sq ft is 3.051517 kg/ha
  expect(productTotal(ledger, label, day).total).toBeCloseTo(0.8 * 3.051517, 5);
  expect(ingredientTotal(ledger, 'alpha', 'calendar year', day).total).toBeCloseTo(0.8 * 3.051517 * 0.5, 5);
  expect(productTotal(ledger, label, day).entries).toHaveLength(2);
});

test('0.65 and 0.49 lb a.i./acre of two products with one a.i. leave 0.36 of 1.5 (common practice, no source)', () => {
  const of = (id: string, lb: number) =>
    entry(dayOf(2027, 3, 1), 0, {
      label: {
        ...label,
        id,
        ingredients: [{ ...label.ingredients[0]!, content: { in: 'weight', share: 1 } }],
      },
      rate: rateOf(lb, 'lb/acre'),
    });
  const { total } = ingredientTotal(
    [of('a', 0.65), of('b', 0.49)],
    'alpha',
    'calendar year',
    dayOf(2027, 6, 1),
  );
  expect(rateOf(1.5, 'lb/acre').rate - total!).toBeCloseTo(rateOf(0.36, 'lb/acre').rate, 9);
});

test('an a.i. whose content cannot be told makes the total unknown, not 0', () => {
  const unclear = {
    ...label,
    ingredients: [
      { ...label.ingredients[0]!, content: { in: 'volume' as const, gramsPerLitre: 100 as never } },
    ],
  };
  expect(
    ingredientTotal(
      [entry(dayOf(2027, 3, 1), 0.4, { label: unclear })],
      'alpha',
      'calendar year',
      dayOf(2027, 6, 1),
    ).total,
  ).toBeNull();
});

test('12 months that end on a day hold that day and not the same date a year before', () => {
  const end = dayOf(2027, 3, 18);
  expect(isInPeriod(end, '12 months', end)).toBe(true);
  expect(isInPeriod(dayOf(2026, 3, 19), '12 months', end)).toBe(true);
  expect(isInPeriod(dayOf(2026, 3, 18), '12 months', end)).toBe(false);
  expect(isInPeriod(dayOf(2027, 3, 19), '12 months', end)).toBe(false);
});
