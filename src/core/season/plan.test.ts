import { addDays, dayOf, isoDay, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { windowOf } from '@/core/gates/window';
import { squareMetres } from '@/core/units/quantity';
import { rateIn, rateOf } from '@/core/units/rate';
import { context, entry, label, outlook, today } from '../../../tests/support/gate-context';
import { applicationsOf, contextOf, nextPart, plannedEntries, restOfYear, type Plan } from './plan';

const second = addDays(today, 70);
const plan = (firstDone: string | null = null): Plan => ({
  label,
  split: 'halves',
  total: rateOf(0.8, 'oz/1000sqft'),
  use: 'pre-emergent',
  target: null,
  method: null,
  partner: null,
  treated: null,
  parts: [
    { id: 'p1', part: 1, plannedOn: today, recordId: firstDone },
    { id: 'p2', part: 2, plannedOn: second, recordId: null },
  ],
});
const facts = context({ outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 25), p90: null }) });
const intervalOn = (p: Plan, part: number, day: Day, ledger = facts.ledger) => {
  const { lanes } = windowOf(contextOf(p, part, { ...facts, ledger }), restOfYear(today));
  return spanAt(lanes.find((l) => l.gate.key === 'interval')!.lane, day)!.verdict;
};

test('halves are two applications of half the total', () => {
  const all = applicationsOf(plan());
  expect(all.map((a) => [a.part, a.of, rateIn(a.rate, 'oz/1000sqft')])).toEqual([
    [1, 2, 0.4],
    [2, 2, 0.4],
  ]);
});

test('the second part counts from the day the first is planned for, until it is done', () => {
  expect(contextOf(plan(), 2, facts).ledger.map((e) => [e.id, e.done])).toEqual([['p1', false]]);
  expect(intervalOn(plan(), 2, addDays(today, 59)).state).toBe('shut');
  expect(intervalOn(plan(), 2, second).state).toBe('open');
});

test('and then from the day it was really done: a late first half moves the second’s window', () => {
  const done = entry(addDays(today, 10), 0.4, { id: 'r1' });
  expect(contextOf(plan('r1'), 2, { ...facts, ledger: [done] }).ledger).toEqual([done]);
  expect(intervalOn(plan('r1'), 2, addDays(today, 69), [done]).state).toBe('shut');
  expect(intervalOn(plan('r1'), 2, second, [done]).state).toBe('open');
});

test('spots count by their share of the zone: of what they are put on, and of what is still to come', () => {
  const spots = { ...plan(), treated: squareMetres(facts.zone.area / 4) };
  const [first] = contextOf(spots, 2, facts).ledger;
  expect([first?.id, first?.share]).toEqual(['p1', 0.25]);
  expect(plannedEntries(spots, facts.zone).map((e) => e.share)).toEqual([0.25, 0.25]);
  // spots of more than there is are the whole of it
  expect(plannedEntries({ ...spots, treated: squareMetres(1e6) }, facts.zone)[0]?.share).toBe(1);
});

test('the first part does not count the second', () => {
  expect(contextOf(plan(), 1, facts).ledger).toEqual([]);
});

test('the next part is the first that is not done; none when all are', () => {
  expect(nextPart(plan())?.id).toBe('p1');
  expect(nextPart(plan('r1'))?.id).toBe('p2');
  const { parts, ...rest } = plan('r1');
  expect(nextPart({ ...rest, parts: parts.map((p) => ({ ...p, recordId: 'r' })) })).toBeUndefined();
});

test('a part that the plan has not is a bug', () =>
  expect(() => contextOf(plan(), 3, facts)).toThrow('2 parts, no part 3'));

test('the rest of the year ends with its last day', () => {
  const { from, to } = restOfYear(dayOf(2027, 12, 31));
  expect([isoDay(from), isoDay(to)]).toEqual(['2027-12-31', '2028-01-01']);
});
