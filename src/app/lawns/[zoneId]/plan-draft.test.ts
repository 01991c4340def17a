import { dayOf, isoDay, parseDay } from '@/core/calendar/day';
import { rateIn } from '@/core/units/rate';
import { fromSquareFeet } from '@/core/units/trade';
import type { StoredPlan } from '@/data/plans';
import type { ZoneSheet } from '@/server/season';
import { context, label, outlook, rules, today, zone } from '../../../../tests/support/gate-context';
import { daysFor, firstDraft, proposalFor, readDraft, type Draft } from './plan-draft';

const sheet = {
  today,
  labels: { now: [{ ...label, id: 'other', name: 'No fescue', rates: [] }, label], all: [] },
  zone: { facts: zone, area: zone.area },
  house: { rules },
  outlook: outlook({ p10: dayOf(2027, 4, 10), p50: dayOf(2027, 4, 15), p90: null }),
  facts: context(),
  plan: null as StoredPlan | null,
} as unknown as ZoneSheet;
const draft: Draft = {
  productId: label.id,
  split: 'halves',
  total: '0.8',
  unit: 'oz/1000sqft',
  days: ['2027-03-20', '2027-05-29'],
  use: 'pre-emergent',
  target: '',
  method: '',
  treated: '',
  partner: null,
};

describe('what is proposed for a zone without a plan', () => {
  test('is a product with its turf on the label, in halves, a week ahead of the outlook’s 10 % date', () => {
    expect(firstDraft(sheet)).toEqual({
      productId: 'dry-50',
      split: 'halves',
      total: '0.8',
      unit: 'oz/1000sqft',
      days: ['2027-04-03', '2027-06-12'],
      use: 'pre-emergent',
      target: '',
      method: '',
      treated: '',
      partner: null,
    });
  });
  test('begins today where the line is near or not known', () => {
    expect(firstDraft({ ...sheet, outlook: null })?.days[0]).toBe(isoDay(today));
    expect(firstDraft({ ...sheet, outlook: outlook({ p10: today, p50: null, p90: null }) })?.days[0]).toBe(
      isoDay(today),
    );
  });
  test('never is above the label: a single rate or the year’s limit, the lower', () => {
    expect(proposalFor(label, sheet).total).toBe('0.8');
    expect(proposalFor({ ...label, yearLimit: { by: 'mass', rate: 1.5 as never } }, sheet).total).toBe(
      '0.49',
    );
  });
});

test('a plan on file is shown as it was typed', () => {
  const stored = {
    label,
    split: 'single',
    typed: { total: 0.75, unit: 'oz/1000sqft' },
    use: 'spot',
    target: 'dandelion',
    method: 'backpack',
    partner: null,
    treated: fromSquareFeet(1200),
    parts: [{ id: 'p', part: 1, plannedOn: today, recordId: null }],
  } as unknown as StoredPlan;
  expect(firstDraft({ ...sheet, plan: stored })).toEqual({
    productId: label.id,
    split: 'single',
    total: '0.75',
    unit: 'oz/1000sqft',
    days: [isoDay(today)],
    use: 'spot',
    target: 'dandelion',
    method: 'backpack',
    treated: '1200',
    partner: null,
  });
});

describe('reading what stands in the fields', () => {
  test('gives a plan with its parts and total', () => {
    const { plan, issues } = readDraft(draft, sheet);
    expect(issues).toEqual([]);
    expect(plan?.parts.map((p) => isoDay(p.plannedOn))).toEqual(draft.days);
    expect(rateIn(plan!.total, 'lb/acre')).toBeCloseTo(0.8 * 2.7225, 6); // published: NIST factors
  });
  test.each<[Partial<Draft>, string]>([
    [{ total: '-1' }, 'Rate is -1 oz/1,000 sq ft'],
    [{ total: '' }, 'Rate is missing'],
    [{ total: '0.8 oz' }, 'Rate "0.8 oz" is not a number'],
    [{ days: ['', '2027-05-29'] }, 'Day of part 1 is missing'],
    [{ days: ['2027-05-29', '2027-05-29'] }, 'Day of part 2 is not after part 1'],
  ])('%j is an issue at its field', (over, problem) => {
    const { plan, issues } = readDraft({ ...draft, ...over }, sheet);
    expect(plan).toBeNull();
    expect(issues.map((i) => i.problem)).toEqual([problem]);
    expect(issues[0]!.remedy).not.toBe('');
  });
  test('names all that is wrong at once', () => {
    expect(readDraft({ ...draft, total: 'x', days: ['', ''] }, sheet).issues).toHaveLength(3);
  });
});

test('another split keeps the days that stand and proposes the middle of the spacing for new ones', () => {
  expect(daysFor('halves', ['2027-03-20'], sheet)).toEqual(['2027-03-20', '2027-05-29']);
  expect(daysFor('single', ['2027-03-20', '2027-06-01'], sheet)).toEqual(['2027-03-20']);
  expect(parseDay(daysFor('halves', [''], sheet)[1] ?? '')).toBe(today + 70);
});

test('spots are read as an area of the zone; a broadcast covers all of it whatever stands there', () => {
  const spots = readDraft({ ...draft, use: 'spot', treated: '1,200' }, sheet);
  expect(spots.plan?.treated).toBeCloseTo(fromSquareFeet(1200), 9);
  expect(readDraft({ ...draft, use: 'spot' }, sheet).plan?.treated).toBeNull();
  expect(readDraft({ ...draft, treated: '1,200' }, sheet).plan?.treated).toBeNull();
  expect(readDraft({ ...draft, use: 'spot', treated: '99,999' }, sheet).issues).toMatchObject([
    { field: 'Area of the spots' },
  ]);
});
