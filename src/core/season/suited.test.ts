import { addDays, dayOf } from '@/core/calendar/day';
import { WHOLE_ZONE, type Place } from '@/core/products/application';
import { rateOf } from '@/core/units/rate';
import {
  context,
  entry,
  label,
  leafLabel,
  outlook,
  range,
  row,
  today,
} from '../../../tests/support/gate-context';
import type { Label } from '@/core/products/label';
import { packageCost } from '@/core/products/stock';
import { weighed } from '@/core/barrier/barrier';
import { suitedFor } from './suited';

const { product: _, beside: __, applicationId: ___, ...facts } = context();
const wanted = {
  use: 'pre-emergent' as const,
  targets: [],
  place: WHOLE_ZONE,
  day: today,
  range: { from: today, to: range.to },
  runs: null,
};
const oz = (x: number) => rateOf(x, 'oz/1000sqft');
const other = {
  ...label,
  id: 'other',
  name: 'Other 14',
  ingredients: [{ ...label.ingredients[0]!, name: 'gamma', group: 14 }],
};
const rank = (f: typeof facts, labels = [label, other]) =>
  suitedFor(labels, f, wanted).map((s) => s.label.id);

test('another group goes before the one that was used here, and says why', () => {
  const used = { ...facts, ledger: [entry(dayOf(2026, 4, 1), 0.4)] };
  expect(rank(used)).toEqual(['other', 'dry-50']);
  const [best, worse] = suitedFor([label, other], used, wanted);
  expect(best?.reasons.map((r) => r.argument.code)).toContain('other-group');
  expect(worse?.reasons.map((r) => r.argument.code)).toContain('same-group-again');
});

test('past the line the one that reaches back goes first; before it the long residual', () => {
  const back = { ...label, id: 'back', name: 'Back', reachesBack: true };
  const long = {
    ...label,
    id: 'long',
    name: 'Long',
    rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months: 6 }],
  };
  const late = {
    ...facts,
    outlook: outlook({ p10: addDays(today, -10), p50: addDays(today, -5), p90: null }),
  };
  expect(rank(late, [long, back])[0]).toBe('back');
  expect(rank(facts, [long, back])[0]).toBe('long');
});

test('products without the turf or the use, and cancelled ones, are left out', () => {
  const gone = { ...label, id: 'gone', status: 'cancelled' as const };
  const elsewhere = { ...label, id: 'else', rates: [row('bermudagrass', oz(0.2), oz(0.8))] };
  expect(rank(facts, [gone, elsewhere])).toEqual([]);
});

test('an organic wish outweighs everything else', () => {
  const corn = {
    ...label,
    id: 'corn',
    ingredients: [{ ...label.ingredients[0]!, name: 'corn gluten meal', group: 0 }],
  };
  const wish = { ...facts, zone: { ...facts.zone, organicOnly: true } };
  expect(rank(wish, [label, corn])).toEqual(['corn', 'dry-50']);
  // a group that nobody typed, or no ingredient at all, makes nothing organic
  const of = (id: string, ingredients: typeof label.ingredients) => ({ ...label, id, ingredients });
  const msma = of('msma', [{ ...label.ingredients[0]!, name: 'MSMA', group: null }]);
  const nothing = of('nothing', []);
  expect(rank(wish, [msma, nothing, corn])[0]).toBe('corn');
});

test('cost goes by the package with the best price: 0.2 kg/ha… of $20 a kilogram on 500 m²', () => {
  const priced = {
    ...label,
    packages: [
      { size: { by: 'mass' as const, amount: 1 as never }, typed: '1 kg', price: 30 },
      { size: { by: 'mass' as const, amount: 5 as never }, typed: '5 kg', price: 100 },
    ],
  };
  // 2 kg/ha on 500 m² is 0.1 kg, of $20 a kilogram
  expect(packageCost(priced, rateOf(2, 'kg/ha'), facts.zone.area)).toBeCloseTo(2, 9);
  expect(packageCost(label, rateOf(2, 'kg/ha'), facts.zone.area)).toBeNull();
});

// review of answers, row 38: twenty days before the line the shorter one that reaches back was ranked above the longer
test('before the line what holds more of the flush goes first, whatever reaches back', () => {
  const soil = Float64Array.from(
    { length: 1000 },
    (_, d) => 13 - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
  );
  const runs = weighed(
    { from: dayOf(2026, 1, 1), climate: { coldest: 25, warmest: 205 }, members: [soil] },
    'cold keeps it',
  );
  const of = (id: string, name: string, months: number) => ({
    ...label,
    id,
    name: id,
    ingredients: [{ ...label.ingredients[0]!, name }],
    rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months }],
  });
  const long = of('long', 'prodiamine', 6);
  const back = { ...of('back', 'dithiopyr', 4), reachesBack: true };
  const ahead = {
    ...facts,
    outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 28), p90: null }),
  };
  const [first, second] = suitedFor([back, long], ahead, { ...wanted, targets: ['smooth-crabgrass'], runs });
  expect([first!.label.id, second!.label.id]).toEqual(['long', 'back']);
  // what reaches back counts once the line is crossed, and not before it
  expect(second!.reasons.map((r) => r.argument.code)).not.toContain('reaches-back');
  expect(first!.hold!.byItself.p50).toBeGreaterThan(0.9);
});

test('what controls a weed goes before what only suppresses it, and that before what does not have it', () => {
  const post = (id: string, after: Label['after']): Label => ({ ...leafLabel, id, name: id, after });
  const labels = [
    post('none', []),
    post('half', [{ weed: 'wild-violet', upTo: 'mature', degree: 'suppression' }]),
    post('whole', [{ weed: 'wild-violet', upTo: 'mature' }]),
  ];
  const asked = { ...wanted, use: 'post-emergent' as const, targets: ['wild-violet' as const] };
  const ranked = suitedFor(labels, facts, asked);
  expect(ranked.map((s) => s.label.id)).toEqual(['whole', 'half', 'none']);
  expect(ranked[1]!.reasons).toContainEqual({
    speaks: 'against',
    argument: { code: 'only-suppresses', target: 'wild-violet' },
  });
});

test('what takes whatever is green goes on spots alone, or where its label wants dormant turf', () => {
  // sorts of ingredients: from memory; spots only: the handbook's rule
  const burner = (name: string, dormancy: 'any' | 'dormant only' = 'any'): Label => ({
    ...leafLabel,
    id: name,
    ingredients: leafLabel.ingredients.map((i) => ({ ...i, name })),
    rates: leafLabel.rates.flatMap((r) => [
      { ...r, dormancy, use: 'post-emergent' as const },
      { ...r, dormancy, use: 'spot' as const },
    ]),
  });
  const labels = [burner('pelargonic acid'), burner('glyphosate isopropylamine salt', 'dormant only')];
  const ask = (use: 'spot' | 'post-emergent', place: Place) =>
    suitedFor(labels, facts, { ...wanted, use, place, targets: ['dandelion'] }).map((s) => s.label.id);
  expect(ask('post-emergent', WHOLE_ZONE)).toEqual(['glyphosate isopropylamine salt']);
  const spots: Place = { on: 'spots', area: 10 as never, ground: '' };
  expect(ask('spot', spots)).toContain('pelargonic acid');
  const [first] = suitedFor(labels.slice(0, 1), facts, { ...wanted, use: 'spot', place: spots });
  expect(first!.reasons.map((r) => r.argument.code)).toContain('burns-turf');
});

// two weeds are found on one walk, and no product takes both: each is asked about its own
test('a product is asked about what it takes of the weeds that were found, and not shut for the others', () => {
  const on = (weed: 'henbit' | 'annual-bluegrass'): Label => ({
    ...leafLabel,
    id: weed,
    name: weed,
    after: [{ weed, upTo: 'mature' }],
  });
  const seen = {
    ...facts.seen,
    stages: (['henbit', 'annual-bluegrass'] as const).map((weed) => ({
      weed,
      stage: 'seedling' as const,
      on: today,
    })),
  };
  const asked = {
    ...wanted,
    use: 'post-emergent' as const,
    targets: ['henbit', 'annual-bluegrass'] as const,
  };
  for (const s of suitedFor([on('henbit'), on('annual-bluegrass')], { ...facts, seen }, asked)) {
    const lane = s.window.lanes.find((l) => l.gate.key === 'growth-stage')!.lane;
    expect([s.label.id, lane[0]!.verdict.reason.code]).toEqual([s.label.id, 'stage-controlled']);
    expect(s.reasons.map((r) => r.argument.code)).toContain('not-for-target');
  }
});
