import fc from 'fast-check';
import { dayOf, type Day } from '@/core/calendar/day';
import { EMPTY_BOOK, purchaseOf, runsOutOn, shelfIn, shelfOf, withMoves, type Move } from './stock';

const on = dayOf(2027, 2, 1);
const move = (kind: Move['kind'], lot: string, amount: number, days = 0): Move => ({
  kind,
  lot,
  amount,
  on: (on + days) as Move['on'],
});

describe('the shelf', () => {
  test('in, out, used from the oldest lot, counted and corrected', () => {
    const book = [move('in', 'A', 5), move('in', 'B', 5, 3), move('use', '', 6, 5), move('out', 'B', 1, 6)];
    expect(shelfOf(book)).toMatchObject({ onHand: 3, lots: [{ lot: 'B', onHand: 3, since: on + 3 }] });
    expect(shelfOf([...book, move('count', 'B', 2, 7)]).onHand).toBe(2);
    expect(shelfOf([...book, move('correct', 'B', -0.5, 7)]).onHand).toBe(2.5);
  });
  test('what a corrected record gives back goes to the lot it came from', () => {
    const book = [move('in', 'A', 5), move('in', 'B', 5, 3), move('use', '', 6, 5), move('use', '', -0.5, 6)];
    expect(shelfOf(book)).toMatchObject({ onHand: 4.5, lots: [{ lot: 'B', onHand: 4.5, since: on + 3 }] });
  });
  test('more used than the book holds shows as less than nothing, until somebody counts', () => {
    const short = [move('in', 'A', 1), move('use', '', 3, 1)];
    expect(shelfOf(short).onHand).toBe(-2);
    expect(shelfOf([...short, move('count', 'A', 0.2, 2)]).onHand).toBe(0.2);
  });
  test('a book that is read in two parts is the book', () => {
    const any = fc.array(
      fc.tuple(
        fc.constantFrom('in', 'use', 'out', 'count', 'correct'),
        fc.constantFrom('', 'A', 'B'),
        fc.integer({ min: -20, max: 50 }),
      ),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(any, fc.nat(30), (list, at) => {
        const book = list.map(([kind, lot, amount], i) => move(kind, lot, amount, i));
        const first = withMoves(EMPTY_BOOK, book.slice(0, at));
        expect(shelfIn(withMoves(first, book.slice(at)))).toEqual(shelfOf(book));
      }),
    );
  });
  test('what went in and out adds up, whatever the order of lots', () => {
    const plain = fc.array(
      fc.tuple(
        fc.constantFrom('in' as const, 'use' as const),
        fc.constantFrom('A', 'B'),
        fc.integer({ min: 1, max: 50 }),
      ),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(plain, (list) => {
        const book = list.map(([kind, lot, amount], i) => move(kind, kind === 'use' ? '' : lot, amount, i));
        const sum = list.reduce((s, [kind, , amount]) => s + (kind === 'in' ? amount : -amount), 0);
        expect(shelfOf(book).onHand).toBeCloseTo(sum, 9);
      }),
    );
  });
});

describe('what must be bought', () => {
  const sizes = [
    { size: 5, price: 96 },
    { size: 1, price: 26 },
  ];
  test('nothing where the shelf is full enough', () =>
    expect(purchaseOf(3, 3, sizes)).toMatchObject({ short: 0, packages: [], cost: 0 }));
  test('whole packages, the cheapest that cover it: four small ones cost more than a large one', () => {
    expect(purchaseOf(4, 0, sizes)).toMatchObject({ packages: [{ index: 0, count: 1 }], cost: 96, over: 1 });
    expect(purchaseOf(7, 0, sizes)).toMatchObject({
      packages: [
        { index: 0, count: 1 },
        { index: 1, count: 2 },
      ],
      cost: 148,
      over: 0,
    });
  });
  test('without prices, with the least left over; without packages, only what is short', () => {
    const bare = [
      { size: 5, price: null },
      { size: 2, price: null },
    ];
    expect(purchaseOf(4, 0, bare)).toMatchObject({ packages: [{ index: 1, count: 2 }], cost: null, over: 0 });
    expect(purchaseOf(4, 1, [])).toEqual({ need: 4, short: 3, packages: [], cost: null, over: 0 });
  });
  test('is never too little and never dearer than any one size alone', () => {
    const size = fc.record({
      size: fc.integer({ min: 1, max: 40 }),
      price: fc.integer({ min: 1, max: 400 }),
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.array(size, { minLength: 1, maxLength: 3 }),
        (need, list) => {
          const { packages, cost, over } = purchaseOf(need, 0, list);
          expect(packages.reduce((s, p) => s + p.count * list[p.index]!.size, 0)).toBeGreaterThanOrEqual(
            need,
          );
          expect(over).toBeGreaterThanOrEqual(0);
          for (const s of list) expect(cost!).toBeLessThanOrEqual(Math.ceil(need / s.size) * s.price);
        },
      ),
    );
  });
});

test('what is on hand lasts to the day on which more goes down than is there', () => {
  const needs = [
    { day: (on + 30) as Move['on'], amount: 3 },
    { day: on, amount: 2 },
    { day: (on + 10) as Move['on'], amount: 2 },
  ];
  expect(runsOutOn(7, needs)).toBeNull();
  expect(runsOutOn(6.9, needs)).toBe(on + 30);
  expect(runsOutOn(4, needs)).toBe(on + 30);
  expect(runsOutOn(3, needs)).toBe(on + 10);
  expect(runsOutOn(-5, needs)).toBe(on);
  expect(runsOutOn(0, [])).toBeNull();
});

test('a lot is opened when it is first drawn from, and the sooner of two days on its packages counts (arithmetic)', () => {
  const expires = (day: number) => ({ expires: (on + day) as Day });
  const { lots } = shelfOf([
    { ...move('in', 'A', 5, 0), ...expires(400) },
    { ...move('in', 'A', 5, 1), ...expires(300) },
    move('in', 'B', 5, 2),
    move('use', '', 1, 9),
    move('use', '', 1, 10),
  ]);
  expect(lots).toEqual([
    { lot: 'A', onHand: 8, since: on, opened: on + 9, expires: on + 300 },
    { lot: 'B', onHand: 5, since: on + 2, opened: null, expires: null },
  ]);
});
