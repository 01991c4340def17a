import { amountOf } from '@/core/units/rate';
import { L_PER_GAL } from '@/core/units/trade';
import { label } from '../../../tests/support/gate-context';
import { inJar, JAR } from './jar';
import { surprisesOf } from './surprises';

type Asked = Parameters<typeof surprisesOf>[0]['products'][number];
const product = (over: Partial<Asked> = {}): Asked => ({
  label: { formulation: 'WG', packages: label.packages },
  atStop: amountOf(45, 'g'),
  usual: null,
  inLoad: amountOf(45, 'g'),
  ...over,
});
const said = (products: readonly Asked[], loads = 1, mix = 4, tank: number | null = 4) =>
  surprisesOf({ products, loads: Array.from({ length: loads }, () => ({ mix })), tank }).map((s) => s.kind);

// common practice, no source
test('ten times the usual, or a tenth of it, is asked about; what is not on record is not', () => {
  expect(said([product({ usual: amountOf(40, 'g') })])).toEqual([]);
  expect(said([product({ usual: amountOf(4.5, 'g') })])).toEqual(['unusual']);
  expect(said([product({ usual: amountOf(450, 'g') })])).toEqual(['unusual']);
  expect(said([product({ usual: amountOf(4, 'floz') })])).toEqual([]);
});

test('a weight of a liquid, and a volume of what is dry', () => {
  const of = (formulation: Asked['label']['formulation'], unit: 'g' | 'floz') =>
    said([product({ label: { formulation, packages: [] }, atStop: amountOf(4, unit), inLoad: null })]);
  expect(of('SC', 'g')).toEqual(['weight-of-a-liquid']);
  expect(of('WG', 'floz')).toEqual(['volume-of-a-dry-one']);
  expect(of('SC', 'floz')).toEqual([]);
  expect(of('G', 'g')).toEqual([]);
});

test('a jar for a tank, a tank for a jar, and whole packages in one load', () => {
  expect(said([], 13)).toEqual(['small-tank']);
  expect(said([], 12)).toEqual([]);
  expect(said([], 1, 1, 200)).toEqual(['large-tank']);
  expect(said([], 1, 1, null)).toEqual([]);
  const packages = [{ size: amountOf(5, 'lb'), typed: '5 lb', price: null }];
  const bag = (pounds: number, formulation: 'WG' | 'G') =>
    said([product({ label: { formulation, packages }, inLoad: amountOf(pounds, 'lb') })]);
  expect(bag(5, 'WG')).toEqual(['whole-packages']);
  expect(bag(4, 'WG')).toEqual([]);
  expect(bag(50, 'G')).toEqual([]);
});

test('the jar holds the tank’s proportions: 45.36 g in 4 gal are 2.835 g in a quart (arithmetic)', () => {
  expect(inJar(amountOf(45.36, 'g'), 4 * L_PER_GAL).amount * 1000).toBeCloseTo(2.835, 9);
  expect(JAR / L_PER_GAL).toBe(0.25);
});
