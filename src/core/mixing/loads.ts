/**
 * What goes into the tank: water and products for one zone, in loads.
 *
 * Even loads, as few as the tank allows: a small last one could not be weighed. Each product is rounded to the step of the
 * scale or jug so that every load lies within the label, low and high, on its own area; what one load has too much the
 * next has less, and all together keep to what is left of the year. Where no step of the tool does that, or it is off by
 * more than a tenth, the card says which tool would do. Source: arithmetic; check values are common practice of the trade.
 */
import {
  SQUARE_METRES_PER_HECTARE,
  type Litres,
  type LitresPerHectare,
  type SquareMetres,
} from '@/core/units/quantity';
import { amountFor, amountLike, type ProductAmount, type ProductRate } from '@/core/units/rate';
import { L_PER_FL_OZ } from '@/core/units/trade';

/** One product of a tank. */
export type InTank = Readonly<{
  rate: ProductRate;
  /** the label's least and most on this turf in one application; a plan under its least keeps to the plan */
  minimum: ProductRate;
  maximum: ProductRate;
  /** what the year's limits leave for this application; null: no limit */
  left: ProductRate | null;
  /** step of the scale in kg, or of the jug in L, by the product's kind */
  step: number;
}>;

export type MixInput = Readonly<{
  area: SquareMetres;
  /** one, or those that share the tank */
  products: readonly InTank[];
  /** surfactant in per cent of the mix by volume, and the step of the jug in L; null: none is asked for */
  surfactant: Readonly<{ percent: number; step: number }> | null;
  /** spray put on an area */
  carrier: LitresPerHectare;
  tank: Litres;
}>;

type Measured = Readonly<{
  /** as computed, unrounded */
  exact: ProductAmount;
  /** to be weighed or measured: a whole number of steps */
  measured: ProductAmount;
  /** measured against exact: −0.02 is 2 % under */
  error: number;
}>;

export type Load = Readonly<{
  /** area this load covers */
  area: SquareMetres;
  mix: Litres;
  /** to be filled: the mix less what the products and the surfactant bring of their own volume */
  water: Litres;
  /** in the order of the question */
  products: readonly Measured[];
  surfactant: Wetter | null;
}>;

/** Surfactant for a load; no label's limit hangs on it, so that a coarse jug is said and not refused. */
type Wetter = Readonly<{ exact: Litres; measured: Litres; error: number }>;

export type Mix = Readonly<{
  loads: readonly Load[];
  mix: Litres;
  water: Litres;
  /** of each product over all loads */
  products: readonly ProductAmount[];
}>;

/** `product` is the place of the one it is about. */
export type MixRefusal =
  | Readonly<{ kind: 'kinds-differ'; product: number }>
  /**
   * No whole number of steps lies within the label for this load, or none within a tenth of the plan. `finer`: a common
   * step that would do, kg or L; null: none. `needs`: the least area for which this tool would do.
   */
  | Readonly<{
      kind: 'step-too-coarse';
      product: number;
      exact: ProductAmount;
      step: number;
      finer: number | null;
      needs: SquareMetres;
    }>
  /** whole steps come to more than the year's limits leave */
  | Readonly<{ kind: 'over-the-year'; product: number; left: ProductAmount; finer: number | null }>
  /** the products alone are more than the spray on the area */
  | Readonly<{ kind: 'no-room-for-water'; mix: Litres; own: Litres }>;

type Outcome = Readonly<{ ok: true; mix: Mix }> | Readonly<{ ok: false; refusal: MixRefusal }>;
const refuse = (refusal: MixRefusal): Outcome => ({ ok: false, refusal });

/** @throws RangeError if area, carrier, tank or a step is not positive: they are checked where they are typed */
export function mixFor({ area, products, surfactant, carrier, tank }: MixInput): Outcome {
  const steps = products.map((p, i) => [`step of product ${i + 1}`, p.step] as const);
  for (const [name, value] of [...Object.entries({ area, carrier, tank }), ...steps])
    if (!(value > 0) || !Number.isFinite(value))
      throw new RangeError(`${name} must be more than 0, not ${value}`);
  const mixed = products.findIndex((p) => p.maximum.by !== p.rate.by);
  if (mixed >= 0) return refuse({ kind: 'kinds-differ', product: mixed });

  const perTank = (tank / carrier) * SQUARE_METRES_PER_HECTARE;
  // a zone that fills the tank to the last bit is one load, not one load and a drop
  const count = Math.max(1, Math.ceil(area / perTank - 1e-9));
  const part = (area / count) as SquareMetres;
  const mix = ((carrier * part) / SQUARE_METRES_PER_HECTARE) as Litres;
  const inLoads: Measured[][] = [];
  for (const [product, p] of products.entries()) {
    const steps = stepsOf(p, part, count, p.step);
    const finer = () =>
      FINER[p.rate.by].find((s) => s < p.step && Array.isArray(stepsOf(p, part, count, s))) ?? null;
    const exact = amountFor(p.rate, part);
    if (steps === 'coarse') {
      const needs = ((part * p.step) / (2 * MOST_OFF * exact.amount)) as SquareMetres;
      return refuse({ kind: 'step-too-coarse', product, exact, step: p.step, finer: finer(), needs });
    }
    if (steps === 'year')
      return refuse({ kind: 'over-the-year', product, left: amountFor(p.left!, area), finer: finer() });
    inLoads.push(
      steps.map((n) => {
        const measured = amountLike(p.rate, n * p.step);
        return { exact, measured, error: measured.amount / exact.amount - 1 };
      }),
    );
  }
  const loads: Load[] = [];
  for (let i = 0; i < count; i++) {
    const inLoad = inLoads.map((of) => of[i]!);
    const wetter = surfactant && wetterFor((mix * surfactant.percent) / 100, surfactant.step);
    const liquids = inLoad.reduce((s, { measured: m }) => s + (m.by === 'volume' ? m.amount : 0), 0);
    const own = (liquids + (wetter?.measured ?? 0)) as Litres;
    if (own >= mix) return refuse({ kind: 'no-room-for-water', mix, own });
    loads.push({ area: part, mix, products: inLoad, water: (mix - own) as Litres, surfactant: wetter });
  }
  const sum = (of: (l: Load) => number) => loads.reduce((s, l) => s + of(l), 0);
  return {
    ok: true,
    mix: {
      loads,
      mix: sum((l) => l.mix) as Litres,
      water: sum((l) => l.water) as Litres,
      products: products.map(({ rate }, i) =>
        amountLike(
          rate,
          sum((l) => l.products[i]!.measured.amount),
        ),
      ),
    },
  };
}

const wetterFor = (exact: number, step: number): Wetter => {
  const measured = Math.max(1, Math.round(exact / step)) * step;
  return { exact: exact as Litres, measured: measured as Litres, error: measured / exact - 1 };
};

/** Off the plan by more than this is off the plan: what recording asks about too. Common practice, no source. */
export const MOST_OFF = 0.1;
const HAIR = 1e-9;
/** Steps of scales (kg) and jugs (L: half and quarter fl oz, 5 and 1 mL, a syringe) that are to be had. */
const FINER = {
  mass: [0.005, 0.001, 0.0005, 0.0001, 0.00001],
  volume: [L_PER_FL_OZ / 2, L_PER_FL_OZ / 4, 0.005, 0.001, 0.0001],
} as const;

/**
 * Whole steps of a product for each of `count` loads of `part`, as near to the plan as they come together.
 * @returns 'coarse': no number of steps is legal for a load and within a tenth of the plan; 'year': all together are more
 * than the year leaves
 */
function stepsOf(
  { rate, minimum, maximum, left }: InTank,
  part: SquareMetres,
  count: number,
  step: number,
): number[] | 'coarse' | 'year' {
  const exact = amountFor(rate, part).amount;
  const least = Math.max(Math.min(amountFor(minimum, part).amount, exact), exact * (1 - MOST_OFF));
  const most = Math.min(Math.max(amountFor(maximum, part).amount, 0), exact * (1 + MOST_OFF));
  const low = Math.max(1, Math.ceil(least / step - HAIR));
  const high = Math.floor(most / step + HAIR);
  if (low > high) return 'coarse';
  const within = (n: number) => Math.min(high, Math.max(low, n));
  const out: number[] = [];
  let sum = 0;
  for (let i = 1; i <= count; i++) {
    const n = within(Math.round((exact * i) / step) - sum);
    out.push(n);
    sum += n;
  }
  if (left) {
    const rest = Math.floor((amountFor(left, part).amount * count) / step + HAIR);
    for (let i = count - 1; i >= 0 && sum > rest; i--) {
      const less = Math.min(out[i]! - low, sum - rest);
      out[i]! -= less;
      sum -= less;
    }
    if (sum > rest) return 'year';
  }
  return out;
}
