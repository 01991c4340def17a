/** Perennials by the house's season, and the year off. The schools are common practice, no source; plans are invented. */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { Label } from '@/core/products/label';
import {
  context,
  entry,
  label,
  leafLabel,
  line,
  outlook,
  today,
} from '../../../../tests/support/gate-context';
import { plainRules as rules } from '../../../../tests/support/planning';
import { cleanUpOf, yearOffOf } from './beside';
import type { PlanQuestion, PlanningRules } from './question';

const { product: _, beside: __, applicationId: ___, ...usual } = context();
const AUTUMN = dayOf(2027, 9, 12);
const LINE = addDays(today, 22);
const dates = { p10: addDays(today, 12), p50: LINE, p90: addDays(today, 30) };
const facts: PlanQuestion['facts'] = {
  ...usual,
  outlook: {
    ...outlook(dates),
    watches: { 'autumn broadleaf': line({ p10: addDays(AUTUMN, -9), p50: AUTUMN, p90: addDays(AUTUMN, 9) }) },
  },
  seen: { ...NOTHING_SEEN, stages: [{ weed: 'white-clover', stage: 'mature', on: addDays(today, -200) }] },
};
const CLOVER: Label = {
  ...leafLabel,
  id: 'clover',
  name: 'Clover 4 SL',
  air: { least: null, most: null, dayMost: null },
  after: [{ weed: 'white-clover', upTo: 'mature', butNot: null }],
};
const BOTH: Label = {
  ...CLOVER,
  id: 'both',
  name: 'Both 4 SL',
  after: [...CLOVER.after, { weed: 'dandelion', upTo: 'mature', butNot: null }],
};
const question = (over: Partial<PlanQuestion> = {}): PlanQuestion => ({
  facts,
  labels: [CLOVER],
  targets: [],
  rules,
  kept: [],
  planned: [],
  runs: { from: today, climate: { coldest: 25, warmest: 205 }, members: [] },
  ...over,
});
const range = { from: today, to: addDays(today, 366) };
const cleanUp = (over: Partial<PlanQuestion> = {}) => {
  const q = question(over);
  return cleanUpOf(q, q.facts, range);
};
const within = (day: Day | undefined, from: Day) => {
  expect(day).toBeGreaterThanOrEqual(from);
  expect(day).toBeLessThan(from + 60);
};

test('clover that was seen is taken in the season of the house', () => {
  const by = (perennials: PlanningRules['perennials']) => cleanUp({ rules: { ...rules, perennials } });
  within(by('in autumn')?.on, AUTUMN);
  within(by('after the bees')?.on, addDays(LINE, 42));
  within(by('when seen')?.on, today);
  expect(by('in autumn')).toMatchObject({ label: { id: 'clover' }, targets: ['white-clover'] });
});

test('the product that takes most of what was seen goes before', () => {
  const stages = [
    ...facts.seen.stages,
    { weed: 'dandelion', stage: 'mature', on: addDays(today, -90) },
  ] as const;
  const seen = { ...facts.seen, stages };
  const found = cleanUp({ labels: [CLOVER, BOTH], facts: { ...facts, seen } });
  expect(found).toMatchObject({ label: { id: 'both' }, targets: ['white-clover', 'dandelion'] });
});

test('nothing where none was seen, none is remembered, no product takes it, or a plan does', () => {
  type Stage = (typeof facts.seen.stages)[number];
  const stage = (over: Partial<Stage>) => ({
    facts: { ...facts, seen: { ...facts.seen, stages: [{ ...facts.seen.stages[0]!, ...over }] } },
  });
  expect(cleanUp(stage({ stage: 'not up' }))).toBeNull();
  expect(cleanUp(stage({ on: addDays(today, -600) }))).toBeNull();
  expect(cleanUp(stage({ weed: 'smooth-crabgrass' }))).toBeNull();
  expect(cleanUp({ labels: [label] })).toBeNull();
  expect(cleanUp({ facts: { ...facts, outlook: null } })).toBeNull();
  const planned = {
    id: 'p',
    purpose: '',
    plannedOn: AUTUMN,
    earliest: null,
    latest: null,
    doneOn: null,
    skipped: null,
    products: [
      {
        ...context().product,
        id: 'p-1',
        recordId: null,
        label: CLOVER,
        use: 'post-emergent',
        targets: ['white-clover'],
      } as PlanQuestion['kept'][number]['products'][number],
    ],
  };
  expect(cleanUp({ kept: [planned] })).toBeNull();
});

test('a year off after as many years of one group alone as the gate lets run', () => {
  const year = yearOf(today);
  const ledger = (...years: number[]) => years.map((y) => entry(dayOf(y, 4, 1), 0.4));
  const off = (
    entries: ReturnType<typeof ledger>,
    school: PlanningRules['yearOff'] = 'after years of one group',
  ) => yearOffOf(question({ facts: { ...facts, ledger: entries }, rules: { ...rules, yearOff: school } }));
  const most = facts.rules.groupYears;
  const enough = Array.from({ length: most - 1 }, (_, i) => year - most + 1 + i);
  expect(off(ledger(...enough))).toEqual({ by: 'house', group: 3, years: enough });
  expect(off(ledger(...enough), 'never')).toBeNull();
  expect(off(ledger(...enough.slice(1)))).toBeNull();
  expect(off(ledger())).toBeNull();
  // a gap, and another group beside it, break the row
  expect(off(ledger(...enough.map((y) => y - 1)))).toBeNull();
  const other: Label = {
    ...label,
    id: 'other',
    ingredients: [{ ...label.ingredients[0]!, name: 'gamma', group: 14 }],
  };
  expect(off([...ledger(...enough), entry(dayOf(year - 1, 5, 1), 0.4, { label: other })])).toBeNull();
});
