/** The planner against a search over all days, and against what the trade expects of its programmes. */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import type { Label } from '@/core/products/label';
import { amountOf, rateOf } from '@/core/units/rate';
import type { NextYear } from '@/core/weeds/next-year';
import { context, entry, label, outlook, row, today } from '../../../../tests/support/gate-context';
import { plainRules as rules, searchOf as plannersSearch } from '../../../../tests/support/planning';
import { weighed } from '@/core/barrier/barrier';
import { dosesAgainst } from '@/core/barrier/doses';
import { holdOn, weightedHold } from '@/core/barrier/hold';
import { plannedEntries, DAYS_AHEAD } from '@/core/season/programme';
import type { HoldTable } from './hold-table';
import type { Option } from './options';
import { isOpenThroughout, planProgrammes, type Programme } from './planner';
import type { PlanQuestion, PlanningRules, Target } from './question';
import { bestOf, type Found, type Search, type Shape } from './search';
import { inParts, ofTwo, once } from './shapes';

const CLIMATE = { coldest: 25, warmest: 205 };
const from = dayOf(2026, 1, 1);
const soilOf = (shift: number, swing = 12) =>
  Float64Array.from(
    { length: 1100 },
    (_, d) => 13 + shift - swing * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
  );
const runs: SoilRuns = { from, climate: CLIMATE, members: [-2, 0, 2].map((s) => soilOf(s)) };

const { product: _, beside: __, applicationId: ___, ...usual } = context();
const facts = {
  ...usual,
  outlook: outlook({ p10: addDays(today, 12), p50: addDays(today, 22), p90: addDays(today, 30) }),
};
/** Nothing but the weeds that come through is paid for. */
const HOLD_ALONE: PlanningRules = {
  ...rules,
  weights: { callback: 60, hour: 0, rootVisits: 0, limitVisits: 0 },
};
const CRABGRASS: readonly Target[] = [{ weed: 'smooth-crabgrass', weight: 1 }];

const oz = (x: number) => rateOf(x, 'oz/1000sqft');
/** A label of one a.i. that holds so many months at its highest rate. */
const preEmergent = (
  id: string,
  months: number,
  over: Partial<Label> = {},
  low = 0.2,
  high = 0.8,
): Label => ({
  ...label,
  id,
  name: id,
  before: ['smooth-crabgrass', 'goosegrass'],
  yearLimit: oz(1.6),
  seedingWait: [],
  ingredients: [{ ...label.ingredients[0]!, name: id }],
  rates: [
    { ...row('tall fescue', oz(low), oz(high)), months },
    { ...row('tall fescue', oz(low), oz(low)), months: months / 2 },
  ].slice(0, 1),
  ...over,
});
// nothing is recalled of an invented ingredient: a real one gives it a half-life
const named = (l: Label, name: string, group: number): Label => ({
  ...l,
  ingredients: [{ ...l.ingredients[0]!, name, group }],
});
const LONG = named(preEmergent('long', 5), 'prodiamine', 3);
const OTHER = named(preEmergent('other', 3), 'oxadiazon', 14);
const BACK = named(preEmergent('back', 3.5, { reachesBack: true }), 'dithiopyr', 3);

const question = (over: Partial<PlanQuestion> = {}): PlanQuestion => ({
  facts,
  labels: [LONG, OTHER, BACK],
  targets: CRABGRASS,
  runs,
  rules,
  kept: [],
  planned: [],
  ...over,
});
const range = { from: today, to: addDays(today, DAYS_AHEAD) };

/** With the weeds that come through alone to pay for: what is sought is the most hold. */
function searchOf(q: PlanQuestion): { options: Option[]; search: Search; exact: HoldTable } {
  const found = plannersSearch(q, range, (_shape, _days, hold) => 100 * (1 - hold));
  return { ...found, exact: found.search.exact };
}

/** What was found, on every day of every member. */
const holdOf = ({ shape, days }: Found, exact: HoldTable): number =>
  exact.hold(shape.map((s, k) => ({ option: s.option.index, rate: s.rate, day: days[k]! })));

/** Of shapes that differ in their rates alone the most of each product: with nothing else to pay for, less holds less. */
function atTheirMost(shapes: readonly Shape[]): readonly Shape[] {
  const key = (shape: Shape) => shape.map((s) => s.option.label.id).join();
  const total = (shape: Shape) => shape.reduce((sum, s) => sum + s.rate, 0);
  const most = new Map<string, number>();
  for (const s of shapes) most.set(key(s), Math.max(most.get(key(s)) ?? 0, total(s)));
  return shapes.filter((s) => total(s) > most.get(key(s))! * (1 - 1e-9));
}

/** Every day for every dose: the best hold there is. */
function bruteForce(shapes: readonly Shape[], exact: HoldTable): number {
  let best = 0;
  for (const shape of atTheirMost(shapes)) {
    const allowed = shape.map((s) => s.option.days(s.rate, s.isLaterPart ? 'later' : 'first'));
    const days: Day[] = [];
    const visit = (i: number): void => {
      const s = shape[i];
      if (!s) {
        const total = new Map<string, number>();
        for (const o of shape) total.set(o.option.label.id, (total.get(o.option.label.id) ?? 0) + o.rate);
        for (const o of shape) if (total.get(o.option.label.id)! > o.option.room[0]! * (1 + 1e-9)) return;
        const tried = shape.map((o, k) => ({ option: o.option.index, rate: o.rate, day: days[k]! }));
        best = Math.max(best, exact.hold(tried));
        return;
      }
      const first = s.after ? days[s.after.slot]! + s.after.gap.leastDays : range.from;
      const last = s.after ? days[s.after.slot]! + s.after.gap.mostDays : range.to - 1;
      for (let d = first; d <= Math.min(last, range.to - 1); d++)
        if (allowed[i]![d - range.from]) {
          days[i] = d as Day;
          visit(i + 1);
        }
    };
    visit(0);
  }
  return best;
}

describe('the quick hold', () => {
  test('is that of the barrier itself, with what lies there already, for several weeds', () => {
    const targets: Target[] = [
      { weed: 'smooth-crabgrass', weight: 3 },
      { weed: 'goosegrass', weight: 1 },
    ];
    const before = { ...entry(addDays(today, -60), 0.3), productId: LONG.id, name: 'prodiamine' };
    const ledger = [{ ...before, ingredients: [{ ...before.ingredients[0]!, name: 'prodiamine' }] }];
    const q = question({ facts: { ...facts, ledger }, targets });
    const { options, exact } = searchOf(q);
    const all = weighed(runs, 'cold keeps it');
    for (const [a, b] of [
      [5, 70],
      [12, 30],
      [0, 120],
    ] as const) {
      const tried = [
        { option: options[0]!.index, rate: oz(0.5).rate, day: addDays(today, a) },
        { option: options[1]!.index, rate: oz(0.4).rate, day: addDays(today, b) },
      ];
      const planned = tried.map((t, i) => ({
        id: `a${i}`,
        purpose: '',
        plannedOn: t.day,
        earliest: null,
        latest: null,
        doneOn: null,
        skipped: null,
        products: [
          {
            ...context().product,
            id: `p${i}`,
            recordId: null,
            tie: null,
            label: options[t.option]!.label,
            rate: rateOf(t.rate, 'kg/ha'),
          },
        ],
      }));
      const entries = [...ledger, ...plannedEntries(planned, facts.zone, today)];
      const holds = targets.map(({ weed, weight }) => ({
        ...holdOn(weed, all, today, dosesAgainst(weed, entries, q.labels, 'tall fescue', from))!,
        weight,
      }));
      const each = holds[0]!.each.map((_, k) => holds.reduce((s, h) => s + (h.each[k]! * h.weight) / 4, 0));
      const mean = each.reduce((x, y) => x + y) / each.length;
      expect(exact.hold(tried)).toBeCloseTo(mean, 9);
      expect(weightedHold(holds)!.p50).toBeGreaterThan(0.2);
    }
  });
});

describe('within 1 % of the best hold of a search over every day', () => {
  // months, low, high, half of the swing of the soil, days from today to the 10 % date
  const cases = [2, 3.5, 5, 7].flatMap((months) =>
    (
      [
        [0.2, 0.8],
        [0.1, 0.5],
      ] as const
    ).flatMap((rates) => [5, 25, 60].map((p10) => ({ months, rates, p10 }))),
  );
  const questionFor = ({ months, rates: [low, high], p10 }: (typeof cases)[number]) => {
    const at = addDays(today, p10);
    return question({
      labels: [
        named(preEmergent('long', months, {}, low, high), 'prodiamine', 3),
        named(preEmergent('other', months / 2, { reachesBack: true }, low, high), 'oxadiazon', 14),
      ],
      facts: { ...facts, outlook: outlook({ p10: at, p50: addDays(at, 9), p90: addDays(at, 18) }) },
      targets: [
        { weed: 'smooth-crabgrass', weight: 2 },
        { weed: 'goosegrass', weight: 1 },
      ],
    });
  };
  test('one application: 24 cases', () => {
    for (const c of cases) {
      const { options, search, exact } = searchOf(questionFor(c));
      const shapes = once(options);
      const found = bestOf(shapes, search, () => true)!;
      expect(holdOf(found, exact)).toBeGreaterThan(bruteForce(shapes, exact) * 0.99);
    }
  });
  test('two parts of one product: 24 cases', () => {
    for (const c of cases) {
      const { options, search, exact } = searchOf(questionFor(c));
      const shapes = inParts(options, 2);
      const found = bestOf(shapes, search, () => true)!;
      expect(holdOf(found, exact)).toBeGreaterThan(bruteForce(shapes, exact) * 0.99);
    }
  });
  test('two applications of two products: 8 cases', () => {
    for (const c of cases.filter((x) => x.p10 === 25)) {
      // two members: every pair of days is looked at
      const few = { ...runs, members: runs.members.slice(0, 2) };
      const { options, search, exact } = searchOf({ ...questionFor(c), runs: few });
      const shapes = ofTwo(options, 'after');
      const found = bestOf(shapes, search, () => true)!;
      expect(holdOf(found, exact)).toBeGreaterThan(bruteForce(shapes, exact) * 0.99);
    }
  });
});

describe('late in the season, with the 10 % date behind and today shut', () => {
  // common practice, no source: what goes down late goes down on the first day that it may, since each day lets seedlings by
  const cases = [2, 3.5, 5].flatMap((months) =>
    [-20, -12].flatMap((p10) => [3, 5, 7, 9].map((warmth) => ({ months, p10, warmth }))),
  );
  const questionFor = ({ months, p10, warmth }: (typeof cases)[number]) =>
    question({
      rules: HOLD_ALONE,
      labels: [named(preEmergent('long', months), 'prodiamine', 3)],
      facts: {
        ...facts,
        // a day's notice: neither today nor, by the hour of day, always tomorrow
        zone: { ...facts.zone, noticeHours: 20 },
        outlook: outlook({ p10: addDays(today, p10), p50: addDays(today, 8), p90: addDays(today, 20) }),
      },
      runs: { ...runs, members: [-1, 0, 1].map((s) => soilOf(warmth + s, 8)) },
    });
  const shutToday = (o: Option) => o.days(o.high.rate, 'first')[0] === 0;

  test.each([
    ['once', (o: readonly Option[]) => once(o)],
    ['in two', (o: readonly Option[]) => inParts(o, 2)],
  ] as const)(
    'the day proposed for "%s" holds as much as the best of all days: 24 cases',
    (kind, shapesOf) => {
      let flushIsOn = 0;
      for (const c of cases) {
        const q = questionFor(c);
        const { options, exact } = searchOf(q);
        expect(shutToday(options[0]!)).toBe(true);
        const best = bruteForce(shapesOf(options), exact);
        const { applications, late } = of(q, kind)!;
        const tried = applications.map(({ plannedOn: day, products: [p] }) => ({
          option: 0,
          rate: p!.rate.rate,
          day,
        }));
        expect(exact.hold(tried)).toBeGreaterThan(best * 0.999);
        // the window says what a day in it holds, and "later" what a later one does, on every day and not on every fourth
        const at = (by: (i: number) => number) => tried.map((t, i) => ({ ...t, day: addDays(t.day, by(i)) }));
        const moved = (by: (i: number) => number) => exact.hold(at(by));
        applications.forEach(({ earliest, latest, plannedOn }, i) => {
          for (const day of [earliest!, latest!])
            expect(moved((k) => (k === i ? day - plannedOn : 0))).toBeGreaterThan(best - 0.0101);
        });
        for (const { days, hold } of late) expect(hold).toBeCloseTo(exact.range(at(() => days)).p50, 9);
        if (moved(() => 2) < best - 0.005) flushIsOn++;
      }
      expect(flushIsOn).toBeGreaterThan(4);
    },
  );
});

const of = (q: PlanQuestion, kind: Programme['kind']) =>
  planProgrammes(q).programmes.find((p) => p.kind === kind);
const namesIn = (all: readonly Programme[]) =>
  new Set(all.flatMap((p) => p.applications.flatMap((a) => a.products.map((x) => x.label.name))));
const AUTUMN_TOO: readonly Target[] = [...CRABGRASS, { weed: 'annual-bluegrass', weight: 1 }];
const autumnLine = (l: Label): Label => ({ ...l, before: [...l.before, 'annual-bluegrass'] });

describe('programmes', () => {
  const q = question();
  const { programmes, tried } = planProgrammes(q);
  test('differ in kind, three to five of them, with a year without a barrier among them', () => {
    const kinds = programmes.map((p) => p.kind);
    expect(new Set(kinds).size).toBe(kinds.length);
    expect(kinds.length).toBeGreaterThanOrEqual(3);
    expect(kinds.length).toBeLessThanOrEqual(5);
    expect(kinds).toEqual(expect.arrayContaining(['once', 'in two', 'no pre-emergent']));
    expect(tried).toBeGreaterThan(500);
  });
  test('every gate lets every application go with the rest of its programme, and the best day lies in its window', () => {
    for (const p of programmes) {
      expect(isOpenThroughout(p, q)).toBe(true);
      for (const a of p.applications) {
        expect(a.earliest!).toBeLessThanOrEqual(a.plannedOn);
        expect(a.latest!).toBeGreaterThanOrEqual(a.plannedOn);
      }
    }
  });
  test('whichever days are taken of the windows of two parts, the spacing between them is kept', () => {
    const { leastDays, mostDays } = facts.rules.spacing;
    for (const p of programmes) {
      const parts = p.applications.filter((a) => a.products.some((x) => x.tie));
      parts.slice(1).forEach((b, i) => {
        const a = parts[i]!;
        expect(b.earliest! - a.latest!).toBeGreaterThanOrEqual(leastDays);
        expect(b.latest! - a.earliest!).toBeLessThanOrEqual(mostDays);
      });
    }
    expect(programmes.some((p) => p.kind === 'in two')).toBe(true);
  });
  test('a programme over a limit of the year is not let through', () => {
    const two = programmes.find((p) => p.kind === 'in two')!;
    const over = two.applications.map((a) => ({
      ...a,
      products: a.products.map((x) => ({ ...x, rate: oz(0.81) })),
    }));
    expect(isOpenThroughout({ applications: over }, q)).toBe(false);
  });
  test('hold is what the barrier holds; later is never better by more than a hair once the line is near', () => {
    const once = programmes.find((p) => p.kind === 'once')!;
    expect(once.hold!.p10).toBeLessThanOrEqual(once.hold!.p50);
    const holds = once.late.map((l) => l.hold);
    expect(Math.max(...holds)).toBeLessThan(once.hold!.p50 + 0.012);
    expect(once.late.map((l) => l.days)).toEqual([1, 7, 14, 28]);
    const none = programmes.find((p) => p.kind === 'no pre-emergent')!;
    expect(none.hold).toEqual({ p10: 0, p50: 0, p90: 0 });
    // its shots are counted like any other visit
    const shots = none.looks.filter((l) => l.product !== null).length;
    expect(none.figures).toMatchObject({ visits: shots, minutes: 12 * shots, rootLoad: 0, nitrogen: 0 });
  });
  test('figures: minutes a visit, a.i., its share of the year, roots, and the groups of the years before', () => {
    const before = entry(dayOf(2026, 4, 1), 0.1);
    const ledger = [
      { ...before, ingredients: [{ ...before.ingredients[0]!, name: 'prodiamine', group: 3 }] },
    ];
    const once = of(question({ labels: [LONG], facts: { ...facts, ledger } }), 'once')!;
    // 0.8 oz of a 50 % product on 1,000 sq ft are 1.0889 lb a.i. an acre, 1.2205 kg/ha
    expect(once.figures.ingredients).toEqual([
      { name: 'prodiamine', group: 3, ai: expect.closeTo(1.2205, 3) as number },
    ]);
    expect(once.figures.limits).toEqual([
      { of: 'product', name: 'long', share: expect.closeTo(0.5, 6) as number },
    ]);
    expect(once.figures.minutes).toBe(12);
    expect(once.figures.rootLoad).toBeGreaterThan(1.22);
    expect(once.figures.again).toEqual([{ group: 3, years: 2 }]);
  });
});

// common practice, no source: what the trade expects of each case
test('a lawn a twentieth smaller has the same programmes, at a twentieth less: what is about alike is planned once', () => {
  const priced = [LONG, OTHER].map((l) => ({
    ...l,
    packages: [{ size: amountOf(5, 'lb'), price: 90, typed: '5 lb' }],
  }));
  const plansOf = (times: number) => {
    const zone = { ...facts.zone, area: (facts.zone.area * times) as typeof facts.zone.area };
    return planProgrammes(question({ labels: priced, facts: { ...facts, zone } }));
  };
  const [one, two] = [plansOf(1), plansOf(0.95)];
  const without = (p: Programme) => ({ ...p, figures: { ...p.figures, cost: null } });
  expect(two.programmes.map(without)).toEqual(one.programmes.map(without));
  const costs = one.programmes.map((p) => p.figures.cost);
  expect(costs.some((c) => c !== null && c > 0)).toBe(true);
  two.programmes.forEach((p, i) => expect(p.figures.cost).toBeCloseTo(costs[i]! * 0.95, 9));
});

describe('as the trade expects', () => {
  test('two parts eight to twelve weeks apart around the flush, the ground free before a mid-September seeding', () => {
    const sown = dayOf(2027, 9, 15);
    const zone = { ...facts.zone, seedings: [{ on: sown, kind: 'seed' as const }] };
    const wait = [
      { upTo: oz(0.5), days: 110 },
      { upTo: oz(1.6), days: 200 },
    ];
    const two = of(
      question({ facts: { ...facts, zone }, labels: [{ ...LONG, seedingWait: wait }] }),
      'in two',
    )!;
    const [first, second] = two.applications.map((a) => a.plannedOn) as [Day, Day];
    expect(second - first).toBeGreaterThanOrEqual(56);
    expect(second - first).toBeLessThanOrEqual(84);
    expect(first).toBeLessThan(addDays(today, 30));
    expect(two.figures.seedFrom).toBeLessThanOrEqual(sown);
    expect(two.hold!.p50).toBeGreaterThan(0.6);
  });
  test('before a seeding the total is a step of the label’s wait, and never above the last of them', () => {
    const sown = addDays(today, 190);
    const zone = { ...facts.zone, seedings: [{ on: sown, kind: 'seed' as const }] };
    const stepped = (upTo: number) =>
      named(
        preEmergent('long', 5, { seedingWait: [{ upTo: oz(upTo), days: 110 }] }, 0.1, 0.4),
        'prodiamine',
        3,
      );
    for (const step of [0.25, 0.33, 0.41]) {
      const two = of(
        question({ facts: { ...facts, zone }, labels: [stepped(step)], rules: HOLD_ALONE }),
        'in two',
      )!;
      const total = two.applications.reduce((sum, a) => sum + a.products[0]!.rate.rate, 0);
      // all of the step, and not the next one tried below it
      expect(total / oz(step).rate).toBeCloseTo(1, 6);
      expect(two.figures.seedFrom).toBeLessThanOrEqual(sown);
    }
  });
  test('a late start turns to the product that reaches back', () => {
    const late = outlook({ p10: addDays(today, -20), p50: addDays(today, -10), p90: addDays(today, -4) });
    const { programmes } = planProgrammes(question({ facts: { ...facts, outlook: late } }));
    expect([...namesIn(programmes)]).toEqual(['back']);
  });
  test('in a warm region the first part goes down in late winter', () => {
    const warm = { ...runs, members: [-1, 0, 1].map((s) => soilOf(5 + s, 9)) };
    const two = of(question({ runs: warm, labels: [LONG] }), 'in two')!;
    expect(two.applications[0]!.plannedOn).toBeLessThan(addDays(today, 14));
  });
  test('goosegrass is met in three parts as well', () => {
    const q = question({ labels: [LONG], targets: [{ weed: 'goosegrass', weight: 1 }] });
    expect(of(q, 'in three')!.applications).toHaveLength(3);
  });
  test('centipede stays within the house’s ceiling, and another group stands beside', () => {
    const turf = 'centipedegrass' as const;
    const on = (l: Label): Label => ({ ...l, rates: [{ ...l.rates[0]!, turf }] });
    const ceiling = { turf, ingredient: 'prodiamine', most: rateOf(0.325, 'lb/acre').rate as never };
    const q = question({
      facts: { ...facts, zone: { ...facts.zone, turf }, rules: { ...facts.rules, ceilings: [ceiling] } },
      labels: [on(LONG), on(OTHER)],
    });
    const { programmes } = planProgrammes(q);
    for (const p of programmes)
      for (const i of p.figures.ingredients)
        if (i.name === 'prodiamine') expect(i.ai).toBeLessThanOrEqual(ceiling.most * (1 + 1e-9));
    expect(namesIn(programmes)).toEqual(new Set(['long', 'other']));
  });
  test('with seed going down in spring only what may go with it', () => {
    const zone = { ...facts.zone, seedings: [{ on: addDays(today, 25), kind: 'seed' as const }] };
    const safe = named(
      preEmergent('safe', 2, { seedingWait: [{ upTo: oz(0.8), days: 0 }], seedlings: null }),
      'mesotrione',
      27,
    );
    const q = question({
      facts: { ...facts, zone },
      labels: [{ ...LONG, seedingWait: [{ upTo: oz(1.6), days: 120 }] }, safe],
    });
    const first = planProgrammes(q).programmes.flatMap((p) => p.applications.slice(0, 1));
    expect(first.length).toBeGreaterThan(0);
    for (const a of first) {
      expect(a.plannedOn).toBeLessThan(dayOf(2027, 7, 1));
      expect(a.products.map((p) => p.label.name)).toEqual(['safe']);
    }
  });
  test('spring and autumn halves go each to its own season', () => {
    const q = question({
      labels: [autumnLine({ ...LONG, yearLimit: oz(0.8) })],
      targets: AUTUMN_TOO,
      rules: { ...rules, autumn: 'always' },
    });
    const both = of(q, 'spring and autumn')!;
    const [spring, autumn] = both.applications;
    expect(spring!.plannedOn).toBeLessThan(dayOf(2027, 5, 1));
    expect(autumn!.plannedOn).toBeGreaterThan(dayOf(2027, 7, 15));
    expect(both.applications.flatMap((a) => a.products.map((p) => p.use))).toEqual([
      'pre-emergent',
      'autumn pre-emergent',
    ]);
  });
  test('no autumn barrier where the house puts none down, or only after a bad year and this was none', () => {
    const uses = (autumn: PlanningRules['autumn'], seen = facts.seen) =>
      planProgrammes(
        question({
          facts: { ...facts, seen },
          labels: [autumnLine(LONG)],
          targets: AUTUMN_TOO,
          rules: { ...rules, autumn },
        }),
      ).programmes.flatMap((p) => p.applications.flatMap((a) => a.products.map((x) => x.use)));
    expect(uses('never')).not.toContain('autumn pre-emergent');
    expect(uses('after a bad year')).not.toContain('autumn pre-emergent');
    const bad = { weed: 'annual-bluegrass', stage: 'mature', on: addDays(today, -5) } as const;
    expect(uses('after a bad year', { ...facts.seen, stages: [bad] })).toContain('autumn pre-emergent');
  });
  test('under fruit trees not what its label keeps from fruit, and on an organic lawn nothing synthetic', () => {
    const fruit = question({
      facts: { ...facts, zone: { ...facts.zone, trees: true, fruit: true } },
      labels: [{ ...LONG, keepsFromFruit: true }, OTHER],
    });
    expect([...namesIn(planProgrammes(fruit).programmes)]).toEqual(['other']);
    const organic = question({ facts: { ...facts, zone: { ...facts.zone, organicOnly: true } } });
    expect(namesIn(planProgrammes(organic).programmes).size).toBe(0);
  });
  test('where nothing was put down it is looked for and taken while it is small', () => {
    const leaf: Label = {
      ...OTHER,
      id: 'leaf',
      name: 'leaf',
      inSoil: false,
      onLeaf: true,
      before: [],
      after: [{ weed: 'smooth-crabgrass', upTo: '1 tiller' }],
      rates: [{ ...OTHER.rates[0]!, use: 'post-emergent', months: null }],
    };
    const none = of(question({ labels: [LONG, leaf] }), 'no pre-emergent')!;
    expect(none.looks.length).toBeGreaterThan(1);
    const shots = none.looks.filter((l) => l.product !== null);
    expect(shots.length).toBeGreaterThan(0);
    expect(shots.every((l) => l.product?.label.id === 'leaf' && l.takes > 0.02)).toBe(true);
    const days = none.looks.map((l) => l.on);
    expect(days).toEqual([...days].sort((a, b) => a - b));
    expect(none.looks.reduce((sum, l) => sum + l.takes, 0)).toBeLessThanOrEqual(1);
  });
});

describe('what walks of the last season asked of this one', () => {
  const lastYear = dayOf(yearOf(today) - 1, 6, 12);
  const laid = { ...entry(dayOf(yearOf(today) - 1, 3, 20), 0.4), inSoil: true };
  const asked = (wish: NextYear, on = lastYear, over: Partial<PlanQuestion> = {}) =>
    planProgrammes(
      question({
        facts: {
          ...facts,
          ledger: [laid],
          seen: { ...facts.seen, nextYear: [{ wish, weed: 'smooth-crabgrass', on }] },
        },
        ...over,
      }),
    );
  const groupsOf = (p: Programme) => [
    ...new Set(
      p.applications.flatMap((a) => a.products.flatMap((x) => x.label.ingredients.map((i) => i.group))),
    ),
  ];
  const planned = (plans: ReturnType<typeof planProgrammes>) =>
    plans.programmes.filter((p) => p.applications.length > 0);

  test('another site of action: nothing of last year’s is proposed', () => {
    // the barrier of last year is of group 3
    const plans = asked('another group');
    expect(planned(plans).map(groupsOf)).toEqual(planned(plans).map(() => [14]));
    expect(plans.wishes).toEqual([
      { wish: 'another group', weed: 'smooth-crabgrass', on: lastYear, isKept: true },
    ]);
  });
  test('where the house has no other, it says so and plans all the same', () => {
    const plans = asked('another group', lastYear, { labels: [LONG, BACK] });
    expect(plans.wishes.map((w) => w.isKept)).toEqual([false]);
    expect(planned(plans).length).toBeGreaterThan(0);
  });
  test('in parts: once is not among them', () => {
    const plans = asked('in parts');
    expect(plans.wishes.map((w) => w.isKept)).toEqual([true]);
    expect(plans.programmes.map((p) => p.kind)).not.toContain('once');
    expect(plans.programmes.map((p) => p.kind)).toContain('in two');
  });
  test('a year off stands first', () => {
    const plans = asked('year off');
    expect(plans.programmes[0]!.kind).toBe('no pre-emergent');
    expect(plans.yearOff).toEqual({ by: 'walk', weed: 'smooth-crabgrass', on: lastYear });
  });
  test('it is asked of the next season alone', () => {
    for (const on of [today, addDays(lastYear, -366)]) expect(asked('year off', on).yearOff).toBeNull();
  });
});
