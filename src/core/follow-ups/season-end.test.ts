/** Seasons whose cause is known; invented. */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { entry } from '../../../tests/support/gate-context';
import type { FollowUp } from './follow-up';
import { seasonEndOf, type SeasonEndQuestion, type SeasonEntry } from './season-end';

const today = dayOf(2027, 10, 20);
const barrier = (day: Day, over: Partial<SeasonEntry> = {}): SeasonEntry => ({
  id: `e${day}`,
  day,
  product: 'Prodiamine',
  use: 'pre-emergent',
  targets: ['smooth-crabgrass'],
  isWhole: true,
  groups: [3],
  cost: 12,
  ...over,
});
const march = dayOf(2027, 3, 10);
const ask = (over: Partial<SeasonEndQuestion> = {}) =>
  seasonEndOf({
    today,
    entries: [barrier(march)],
    ledger: [],
    seen: [],
    followUps: [],
    hold: 0.9,
    hasHotEdge: false,
    looked: [{ on: dayOf(2027, 6, 1), taken: null }],
    crossed: dayOf(2027, 4, 1),
    isOver: true,
    ...over,
  });
const codes = (over: Partial<SeasonEndQuestion> = {}) => ask(over).advice.map((a) => a.code);

test('what held and was looked at is done again; what nobody looked at is to be looked at', () => {
  expect(codes()).toEqual(['same-again']);
  expect(codes({ looked: [] })).toEqual(['look']);
  expect(codes({ entries: [] })).toEqual(['nothing-put-down']);
});

test('a barrier that lay after the line is to lie earlier, by so many days', () => {
  expect(ask({ entries: [barrier(dayOf(2027, 4, 11))] }).advice).toContainEqual({
    code: 'earlier',
    days: 10,
  });
  expect(codes({ crossed: null })).toEqual(['same-again']);
});

test('one that the model says did not hold is to last longer; weeds along hot edges are told of', () => {
  expect(ask({ hold: 0.55 }).advice).toContainEqual({ code: 'longer', hold: 0.55 });
  const seen = [{ weed: 'smooth-crabgrass' as const, on: dayOf(2027, 6, 2) }];
  expect(codes({ seen, hasHotEdge: true })).toContain('edges');
  expect(ask({ seen }).brokeThrough).toEqual(['smooth-crabgrass']);
  // seen before it, or not what it was for: nothing broke through
  expect(ask({ seen: [{ weed: 'smooth-crabgrass', on: addDays(march, -3) }] }).brokeThrough).toEqual([]);
  expect(ask({ seen: [{ weed: 'dandelion', on: dayOf(2027, 6, 2) }] }).brokeThrough).toEqual([]);
});

test('three years of one group ask for another, two with a year between do not', () => {
  const years = (...list: number[]) => list.map((y) => barrier(dayOf(y, 3, 10)));
  expect(ask({ entries: years(2027, 2026, 2025) }).advice).toContainEqual({
    code: 'other-group',
    group: 3,
    years: 3,
  });
  expect(codes({ entries: years(2027, 2025, 2024) })).toEqual(['same-again']);
});

test('watered in late, or never', () => {
  const f = (answer: FollowUp['answer']): FollowUp => ({
    kind: 'water-in',
    entryId: `e${march}`,
    product: 'Prodiamine',
    since: march,
    from: march,
    to: addDays(march, 7),
    answer,
    depth: null,
    fallen: null,
    ahead: null,
    irrigate: null,
    losesADay: 0,
    note: '',
  });
  const of = (answer: FollowUp['answer']) => ask({ followUps: [f(answer)] }).advice[0];
  expect(of({ by: 'rain', on: addDays(march, 12) })).toEqual({
    code: 'water-in',
    product: 'Prodiamine',
    days: 5,
  });
  expect(of(null)).toEqual({ code: 'water-in', product: 'Prodiamine', days: null });
  expect(of({ by: 'rain', on: addDays(march, 7) })).toMatchObject({ code: 'same-again' });
});

test('a spray that took too little', () => {
  const spray = barrier(dayOf(2027, 5, 2), { use: 'post-emergent', groups: [4] });
  const looked = [{ on: dayOf(2027, 5, 20), taken: 60 }];
  expect(ask({ entries: [barrier(march), spray], looked }).advice).toContainEqual({
    code: 'weak',
    taken: 60,
  });
});

test('visits, cost and the share of the limits: by hand', () => {
  const end = ask({
    entries: [barrier(march), barrier(march, { id: 'x', cost: 3 }), barrier(dayOf(2026, 3, 1))],
    ledger: [entry(march, 0.4)],
  });
  expect(end).toMatchObject({ year: 2027, visits: 1, cost: 15 });
  expect(ask({ entries: [barrier(march, { cost: null })] }).cost).toBeNull();
  expect(end.limits).toEqual([]);
});
