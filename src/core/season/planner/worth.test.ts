/** What a season costs: the sum by hand, each weight by a choice that it changes, and the search against every rate and day. */
import { addDays, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { DAYS_AHEAD } from '@/core/season/programme';
import { weighed } from '@/core/barrier/barrier';
import { amountOf, rateOf } from '@/core/units/rate';
import { squareMetres, type KilogramsPerHectare } from '@/core/units/quantity';
import { fromSquareFeet } from '@/core/units/trade';
import { context, entry, label, outlook, row, today } from '../../../../tests/support/gate-context';
import { plainRules as rules, searchOf } from '../../../../tests/support/planning';
import { moneyOf } from './money';
import { optionsFor, type Option } from './options';
import { planProgrammes, type Programme } from './planner';
import type { PlanQuestion } from './question';
import { allowedDays, bestOf, type Search, type Shape } from './search';
import { inParts, once } from './shapes';
import { SEEN, USUAL_WEIGHTS, judgedArea, seasonCost, type Weights } from './worth';

const oz = (x: number) => rateOf(x, 'oz/1000sqft');
/** A pre-emergent of a real ingredient, at a price for 5 lb. */
const product = (
  id: string,
  name: string,
  group: number,
  price: number | null,
  over: Partial<Label> = {},
): Label => ({
  ...label,
  id,
  name: id,
  before: ['smooth-crabgrass', 'goosegrass'],
  yearLimit: oz(0.8),
  seedingWait: [],
  ingredients: [{ ...label.ingredients[0]!, name, group }],
  rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months: 5 }],
  packages: price === null ? [] : [{ size: amountOf(5, 'lb'), price, typed: '5 lb' }],
  ...over,
});
const PRUNES = product('prunes', 'prodiamine', 3, 100);
const SPARES = product('spares', 'oxadiazon', 14, 400);

const { product: _, beside: __, applicationId: ___, ...usual } = context();
const facts = {
  ...usual,
  zone: { ...usual.zone, area: squareMetres(464.5) },
  outlook: outlook({ p10: addDays(today, 25), p50: addDays(today, 34), p90: addDays(today, 43) }),
};
const question = (over: Partial<PlanQuestion> = {}): PlanQuestion => ({
  facts,
  labels: [PRUNES, SPARES],
  targets: [
    { weed: 'smooth-crabgrass', weight: 2 },
    { weed: 'goosegrass', weight: 1 },
  ],
  runs: {
    from: addDays(today, -76),
    climate: { coldest: 25, warmest: 205 },
    members: [-2, 0, 2].map((shift) =>
      Float64Array.from(
        { length: 1000 },
        (_d, d) => 13 + shift - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
      ),
    ),
  },
  rules,
  kept: [],
  planned: [],
  ...over,
});
const range = { from: today, to: addDays(today, DAYS_AHEAD) };
const withWeights = (over: Partial<Weights>, more: Partial<PlanQuestion> = {}) =>
  planProgrammes(question({ rules: { ...rules, weights: { ...USUAL_WEIGHTS, ...over } }, ...more }));

describe('what a season costs', () => {
  const spent = { through: 0.25, visits: 2, product: 10, rootShare: 0.4, limitShare: 0.5 };
  test('by hand: a quarter through at $60 a half, two visits of 12 minutes at $45 an hour, product', () => {
    expect(seasonCost(spent, USUAL_WEIGHTS, 12)).toEqual({
      weeds: 30,
      visits: 18,
      product: 10,
      roots: 0,
      limits: 0,
      total: 58,
    });
  });
  test('all through costs twice what half of it does', () => {
    const of = (through: number) => seasonCost({ ...spent, through }, USUAL_WEIGHTS, 12).weeds;
    expect([of(0.5), of(1)]).toEqual([60, 120]);
  });
  test('roots cost a visit from half of the ceiling on, a limit half a visit above 80 %, each at its edge', () => {
    const of = (rootShare: number | null, limitShare: number) => {
      const { roots, limits } = seasonCost({ ...spent, rootShare, limitShare }, USUAL_WEIGHTS, 12);
      return [roots, limits];
    };
    expect(of(0.5, 0.8)).toEqual([0, 0]);
    expect(of(0.51, 0.81)).toEqual([9, 4.5]);
    expect(of(null, 0.5)).toEqual([0, 0]);
  });
  test('lawns are judged at the next of a few sizes', () => {
    const sqFt = (x: number) => Math.round(judgedArea(fromSquareFeet(x)) / fromSquareFeet(1));
    expect([4600, 5200, 7300, 9500, 43_560, 900].map(sqFt)).toEqual([5000, 5000, 8000, 10_000, 40_000, 1000]);
  });
});

describe('the money that is shown is the money that is searched by', () => {
  const { programmes } = planProgrammes(question());
  test('weeds, visits and product come to what is told of hold, visits and price', () => {
    for (const p of programmes) {
      expect(p.cost.visits).toBeCloseTo(p.figures.visits * 9, 9);
      expect(p.cost.total).toBeCloseTo(
        p.cost.weeds + p.cost.visits + p.cost.product + p.cost.roots + p.cost.limits,
        9,
      );
      if (p.kind === 'no pre-emergent') continue;
      // the mean of the members, which lies among them
      expect(p.cost.weeds).toBeGreaterThanOrEqual(120 * (1 - p.hold!.p90) - 1e-9);
      expect(p.cost.weeds).toBeLessThanOrEqual(120 * (1 - p.hold!.p10) + 1e-9);
    }
    const costs = programmes.map((p) => p.cost.total);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
  });
  test('what the search pays for a program is what is shown of it, to the cent, with roots and limits among it', () => {
    const most = rateOf(1.2, 'lb/acre').rate as KilogramsPerHectare;
    const ceilings = [{ turf: 'tall fescue' as const, ingredient: null, most }];
    let costly = 0;
    for (const over of [{}, { facts: { ...facts, rules: { ...facts.rules, ceilings } } }]) {
      const q = question({ ...over, rules: { ...rules, weights: { ...USUAL_WEIGHTS, callback: 400 } } });
      const { options, search } = searchOf(q, range, moneyOf(q.facts, q.labels, q.rules).ofShape);
      for (const p of planProgrammes(q).programmes) {
        if (!p.applications.length) continue;
        const down = p.applications.flatMap((a) => a.products.map((x) => ({ ...x, day: a.plannedOn })));
        const shape = down.map(({ label: l, rate }) => ({
          option: options.find((o) => o.label.id === l.id)!,
          rate: rate.rate,
          after: null,
          isLaterPart: false,
          within: null,
        }));
        const days = down.map((d) => d.day);
        const hold = search.exact.hold(
          shape.map((s, i) => ({ option: s.option.index, rate: s.rate, day: days[i]! })),
        );
        expect([p.kind, search.costOf(shape, days, hold)]).toEqual([p.kind, expect.closeTo(p.cost.total, 2)]);
        if (p.cost.roots + p.cost.limits > 0) costly++;
      }
    }
    expect(costly).toBeGreaterThan(0);
  });
  test('without a barrier, what was seen and taken is paid in part', () => {
    const leaf: Label = {
      ...SPARES,
      id: 'leaf',
      name: 'leaf',
      inSoil: false,
      onLeaf: true,
      before: [],
      after: [{ weed: 'smooth-crabgrass', upTo: 'mature' }],
      rates: [{ ...row('tall fescue', oz(0.2), oz(0.4)), use: 'post-emergent' }],
      packages: [],
    };
    const bare = planProgrammes(question({ labels: [leaf] })).programmes.find(
      (p) => p.kind === 'no pre-emergent',
    )!;
    const taken = bare.looks.reduce((sum, l) => sum + l.takes, 0);
    expect(taken).toBeGreaterThan(0.1);
    expect(bare.cost.weeds).toBeCloseTo(120 * (1 - taken * (1 - SEEN)), 6);
    expect(bare.figures.visits).toBe(bare.looks.filter((l) => l.product !== null).length);
  });
});

// a weight that changes nothing weighs nothing
describe('each weight changes a choice', () => {
  const first = (plans: ReturnType<typeof planProgrammes>) => plans.programmes[0]!;
  test('callback: with little at stake nothing is put down, with much more is, and it holds more', () => {
    expect(first(withWeights({ callback: 2 })).kind).toBe('no pre-emergent');
    expect(first(withWeights({ callback: 60 })).figures.visits).toBe(1);
    const [usual, much] = [60, 2000].map((callback) => first(withWeights({ callback })));
    expect(much!.hold!.p50).toBeGreaterThan(usual!.hold!.p50 + 0.01);
    expect(much!.figures.cost!).toBeGreaterThan(usual!.figures.cost!);
  });
  test('hour: work for nothing comes twice, dear work once', () => {
    expect(first(withWeights({ hour: 0 })).figures.visits).toBeGreaterThan(1);
    expect(first(withWeights({ hour: 200 })).figures.visits).toBeLessThan(2);
  });
  test('roots: where they cost nothing the cheap product goes down at the ceiling, where they cost much it is spared', () => {
    const most = rateOf(1.2, 'lb/acre').rate as KilogramsPerHectare;
    const over = {
      facts: {
        ...facts,
        rules: { ...facts.rules, ceilings: [{ turf: 'tall fescue' as const, ingredient: null, most }] },
      },
      labels: [PRUNES],
    };
    const share = (visits: number) =>
      first(withWeights({ rootVisits: visits }, over)).figures.rootLoad! / most;
    expect(share(0)).toBeGreaterThan(0.6);
    expect(share(10)).toBeLessThanOrEqual(0.5 + 1e-9);
  });
  test('limits: where they cost nothing more of the year is used, where they cost much a fifth is left', () => {
    const used = (visits: number) =>
      first(withWeights({ limitVisits: visits, callback: 400 }, { labels: [PRUNES] })).figures.limits[0]!
        .share!;
    expect(used(0)).toBeGreaterThan(0.9);
    expect(used(20)).toBeLessThanOrEqual(0.8 + 1e-9);
  });
  test('slack: seed in September wants the wait over two weeks before, or on its day', () => {
    const sown = addDays(today, 176);
    const wait = { ...PRUNES, seedingWait: [{ upTo: oz(0.8), days: 150 }] };
    const clear = (seedSlackDays: number) =>
      planProgrammes(
        question({
          labels: [wait],
          facts: {
            ...facts,
            zone: { ...facts.zone, seedings: [{ on: sown, kind: 'seed' }] },
            rules: { ...facts.rules, seedSlackDays },
          },
        }),
      ).programmes.find((p) => p.applications.length > 0)!.figures.seedFrom as Day;
    expect(clear(14)).toBeLessThanOrEqual(addDays(sown, -14));
    expect(clear(0)).toBeGreaterThan(addDays(sown, -14));
    // where no day leaves the slack, the label's own wait is kept
    expect(clear(40)).toBeLessThanOrEqual(sown);
  });
});

test('what has no price counts as the dearest that has one', () => {
  const unpriced = product('unpriced', 'prodiamine', 3, null);
  const { ofShape } = moneyOf(facts, [PRUNES, SPARES, unpriced], rules);
  const options = optionsFor(
    facts,
    [SPARES, unpriced],
    question().targets,
    rules,
    { from: today, to: addDays(today, 100) },
    weighed(question().runs, rules.school),
  );
  const full = options.map((o) => {
    const [shape] = once([o]).filter((s) => s[0]!.rate === o.high.rate);
    return ofShape(shape!, [addDays(today, 10)], 0.5);
  });
  expect(full[1]).toBeCloseTo(full[0]!, 9);
});

test('two products of one group stand eight weeks apart, and eight from another that lies there', () => {
  const other = product('other', 'dithiopyr', 3, 100, { reachesBack: true });
  const lies = { ...entry(addDays(today, -20), 0.3, { label: PRUNES }), id: 'lies' };
  for (const ledger of [[], [lies]]) {
    const { programmes } = planProgrammes(question({ labels: [PRUNES, other], facts: { ...facts, ledger } }));
    const downs = (p: Programme) => [
      ...ledger.map((e) => ({ day: e.day, id: e.productId })),
      ...p.applications.flatMap((a) => a.products.map((x) => ({ day: a.plannedOn, id: x.label.id }))),
    ];
    for (const p of programmes)
      for (const a of downs(p))
        for (const b of downs(p))
          if (a.id !== b.id) expect(Math.abs(a.day - b.day)).toBeGreaterThanOrEqual(56);
  }
});

describe('within 1 % of the least cost of a search over every day and a fine grid of rates', () => {
  const searchFor = (q: PlanQuestion) => searchOf(q, range, moneyOf(q.facts, q.labels, q.rules).ofShape);
  /** Fifteen rates between the label's ends, on every day that every part may go on. */
  const least = (shapes: readonly Shape[], { exact, costOf }: Search): number => {
    let best = Infinity;
    for (const shape of shapes) {
      const allowed = shape.map((_s, i) => allowedDays(shape, i, range));
      const visit = (days: Day[]): void => {
        const i = days.length;
        const s = shape[i];
        if (!s) {
          const hold = exact.hold(
            shape.map((o, k) => ({ option: o.option.index, rate: o.rate, day: days[k]! })),
          );
          best = Math.min(best, costOf(shape, days, hold));
          return;
        }
        const first = s.after ? days[s.after.slot]! + s.after.gap.leastDays : range.from;
        const last = s.after ? days[s.after.slot]! + s.after.gap.mostDays : range.to - 1;
        for (let day = first; day <= Math.min(last, range.to - 1); day++)
          if (allowed[i]![day - range.from]) visit([...days, day as Day]);
      };
      visit([]);
    }
    return best;
  };
  const RATES = Array.from({ length: 15 }, (_r, k) => 0.25 + (0.75 * k) / 14);
  const scaledTo = (o: Option, shapes: readonly Shape[]): Shape[] => {
    const [shape] = shapes;
    const total = shape!.reduce((sum, s) => sum + s.rate, 0);
    return RATES.map((r) => shape!.map((s) => ({ ...s, rate: (s.rate / total) * r * o.limit }))).filter((s) =>
      s.every(({ rate }) => rate >= o.low.rate * (1 - 1e-9) && rate <= o.high.rate * (1 + 1e-9)),
    );
  };
  const cases = [30, 60, 200].flatMap((callback) =>
    [10, 45].flatMap((hour) => [5, 25, 60].map((p10) => ({ callback, hour, p10 }))),
  );
  test.each([
    ['once', (o: readonly Option[]) => once(o)],
    ['in halves', (o: readonly Option[]) => inParts(o, 2).filter((s) => s[0]!.rate === s[1]!.rate)],
  ] as const)('%s: 18 cases', (_name, shapesOf) => {
    for (const { callback, hour, p10 } of cases) {
      const at = addDays(today, p10);
      const q = question({
        labels: [PRUNES],
        facts: { ...facts, outlook: outlook({ p10: at, p50: addDays(at, 9), p90: addDays(at, 18) }) },
        rules: { ...rules, weights: { ...USUAL_WEIGHTS, callback, hour } },
      });
      const { options, search } = searchFor(q);
      const shapes = shapesOf(options);
      const found = bestOf(shapes, search, () => true)!;
      expect(found.cost).toBeLessThan(least(scaledTo(options[0]!, shapes), search) * 1.01);
    }
  });
});
