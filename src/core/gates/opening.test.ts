import { addDays } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { rateIn, rateOf } from '@/core/units/rate';
import { fromMilesPerHour, toSquareFeet } from '@/core/units/trade';
import {
  product,
  context,
  entry,
  label,
  range,
  sky,
  spots,
  today,
} from '../../../tests/support/gate-context';
import type { GateContext } from './gate';
import { whatWouldOpen } from './opening';
import { windowOf } from './window';

const from = { from: today, to: range.to };
const ask = (c: GateContext, over: Partial<Parameters<typeof whatWouldOpen>[0]> = {}) =>
  whatWouldOpen({ context: c, range: from, total: null, split: null, labels: [], ...over });
const change = (list: ReturnType<typeof ask>, kind: string) => list.find((o) => o.change === kind);

test('a rate above the label: the label’s most opens it, and the gates agree', () => {
  const c = context({ product: { ...product, rate: rateOf(1.2, 'oz/1000sqft') } });
  const rate = change(ask(c), 'rate');
  expect(rate?.change === 'rate' && rateIn(rate.rate, 'oz/1000sqft')).toBeCloseTo(0.8, 9);
  if (rate?.change !== 'rate') throw new Error('no rate');
  const { all } = windowOf({ ...c, product: { ...c.product, rate: rate.rate } }, from);
  expect(spanAt(all, rate.on.from)!.verdict.state).toBe(rate.state);
});

test('a year limit that is nearly used up: what still fits opens it', () => {
  const c = context({ ledger: [entry(addDays(today, -70), 0.7)] });
  const rate = change(ask(c), 'rate');
  expect(rate?.change === 'rate' && rateIn(rate.rate, 'oz/1000sqft')).toBeCloseTo(0.3, 9);
});

test('an interval: another day opens it, the first on which the label’s days are over', () => {
  const c = context({ ledger: [entry(addDays(today, -50), 0.2)] });
  const day = change(ask(c), 'day');
  expect(day?.on.from).toBe(addDays(today, 10));
});

test('seeding ahead: a lower rate waits less; another product with a shorter wait opens it too', () => {
  const c = context({
    zone: { ...context().zone, seedings: [{ on: addDays(today, 130), kind: 'seed' }] },
    product: { ...product, rate: rateOf(0.8, 'oz/1000sqft') },
  });
  const rate = change(ask(c), 'rate');
  expect(rate?.change === 'rate' && rateIn(rate.rate, 'oz/1000sqft')).toBeCloseTo(0.4, 9);
  const gentle = {
    ...label,
    id: 'gentle',
    name: 'Gentle',
    seedingWait: [{ upTo: rateOf(0.8, 'oz/1000sqft'), days: 0 }],
  };
  const other = change(ask(c, { labels: [label, gentle] }), 'product');
  expect(other?.change === 'product' && other.label.id).toBe('gentle');
});

test('too much at once for one part: another split opens it', () => {
  const c = context({ product: { ...product, rate: rateOf(1, 'oz/1000sqft') } });
  const split = change(ask(c, { total: rateOf(1, 'oz/1000sqft'), split: 'single' }), 'split');
  expect(split?.change === 'split' && split.split).toBe('halves');
});

test('spots: as much ground as is left of the limit opens it; a broadcast is not made smaller', () => {
  // 0.9 of 1.0 oz lie on the back: over the zone 0.4 oz fits on a quarter of it, and half of it is planned
  const c = context({ ledger: [entry(addDays(today, -70), 1, { share: 0.9, ground: 'back' })] });
  const half = { ...product, use: 'spot' as const, place: spots(c.zone.area / 2, 'front') };
  const planned = {
    ...c,
    product: {
      ...half,
      label: { ...label, rainFreeHours: 0, rates: label.rates.map((r) => ({ ...r, use: 'spot' as const })) },
    },
  };
  const area = change(ask(planned), 'area');
  if (area?.change !== 'area') throw new Error('no area');
  const quarter = toSquareFeet(c.zone.area) / 4;
  expect(toSquareFeet(area.area)).toBeLessThanOrEqual(quarter + 1e-6);
  expect(toSquareFeet(area.area)).toBeGreaterThan(quarter - 1);
  const { all } = windowOf(
    { ...planned, product: { ...planned.product, place: spots(area.area, 'front') } },
    from,
  );
  expect(spanAt(all, area.on.from)!.verdict.state).toBe(area.state);
  expect(change(ask(c), 'area')).toBeUndefined();
});

test('only a latch: it may be lifted; where a bolt stands too, lifting is not offered', () => {
  const windy = context({
    forecast: { ...sky(12, 0.1), wind: new Float64Array(240).fill(fromMilesPerHour(12)) },
  });
  const lift = change(ask(windy), 'lift');
  expect(lift?.change === 'lift' && lift.gates).toEqual(['wind']);
  const both = { ...windy, product: { ...product, rate: rateOf(5, 'oz/1000sqft') } };
  expect(change(ask(both), 'lift')).toBeUndefined();
});

test('a turf that is on no label of ours: nothing opens it', () => {
  expect(ask(context({ zone: { ...context().zone, turf: 'bahiagrass' } }), { labels: [label] })).toEqual([]);
});
