'use client';
import { useShows } from '@/ui/units';
import { MOST_OFF, type Load, type Mix, type MixRefusal } from '@/core/mixing/loads';
import type { Place, Tie } from '@/core/products/application';
import { inTankOrder } from '@/core/mixing/order';
import { isGranule, type Formulation, type Label } from '@/core/products/label';
import type { Litres } from '@/core/units/quantity';
import { figure, showAmount, significant, type Shows } from '@/core/units/format';
import { amountIn, type AmountUnit, type ProductAmount, type ProductRate } from '@/core/units/rate';
import { L_PER_FL_OZ } from '@/core/units/trade';
import type { Method } from '@/core/trade/terms';
import { plural } from '@/ui/words';
import { shortName } from '../../programme/product-words';

/** A product as it stands on the card. */
export type OnCard = Readonly<{
  label: Label;
  rate: ProductRate;
  minimum: ProductRate;
  maximum: ProductRate;
  /** what the year's limits leave; null: no limit that tells */
  left: ProductRate | null;
  place: Place;
  method: Method | null;
  tie: Tie | null;
}>;

/** Where the product goes in, by its formulation. Common practice of the trade; the label's own order wins. */
const ADDING: Record<Formulation, string> = {
  WG: 'Stir the granules into a pail of water first, then pour in the slurry.',
  WP: 'Stir the powder into a pail of water first, then pour in the slurry.',
  SC: 'Shake the jug, then pour in slowly.',
  EC: 'Pour in slowly, agitating all the while.',
  EW: 'Pour in slowly, agitating all the while.',
  SL: 'Pour in slowly.',
  G: 'Fill the hopper.',
};
/** A rounding beyond this is said aloud. Common practice, no source. */
const COARSE = 0.05;

type Props = Readonly<{ mix: Mix; products: readonly OnCard[] }>;

/** One tank or hopper, load by load, with what goes in and in which order. */
export function TankLoads({ mix, products }: Props) {
  const show = useShows();
  const granule = products.some((p) => isGranule(p.label));
  return (
    <>
      <p className="mt-4 font-cond text-xl font-semibold">
        {granule ? 'One hopper' : `${plural(mix.loads.length, 'load')}, ${show.volume(mix.mix)} in all`},{' '}
        {products
          .map(
            ({ label }, i) =>
              `${showMeasured(mix.products[i]!, label, show)} of ${products.length > 1 ? shortName(label) : 'product'}`,
          )
          .join(' and ')}
      </p>
      <ol className="mt-2 grid gap-4">
        {mix.loads.map((load, i) => (
          <li key={i} className="border-2 border-hair bg-paper px-4 py-3">
            <LoadCard
              {...{ load, products, granule }}
              name={granule ? 'Hopper' : `Load ${i + 1} of ${mix.loads.length}`}
            />
          </li>
        ))}
      </ol>
    </>
  );
}

function LoadCard({
  load,
  products,
  granule,
  name,
}: Readonly<{ load: Load; products: readonly OnCard[]; granule: boolean; name: string }>) {
  const show = useShows();
  const inside = products.map((p, i) => ({ ...p, ...load.products[i]! }));
  const several = inside.length > 1;
  const adding = inTankOrder(inside, (p) => p.label.formulation).map(
    ({ label, measured }) =>
      `${several ? `${shortName(label)}, ${showMeasured(measured, label, show)}: ` : ''}${ADDING[label.formulation]}`,
  );
  const steps = granule
    ? [...adding, 'Half rate in two crossing directions. Sweep granules off hard surfaces.']
    : [
        `Fill half: ${show.volume((load.water / 2) as Litres)} of water, agitate.`,
        ...adding,
        ...(load.surfactant === null ? [] : [wetterWords(load.surfactant, show)]),
        `Top up with water to ${show.volume(load.mix)}, agitate, spray soon.`,
      ];
  return (
    <>
      <h2 className="flex justify-between text-[19px]">
        <span>{name}</span>
        <span className="font-medium text-steel">{show.area(load.area)}</span>
      </h2>
      {inside.map(({ label, measured, exact, error }, i) => (
        <div key={label.id}>
          <p className="mt-1 flex flex-wrap items-baseline gap-x-6 font-cond font-bold leading-none">
            <span className="text-[44px]">{showMeasured(measured, label, show)}</span>
            {several && <span className="text-[22px] font-semibold">{shortName(label)}</span>}
            {!several && !granule && (
              <span className="text-[32px] text-water">{show.volume(load.water)} water</span>
            )}
          </p>
          <p className="mt-1 text-[15px]">
            {alsoWords(measured, label, show)}computed{' '}
            {exact.by === 'mass' ? showAmount(exact, 'g') : show.of('pour', exact.amount, 4)}, rounding error{' '}
            {figure(error * 100, 1)} %
          </p>
          {Math.abs(error) > COARSE && (
            <p className="border-l-4 border-straw pl-2 text-[15px] font-semibold">
              {figure(Math.abs(error) * 100)} % {error > 0 ? 'more' : 'less'} than planned, and within the
              label: a {exact.by === 'mass' ? 'scale' : 'jug'} that reads finer would do better.
            </p>
          )}
          {several && !granule && i === inside.length - 1 && (
            <p className="mt-1 font-cond text-[32px] font-bold leading-none text-water">
              {show.volume(load.water)} water
            </p>
          )}
        </div>
      ))}
      <ul className="mt-2">
        {steps.map((s) => (
          <li key={s}>
            <label className="flex min-h-[44px] items-center gap-3 text-[17px]">
              <input type="checkbox" className="size-6 shrink-0 accent-[var(--color-moss)]" />
              {s}
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}

/** A jug too coarse for so little is said: no label hangs on it, the leaf does. */
const wetterWords = ({ measured, exact, error }: NonNullable<Load['surfactant']>, show: Shows): string =>
  `Surfactant last: ${show.of('pour', measured)}${Math.abs(error) > MOST_OFF ? ` (asked: ${significant(show.in('pour', exact))}, ${figure(Math.abs(error) * 100)} % ${error > 0 ? 'more' : 'less'}: a syringe or a finer jug does better)` : ''}.`;

/** What the scale or jug shows: grams, and fluid ounces or millilitres; a hopper pounds or kilograms. */
export const showMeasured = (amount: ProductAmount, label: Label, { system }: Shows): string => {
  const [poured, spread] = system === 'trade' ? (['floz', 'lb'] as const) : (['mL', 'kg'] as const);
  return showAmount(amount, amount.by === 'volume' ? poured : label.formulation === 'G' ? spread : 'g');
};

/** The same amount in the other units people think in. */
function alsoWords(amount: ProductAmount, label: Label, { system }: Shows): string {
  if (system === 'metric') return '';
  const units: AmountUnit[] =
    amount.by === 'volume' ? ['mL'] : label.formulation === 'G' ? ['g', 'kg'] : ['oz'];
  const words = units
    .filter((u) => amountIn(amount, u) !== null)
    .map((u) => `= ${showAmount(amount, u)}${u === 'oz' ? ' by weight' : ''}`)
    .join(' ');
  return `${words} · `;
}

/** A step as tools are marked: grams, and fluid ounces or millilitres. */
function stepWords(step: number, by: ProductAmount['by'], { system }: Shows): string {
  if (by === 'mass') return `${significant(step / 0.001)} g`;
  const ounces = step / L_PER_FL_OZ;
  return system === 'trade' && Number.isInteger(ounces * 4)
    ? `${significant(ounces)} fl oz`
    : `${significant(step / 0.001)} mL`;
}

/** Why there is no card, and what to change. */
export function refusalWords(r: MixRefusal, products: readonly OnCard[], show: Shows): string {
  if (r.kind === 'no-room-for-water')
    return `The products alone are ${show.volume(r.own)}, more than the ${show.volume(r.mix)} of spray for this area. Check the rate, or put down more water.`;
  const { label } = products[r.product]!;
  if (r.kind === 'kinds-differ')
    return `The label of ${shortName(label)} speaks of weight and the plan of volume, or the other way round: weight and volume do not mix. Change the plan’s unit.`;
  const { by } = r.kind === 'over-the-year' ? r.left : r.exact;
  const amount = (si: number) => (by === 'mass' ? `${significant(si / 0.001)} g` : show.of('pour', si));
  const tool = by === 'mass' ? 'scale' : 'jug';
  const finer =
    r.finer === null
      ? `No common ${tool} is fine enough`
      : `A ${tool} that reads to ${stepWords(r.finer, by, show)} would do`;
  if (r.kind === 'over-the-year')
    return `The year leaves ${amount(r.left.amount)} of ${shortName(label)} on this ground, and whole steps come to more. ${finer}; or plan less.`;
  return `This load takes ${amount(r.exact.amount)} of ${shortName(label)}, and no whole number of steps of ${amount(r.step)} is within the label and a tenth of the plan. ${finer}; or mix for ${show.area(r.needs)} or more at once.`;
}
