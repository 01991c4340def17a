import { addDays } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { PlannedApplication, PlannedProduct } from '@/core/season/standing';
import { amountIn, rateOf } from '@/core/units/rate';
import { context, label, product, today } from '../../../tests/support/gate-context';
import {
  cards,
  dry,
  granule,
  inTank,
  liquid,
  loads,
  morning,
  sprayer,
  stop,
  two,
} from '../../../tests/support/morning';
import { reallyAt } from './card';
import { equipmentFor, settingsFor, stopsOf } from './morning';
import { stopToday } from './stop-today';

test('tanks of a visit follow each other for all stops: the first of all, then the second', () => {
  const both = (id: string) => stop(id, inTank(label, dry), inTank(liquid, rateOf(2, 'floz/1000sqft'), 2));
  const m = morning([both('a'), both('b')]);
  expect(stopsOf(m, 'tank').map((s) => `${s.site} ${s.products[0]!.label.id}`)).toEqual([
    `a ${label.id}`,
    `b ${label.id}`,
    'a liquid',
    'b liquid',
  ]);
  expect(stopsOf(m, 'hopper')).toEqual([]);
});

test('stops of one mix next to each other save rinses, where somebody wants it so', () => {
  const a = (id: string) => stop(id, inTank(label, dry));
  const b = stop('b', inTank(liquid, rateOf(2, 'floz/1000sqft')));
  const m = morning([a('1'), b, a('3')]);
  const { rinses, fewest } = loads(m, { tank: '50' });
  expect([rinses, fewest]).toEqual([2, 1]);
  const order = (together: boolean) =>
    cards(m, { tank: '50', together }).map((c) => c.stops.map((s) => s.site).join());
  expect(order(false)).toEqual(['1', 'b', '3']);
  expect(order(true)).toEqual(['1,3', 'b']);
});

test('the sprayer that was measured is taken, with its tank and its water; of several none is guessed', () => {
  const measured = { ...sprayer, output: rateOf(1.5, 'gal/1000sqft') };
  const one = morning([stop('a', inTank(label, dry))], { equipment: [measured, { ...sprayer, id: 'f' }] });
  expect(equipmentFor(one, 'tank')?.id).toBe('e');
  expect(settingsFor(one, 'tank', measured)).toMatchObject({ tank: '4', carrier: '1.5', dead: '' });
  const two = morning([stop('a', inTank(label, dry))], { equipment: [sprayer, { ...sprayer, id: 'f' }] });
  expect(equipmentFor(two, 'tank')).toBeNull();
  expect(equipmentFor(two, 'hopper')).toBeNull();
});

test('a hopper of unknown size holds all, and says nothing of water', () => {
  const m = morning([stop('a', inTank(granule, rateOf(3, 'lb/1000sqft')))]);
  const [card] = cards(m, { scale: '1' }, 'hopper');
  expect(card).toMatchObject({ kind: 'hopper', of: 1, water: 0, carrier: null });
  expect(amountIn(card!.products[0]!.measured, 'lb')).toBeCloseTo(12, 2);
});

test('a stop today: what is down is left out, a granule first, and its year is asked', () => {
  const planned = (position: number, l: Label, recordId: string | null = null): PlannedProduct => ({
    ...product,
    position,
    label: l,
    rate: dry,
    tank: 1,
    tie: null,
    id: String(position),
    recordId,
  });
  const application = (products: readonly PlannedProduct[]): PlannedApplication => ({
    id: 'x',
    purpose: '',
    plannedOn: today,
    earliest: null,
    latest: null,
    products,
    doneOn: null,
    skipped: null,
  });
  const facts = context({});
  const of = (products: readonly PlannedProduct[]) =>
    stopToday([application(products)], 'x', facts, today).passes.map((p) =>
      p.products.map((q) => q.label.id),
    );
  expect(of([planned(1, label), planned(2, granule)])).toEqual([['granule'], [label.id]]);
  expect(of([planned(1, label, 'done'), planned(2, granule)])).toEqual([['granule']]);
  const [pass] = stopToday([application([planned(1, label)])], 'x', facts, today).passes;
  expect(pass!.products[0]!.left!.rate).toBeGreaterThan(dry.rate);
  expect(() => stopToday([], 'x', facts, addDays(today, 1))).toThrow(RangeError);
});

test('what was really measured is shared as the mix is', () => {
  const card = two();
  const asked = card.products.map((p) => p.measured.amount);
  const [half] = [
    reallyAt(
      card,
      card.stops[0]!,
      asked.map((a) => a / 2),
    ),
  ];
  half.forEach((got, i) => expect(got).toBeCloseTo(asked[i]! / 2, 9));
});
