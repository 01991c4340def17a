/** What is said of a programme against the best, and how it is typed to be taken over. */
import { addDays, dayOf } from '@/core/calendar/day';
import type { Programme } from '@/core/season/planner/planner';
import { typedProgramme } from '@/core/season/planner/typed';
import type { PlannedApplication } from '@/core/season/standing';
import { SHOWS } from '@/core/units/format';
import { rateOf } from '@/core/units/rate';
import { label, product, today } from '../../../../../tests/support/gate-context';
import { besideWords, comparedWords, costWords, lateWords } from './proposal-words';

const programme = (
  hold: number,
  over: Partial<Programme['figures']> = {},
  more: Partial<Programme> = {},
): Programme => ({
  kind: 'once',
  applications: [],
  targets: [],
  late: [],
  looks: [],
  hold: { p10: hold - 0.02, p50: hold, p90: hold + 0.02 },
  days: { from: today, flush: [], held: [] },
  figures: {
    visits: 1,
    minutes: 12,
    cost: 20,
    ingredients: [],
    limits: [],
    rootLoad: 1,
    prunesRoots: true,
    again: [],
    nitrogen: 0,
    seedFrom: dayOf(2027, 10, 1),
    ...over,
  },
  cost: { weeds: 6, visits: 9, product: 20, roots: 0, limits: 0, total: 35 },
  ...more,
});

describe('against the best', () => {
  const best = programme(0.95, { visits: 2, cost: 40 });
  test('points, visits, money and roots are named, each where it differs', () => {
    expect(comparedWords(best, best, SHOWS.trade)).toBe('No other costs the season less.');
    expect(comparedWords(programme(0.9), best, SHOWS.trade)).toBe(
      'Against the best it costs 5 points of hold, and saves 1 visit and $20.00 of product.',
    );
    expect(comparedWords(programme(0.97, { visits: 3, cost: 45, rootLoad: 2 }), best, SHOWS.trade)).toBe(
      'Against the best it costs 1 visit more, $5.00 more of product and 0.892 lb a.i./acre more on the roots, and holds 2 points more.',
    );
    expect(comparedWords(best, programme(0.9), SHOWS.trade, 'the other')).toBe(
      'Against the other it costs 1 visit more and $20.00 more of product, and holds 5 points more.',
    );
    // a price that is not known is no saving
    expect(comparedWords(programme(0.95, { visits: 2, cost: null }), best, SHOWS.trade)).toBe(
      'Against the best it gives up nothing that counts.',
    );
  });
  test('why it stands where it does: the largest part of the money first, what is nothing left out', () => {
    expect(costWords(best)).toBe(
      'The season costs about $35: product $20, visits $9 and weeds that come through $6.',
    );
  });
  test('a late start in figures', () => {
    const late = [1, 7, 14].map((days) => ({ days, hold: 0.9 - days / 100 }));
    expect(lateWords(programme(0.9, {}, { late }))).toBe(
      'If all of it goes down a week later 83 % and 2 weeks later 76 %.',
    );
    expect(lateWords(programme(0.9))).toBe('');
  });
});

test('a programme is typed with the names of its rounds, its parts, and rates that are cut and not rounded', () => {
  const rate = rateOf(0.27779, 'oz/1000sqft');
  const at = (n: number, days: number, use: 'pre-emergent' | 'autumn pre-emergent'): PlannedApplication => ({
    id: `plan-${n}`,
    purpose: '',
    plannedOn: addDays(today, days),
    doneOn: null,
    skipped: null,
    earliest: addDays(today, days - 3),
    latest: null,
    products: [
      {
        ...product,
        id: `p${n}`,
        recordId: null,
        rate,
        use,
        label,
        tie:
          use === 'pre-emergent'
            ? { id: 'tie', kind: 'split', part: n, of: 2, spacing: { leastDays: 56, mostDays: 84 } }
            : null,
      },
    ],
  });
  const applications = [
    at(1, 5, 'pre-emergent'),
    at(2, 70, 'pre-emergent'),
    at(3, 170, 'autumn pre-emergent'),
  ];
  const typed = typedProgramme(programme(0.9, {}, { kind: 'in two', applications }));
  expect(typed.map((a) => a.purpose)).toEqual(['Pre-emergent 1', 'Pre-emergent 2', 'Autumn pre-emergent']);
  expect(typed.map((a) => a.ties)).toEqual([[{ of: 'tie', part: 1 }], [{ of: 'tie', part: 2 }], [null]]);
  expect(typed[0]).toMatchObject({ plannedOn: '2027-03-23', earliest: '2027-03-20', latest: '' });
  expect(typed.every((a) => a.products[0]!.rate === '0.2777')).toBe(true);
});

test('what a walk asked of this season is told, and whether something suited', () => {
  const plans = (isKept: boolean) => ({
    cleanUp: null,
    yearOff: null,
    wishes: [{ wish: 'another group' as const, weed: 'goosegrass' as const, on: dayOf(2026, 6, 12), isKept }],
  });
  expect(besideWords(plans(true), 4)).toEqual([
    'The walk of 12 June asked for another site of action: goosegrass had come through. Kept here.',
  ]);
  expect(besideWords(plans(false), 4)[0]).toContain('Nothing of yours suits: not kept.');
});
