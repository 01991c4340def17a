import { addDays, dayOf, isoDay, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { windowOf } from '@/core/gates/window';
import { WHOLE_ZONE } from '@/core/products/application';
import { rateOf } from '@/core/units/rate';
import {
  context,
  entry,
  label,
  leafLabel,
  leafProduct,
  outlook,
  spots,
  today,
} from '../../../tests/support/gate-context';
import { contextOf, plannedEntries, yearAhead } from './programme';
import { isOpen, nextOf, standingOf, type PlannedApplication, type PlannedProduct } from './standing';
import { DEFAULT_SPACING } from '@/core/products/split';

const half = (id: string, over: Partial<PlannedProduct> = {}): PlannedProduct => ({
  id,
  position: 1,
  label,
  rate: rateOf(0.4, 'oz/1000sqft'),
  use: 'pre-emergent',
  targets: [],
  method: null,
  place: WHOLE_ZONE,
  tank: 1,
  tie: null,
  recordId: null,
  ...over,
});
const on = (id: string, day: Day, ...products: PlannedProduct[]): PlannedApplication => ({
  id,
  purpose: '',
  plannedOn: day,
  earliest: null,
  latest: null,
  products,
  doneOn: null,
  skipped: null,
});
const tie = (part: number) => ({ id: 't', kind: 'split' as const, part, of: 2, spacing: DEFAULT_SPACING });
const second = addDays(today, 70);
const halves = (done: string | null = null) => [
  on('a1', today, half('p1', { tie: tie(1), recordId: done })),
  on('a2', second, half('p2', { tie: tie(2) })),
];
const facts = context({ outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 25), p90: null }) });
const intervalOn = (all: PlannedApplication[], id: string, day: Day, ledger = facts.ledger) => {
  const { lanes } = windowOf(contextOf(all, id, { ...facts, ledger }), yearAhead(today));
  return spanAt(lanes.find((l) => l.gate.key === 'interval')!.lane, day)!.verdict;
};

test('every application counts the others, earlier and later, and never itself', () => {
  expect(contextOf(halves(), 'a1', facts).ledger.map((e) => [e.id, e.status])).toEqual([['p2', 'planned']]);
  expect(contextOf(halves(), 'a2', facts).ledger.map((e) => [e.id, e.status])).toEqual([['p1', 'planned']]);
});

test('the second part counts from the day the first is planned for, until it is done', () => {
  expect(intervalOn(halves(), 'a2', addDays(today, 55)).state).toBe('shut');
  expect(intervalOn(halves(), 'a2', second).state).toBe('open');
  // the first must leave the second its interval
  expect(intervalOn(halves(), 'a1', addDays(second, -59)).reason.code).toBe('too-soon-before');
  expect(intervalOn(halves(), 'a1', addDays(second, -60)).state).toBe('open');
});

test('and then from the day it was really done: a late first half moves the second’s window', () => {
  const done = entry(addDays(today, 10), 0.4, { id: 'r1' });
  expect(contextOf(halves('r1'), 'a2', { ...facts, ledger: [done] }).ledger).toEqual([done]);
  expect(intervalOn(halves('r1'), 'a2', addDays(today, 65), [done]).state).toBe('shut');
  expect(intervalOn(halves('r1'), 'a2', addDays(today, 80), [done]).state).toBe('open');
});

test('a part that is skipped counts no more; the part after it follows the one before', () => {
  const [first, next] = halves();
  const skipped = { ...first!, skipped: { why: 'rained out', by: 'Mara', on: today } };
  expect(contextOf([skipped, next!], 'a2', facts).ledger).toEqual([]);
  expect(intervalOn([skipped, next!], 'a2', second).reason).toMatchObject({ missing: 'first-part' });
  expect([isOpen(skipped), standingOf(skipped, today), standingOf(first!, today)]).toEqual([
    false,
    'skipped',
    'due',
  ]);
});

test('work of 30 December stands in the ledger of February, and December plans it', () => {
  const december = dayOf(2027, 12, 30);
  const all = [
    on('w', december, half('pw')),
    on('f', dayOf(2028, 2, 10), half('pf', { rate: rateOf(0.4, 'oz/1000sqft') })),
  ];
  const then = { ...facts, today: dayOf(2027, 12, 20) };
  const { range, all: window } = windowOf(contextOf(all, 'f', then), yearAhead(then.today));
  expect([isoDay(range.from), isoDay(range.to)]).toEqual(['2027-12-20', '2028-12-20']);
  // 60 days after 30 December
  expect(intervalOn(all, 'f', dayOf(2028, 2, 27)).reason.code).toBe('too-soon-after');
  expect(intervalOn(all, 'f', dayOf(2028, 2, 28)).reason.code).toBe('interval-passed');
  expect(window.length).toBeGreaterThan(0);
});

test('three products of one visit are asked together, and what of it is down already is not asked again', () => {
  const visit = on(
    'v',
    today,
    half('x'),
    half('y', { position: 2, label: leafLabel, rate: leafProduct.rate, use: 'post-emergent', recordId: 'r' }),
    half('z', { position: 3, tank: 2, label: { ...label, id: 'other' } }),
  );
  const { product, beside } = contextOf([visit], 'v', facts);
  expect([product.position, ...beside.map((p) => p.position)]).toEqual([1, 3]);
  expect(standingOf(visit, today)).toBe('due');
  expect(plannedEntries([visit], facts.zone, today).map((e) => e.id)).toEqual(['x', 'z']);
});

test('spots count by their share of the zone and under the name of their ground', () => {
  const [e] = plannedEntries(
    [on('s', today, half('p', { place: spots(facts.zone.area / 4, 'drive') }))],
    facts.zone,
    today,
  );
  expect([e?.share, e?.ground]).toEqual([0.25, 'drive']);
  // spots of more than there is are the whole of it
  const more = plannedEntries([on('s', today, half('p', { place: spots(1e6) }))], facts.zone, today);
  expect(more[0]?.share).toBe(1);
});

test('the next is the first by day that is neither done nor skipped; none when all are', () => {
  const [first, next] = halves();
  expect(nextOf([next!, first!])?.id).toBe('a1');
  expect(nextOf(halves('r1'))?.id).toBe('a2');
  expect(nextOf([])).toBeUndefined();
});

test('an application that the programme has not is a bug', () =>
  expect(() => contextOf(halves(), 'zz', facts)).toThrow('No application zz among 2'));
