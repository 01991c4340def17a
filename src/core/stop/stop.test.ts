/** What is seen on the lawn against the gates, and what was really used: the label, the lawn and the figures are invented. */
import { addDays } from '@/core/calendar/day';
import { fromFahrenheit, fromMilesPerHour } from '@/core/units/trade';
import { context, label, leafLabel, leafProduct, product, today } from '../../../tests/support/gate-context';
import { checkNow, type SeenNow } from './seen-now';
import { offPlan, usedByLevel } from './used';

const nothing: SeenNow = { wind: null, air: null, isLeafWet: null, green: null, stages: [], isInBloom: null };
const { ledger: _l, outlook: _o, forecast: _f, recent: _r, ...facts } = context({ hour: 10 });
const check = (seen: Partial<SeenNow>, products = [product]) =>
  checkNow(facts, products, { ...nothing, ...seen });

test('nobody looked: nothing is held against the work, and nothing is made up', () => {
  expect(check({})).toEqual([]);
});

// the house's limits of the test context: a warning from its caution on, shut above its limit
test('wind as it was measured stands for the forecast: calm, breezy, too windy', () => {
  const state = (mph: number) =>
    check({ wind: fromMilesPerHour(mph) }).map((c) =>
      c.kind === 'gate' ? [c.gate, c.verdict.state] : c.kind,
    );
  expect(state(4)).toEqual([]);
  expect(state(8)).toEqual([['Wind', 'ajar']]);
  expect(state(14)).toEqual([['Wind', 'shut']]);
});

test('the label’s own wind is a bolt', () => {
  const strict = { ...product, label: { ...label, windLimit: fromMilesPerHour(5) } };
  expect(check({ wind: fromMilesPerHour(6) }, [strict])).toMatchObject([
    { gate: 'Wind', verdict: { state: 'shut', strength: 'bolt', reason: { code: 'windy' } } },
  ]);
});

test('air as it was measured is held to the label’s limits', () => {
  const limits = { least: fromFahrenheit(50), most: fromFahrenheit(85), dayMost: null };
  const hot = { ...leafProduct, label: { ...leafLabel, air: limits } };
  expect(
    check({ air: fromFahrenheit(70) }, [hot]).filter((c) => c.kind === 'gate' && c.verdict.state === 'shut'),
  ).toEqual([]);
  expect(check({ air: fromFahrenheit(92) }, [hot])).toMatchObject([{ verdict: { state: 'shut' } }]);
});

test('a weed as far as it is seen now, whatever was noted before', () => {
  const early = {
    ...leafProduct,
    label: { ...leafLabel, after: [{ weed: 'dandelion' as const, upTo: 'seedling' as const }] },
    targets: ['dandelion' as const],
  };
  const noted = {
    ...facts,
    seen: {
      ...facts.seen,
      stages: [{ weed: 'dandelion' as const, stage: 'seedling' as const, on: addDays(today, -3) }],
    },
  };
  const now = (stage: 'seedling' | 'mature') =>
    checkNow(noted, [early], { ...nothing, stages: [{ weed: 'dandelion', stage }] }).filter(
      (c) => c.kind === 'gate' && c.verdict.state === 'shut',
    ).length;
  expect([now('seedling'), now('mature')]).toEqual([0, 1]);
});

test('a dripping leaf, fertilizer on it, and flowers with bees are told where they matter', () => {
  const kinds = (seen: Partial<SeenNow>, p = [product]) => check(seen, p).map((c) => c.kind);
  expect(kinds({ isLeafWet: true })).toEqual([]);
  expect(kinds({ isLeafWet: true }, [leafProduct])).toEqual(['leaf wet']);
  const feed = {
    ...product,
    label: { ...label, formulation: 'G' as const, analysis: { n: 0.2, p: 0, k: 0.1 } },
  };
  expect(kinds({ isLeafWet: true }, [feed])).toEqual(['fertilizer on wet leaf']);
  expect(kinds({ isInBloom: true }, [leafProduct])).toEqual(['in bloom']);
  expect(kinds({ isInBloom: true })).toEqual([]);
});

// arithmetic
test('what left the tank carries each product in its share', () => {
  // 20 L planned with 0.3 kg and 1.2 L in it; 25 L left the tank
  const used = usedByLevel(20, [0.3, 1.2], 100, 75);
  expect(used.mix).toBe(25);
  expect(used.amounts[0]).toBeCloseTo(0.375, 12);
  expect(used.amounts[1]).toBeCloseTo(1.5, 12);
  expect(offPlan(0.3, used.amounts[0]!)).toBeCloseTo(0.25, 12);
  expect(offPlan(0, 1)).toBeNull();
});
