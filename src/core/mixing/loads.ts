/**
 * What goes into the tank: water and product for one zone, in loads.
 *
 * Full tanks first; the last load is what is left, so that it ends near empty. Each load's product is rounded to the
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

export type MixInput = Readonly<{
  area: SquareMetres;
  rate: ProductRate;
  /** the label's most on this turf in one application */
  maximum: ProductRate;
  /** spray put on an area */
  carrier: LitresPerHectare;
  tank: Litres;
  /** step of the scale in kg, or of the jug in L, by the product's kind */
  step: number;
}>;

export type Load = Readonly<{
  /** area this load covers */
  area: SquareMetres;
  mix: Litres;
  /** to be filled: the mix less the product's own volume where it is a liquid */
  water: Litres;
  /** as computed, unrounded */
  exact: ProductAmount;
  /** to be weighed or measured: a whole number of steps */
  measured: ProductAmount;
  /** measured against exact: −0.02 is 2 % under */
  error: number;
}>;

export type Mix = Readonly<{ loads: readonly Load[]; mix: Litres; product: ProductAmount; water: Litres }>;

export type MixRefusal =
  | Readonly<{ kind: 'kinds-differ' }>
  /** even one step of the tool is more than the label allows for this load: a finer tool is needed */
  | Readonly<{ kind: 'step-too-coarse'; exact: ProductAmount; step: number }>;

/** @throws RangeError if area, carrier, tank or step is not positive: they are checked where they are typed */
export function mixFor(input: MixInput): { ok: true; mix: Mix } | { ok: false; refusal: MixRefusal } {
  const { area, rate, maximum, carrier, tank, step } = input;
  for (const [name, value] of Object.entries({ area, carrier, tank, step }))
    if (!(value > 0) || !Number.isFinite(value))
      throw new RangeError(`${name} must be more than 0, not ${value}`);
  if (maximum.by !== rate.by) return { ok: false, refusal: { kind: 'kinds-differ' } };

  const perTank = (tank / carrier) * SQUARE_METRES_PER_HECTARE;
  // a zone that fills the tank to the last bit is one load, not one load and a drop
  const count = Math.max(1, Math.ceil(area / perTank - 1e-9));
  const loads: Load[] = [];
  for (let i = 0; i < count; i++) {
    const part = (i < count - 1 ? perTank : area - perTank * (count - 1)) as SquareMetres;
    const load = loadFor(part, input);
    if (!load) return { ok: false, refusal: { kind: 'step-too-coarse', exact: amountFor(rate, part), step } };
    loads.push(load);
  }
  const sum = (of: (l: Load) => number) => loads.reduce((s, l) => s + of(l), 0);
  return {
    ok: true,
    mix: {
      loads,
      mix: sum((l) => l.mix) as Litres,
      water: sum((l) => l.water) as Litres,
      product: amountLike(
        rate,
        sum((l) => l.measured.amount),
      ),
    },
  };
}

function loadFor(area: SquareMetres, { rate, maximum, carrier, step }: MixInput): Load | null {
  const exact = amountFor(rate, area);
  const most = amountFor(maximum, area).amount;
  let steps = Math.round(exact.amount / step);
  while (steps > 0 && steps * step > most * (1 + 1e-9)) steps--;
  if (steps === 0) return null;
  const measured = amountLike(rate, steps * step);
  const mix = ((carrier * area) / SQUARE_METRES_PER_HECTARE) as Litres;
  const own = measured.by === 'volume' ? measured.amount : 0;
  return {
    area,
    mix,
    water: (mix - own) as Litres,
    exact,
    measured,
    error: measured.amount / exact.amount - 1,
  };
}
