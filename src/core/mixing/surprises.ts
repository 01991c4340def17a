/**
 * What is most likely a slip of the pen before it is a load: amounts unlike any before, a weight where a liquid is poured,
 * a tank that is none. They are asked about, not refused. Limits: common practice, no source.
 */
import { isGranule, type Label } from '@/core/products/label';
import type { Formulation } from '@/core/products/label-terms';
import type { ProductAmount } from '@/core/units/rate';
import { HAIR } from '@/core/units/tolerance';

export type Surprise =
  /** an amount ten times what a stop usually takes, or a tenth of it */
  | Readonly<{ kind: 'unusual'; product: number; amount: ProductAmount; usual: ProductAmount }>
  | Readonly<{ kind: 'weight-of-a-liquid' | 'volume-of-a-dry-one'; product: number }>
  | Readonly<{ kind: 'small-tank'; loads: number }>
  /** the tank is so large that this is not its bottom's worth */
  | Readonly<{ kind: 'large-tank'; share: number }>
  /** one load takes whole packages */
  | Readonly<{ kind: 'whole-packages'; product: number; amount: ProductAmount; packages: number }>;

/** So many times the usual is asked about. */
const TEN = 10;
const MOST_LOADS = 12;
const LEAST_SHARE = 1 / 50;
const LIQUIDS: readonly Formulation[] = ['SC', 'CS', 'EC', 'EW', 'ME', 'SL'];

type Asked = Readonly<{
  label: Pick<Label, 'formulation' | 'packages'>;
  /** the most that one stop gets, and what a stop got before, in the middle; null: nothing is on record */
  atStop: ProductAmount | null;
  usual: ProductAmount | null;
  /** the most that goes into one load */
  inLoad: ProductAmount | null;
}>;

/** @param product its place among those of the loads */
function aboutProduct({ label, atStop, usual, inLoad }: Asked, product: number): Surprise[] {
  const out: Surprise[] = [];
  const by = (atStop ?? inLoad)?.by;
  const isLiquid = LIQUIDS.includes(label.formulation);
  if (by === 'mass' && isLiquid) out.push({ kind: 'weight-of-a-liquid', product });
  if (by === 'volume' && !isLiquid) out.push({ kind: 'volume-of-a-dry-one', product });
  if (atStop && usual && atStop.by === usual.by && usual.amount > 0) {
    const times = atStop.amount / usual.amount;
    if (times >= TEN * (1 - HAIR) || times <= (1 + HAIR) / TEN)
      out.push({ kind: 'unusual', product, amount: atStop, usual });
  }
  const largest = label.packages
    .filter((p) => p.size.by === inLoad?.by)
    .reduce((most, p) => Math.max(most, p.size.amount), 0);
  if (inLoad && largest > 0 && !isGranule(label) && inLoad.amount >= largest)
    out.push({ kind: 'whole-packages', product, amount: inLoad, packages: inLoad.amount / largest });
  return out;
}

export function surprisesOf({
  products,
  loads,
  tank,
}: Readonly<{
  products: readonly Asked[];
  loads: readonly Readonly<{ mix: number }>[];
  /** size; null: a hopper */
  tank: number | null;
}>): Surprise[] {
  const out = products.flatMap(aboutProduct);
  if (tank !== null) {
    if (loads.length > MOST_LOADS) out.push({ kind: 'small-tank', loads: loads.length });
    const most = Math.max(0, ...loads.map((l) => l.mix));
    if (loads.length === 1 && most < tank * LEAST_SHARE) out.push({ kind: 'large-tank', share: most / tank });
  }
  return out;
}
