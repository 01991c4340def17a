import { label, leafLabel, leafProduct, product } from '../../../tests/support/gate-context';
import { cautionsFor } from './cautions';

const lawn = { hasIrrigation: true, hasTrees: true };
const codes = (products: Parameters<typeof cautionsFor>[0], on = lawn) =>
  cautionsFor(products, on).map((c) => c.code);
const onLeaf = (over: Partial<typeof leafLabel>) => [{ ...leafProduct, label: { ...leafLabel, ...over } }];
const named = (name: string) => [{ ...leafLabel.ingredients[0]!, name }];

// common practice, from memory
test('a leaf-active spray: bees, irrigation off inside its dry hours, rinse, backflow, sign', () => {
  expect(codes([leafProduct])).toEqual(['bees', 'irrigation-off', 'backflow', 'rinse', 'sign']);
  expect(codes([leafProduct], { ...lawn, hasIrrigation: false })).not.toContain('irrigation-off');
});
test('a barrier granule with phosphate asks for none of that', () => {
  const granule = {
    ...product,
    label: { ...label, formulation: 'G' as const, analysis: { n: 0.1, p: 0.05, k: 0 } },
  };
  expect(cautionsFor([granule], lawn)).toEqual([
    { code: 'off-pavement', hasPhosphorus: true },
    { code: 'sign' },
  ]);
});
test('days without mowing after it are told', () => {
  expect(codes(onLeaf({ mowing: { beforeDays: 1, afterDays: 2 } }))).toContain('no-mowing-after');
  expect(codes(onLeaf({ mowing: { beforeDays: 1, afterDays: 0 } }))).not.toContain('no-mowing-after');
});
test('quinclorac stays in clippings; dicamba, whatever its salt, is taken up under trees', () => {
  expect(codes(onLeaf({ ingredients: named('Quinclorac') }))).toContain('clippings');
  expect(codes(onLeaf({ ingredients: named('dicamba, dimethylamine salt') }))).toContain('roots-of-trees');
  expect(codes(onLeaf({ ingredients: named('dicamba') }), { ...lawn, hasTrees: false })).not.toContain(
    'roots-of-trees',
  );
});
test('an ester in heat, and a surfactant whose kind nobody typed', () => {
  expect(codes(onLeaf({ formulation: 'EC' }))).toContain('ester-in-heat');
  expect(cautionsFor(onLeaf({ surfactantPercent: 0.5 }), lawn)).toContainEqual({
    code: 'adjuvant',
    kind: null,
  });
  expect(
    cautionsFor(onLeaf({ surfactantPercent: 0.5, adjuvant: 'methylated seed oil' }), lawn),
  ).toContainEqual({ code: 'adjuvant', kind: 'methylated seed oil' });
});
test('of two products of one tank each thing is said once', () => {
  expect(codes([leafProduct, leafProduct]).filter((c) => c === 'bees')).toHaveLength(1);
});
