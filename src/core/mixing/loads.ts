/**
 * What goes into the tank: water and products for one zone, in loads.
 *
 * Full tanks first; the last load is what is left, so that it ends near empty. Each product of a load is rounded to the
 * step of the scale or jug, down where the nearest step would put more on the load's area than the label allows, and
 * the error is said. Source: arithmetic; check values are common practice of the trade.
 */
import {
  SQUARE_METRES_PER_HECTARE,
  type Litres,
  type LitresPerHectare,
  type SquareMetres,
} from '@/core/units/quantity';
import { amountFor, amountLike, type ProductAmount, type ProductRate } from '@/core/units/rate';

/** One product of a tank. */
export type InTank = Readonly<{
  rate: ProductRate;
  /** the label's most on this turf in one application */
  maximum: ProductRate;
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
  surfactant: Litres | null;
}>;

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
  /** even one step of the tool is more than the label allows for this load: a finer tool is needed */
  | Readonly<{ kind: 'step-too-coarse'; product: number; exact: ProductAmount; step: number }>
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
  const loads: Load[] = [];
  for (let i = 0; i < count; i++) {
    const part = (i < count - 1 ? perTank : area - perTank * (count - 1)) as SquareMetres;
    const mix = ((carrier * part) / SQUARE_METRES_PER_HECTARE) as Litres;
    const measured = products.map((p) => measure(p, part));
    const coarse = measured.indexOf(null);
    if (coarse >= 0) {
      const { rate, step } = products[coarse]!;
      return refuse({ kind: 'step-too-coarse', product: coarse, exact: amountFor(rate, part), step });
    }
    const inLoad = measured.filter((m) => m !== null);
    const wetter = surfactant && inSteps((mix * surfactant.percent) / 100, surfactant.step);
    const liquids = inLoad.reduce((s, { measured: m }) => s + (m.by === 'volume' ? m.amount : 0), 0);
    const own = (liquids + (wetter ?? 0)) as Litres;
    if (own >= mix) return refuse({ kind: 'no-room-for-water', mix, own });
    loads.push({
      ...{ area: part, mix, products: inLoad },
      water: (mix - own) as Litres,
      surfactant: wetter,
    });
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

const inSteps = (exact: number, step: number): Litres =>
  (Math.max(1, Math.round(exact / step)) * step) as Litres;

/** A product for a load, in whole steps; null: one step is more than the label allows. */
function measure({ rate, maximum, step }: InTank, area: SquareMetres): Measured | null {
  const exact = amountFor(rate, area);
  const most = amountFor(maximum, area).amount;
  let steps = Math.round(exact.amount / step);
  while (steps > 0 && steps * step > most * (1 + 1e-9)) steps--;
  if (steps === 0) return null;
  const measured = amountLike(rate, steps * step);
  return { exact, measured, error: measured.amount / exact.amount - 1 };
}
