/**
 * What labels hold against a load: against its water, its neighbors in the tank, and one substance coming twice. Gates ask
 * the same functions of a plan that loads ask of what is about to be mixed.
 */
import type { Reason } from './reason';
import type { Label } from '@/core/products/label';
import { ingredientRate } from '@/core/products/content';
import { isSameSubstance, substanceKey } from '@/core/products/substance';
import { containedIn } from '@/core/records/ledger';
import type { KilogramsPerHectare, LitresPerHectare } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import { refusedInTank } from '@/core/products/partners';

/** Spray on an area that the label does not allow; null: it does, or sets no limits. */
export const carrierOutside = (
  { carrier: limits }: Pick<Label, 'carrier'>,
  carrier: LitresPerHectare,
): Label['carrier'] =>
  limits && (exceeds(limits.least, carrier) || exceeds(carrier, limits.most)) ? limits : null;

/** The surfactants that two labels ask for, where they differ. */
export const adjuvantsApart = (label: Label, other: Label): readonly [string, string] | null =>
  label.adjuvant && other.adjuvant && label.adjuvant !== other.adjuvant
    ? [label.adjuvant, other.adjuvant]
    : null;

/** The first ingredient of a label that stands in another too, under whichever of its names. */
export const sharedIngredient = (label: Label, other: Label): string | null =>
  label.ingredients.find((i) => other.ingredients.some((o) => isSameSubstance(o.name, i.name)))?.name ?? null;

type Dose = Readonly<{ label: Label; rate: ProductRate }>;
/** An ingredient that comes, from several products at once, to more than the label's highest rate holds. */
export type OverAtOnce = Readonly<{
  ingredient: string;
  counts: 'a.i.' | 'a.e.';
  total: KilogramsPerHectare;
  most: KilogramsPerHectare;
  /** the products that hold it too */
  others: readonly string[];
}>;

/**
 * @param high the label's most of the product at once
 * @returns null: what is in it stands in no other, or all of it keeps the label's most; 'not known': an amount cannot be told
 */
export function overAtOnce(
  { label, rate }: Dose,
  high: ProductRate,
  beside: readonly Dose[],
): OverAtOnce | 'not known' | null {
  for (const ingredient of label.ingredients) {
    const { name, counts } = ingredient;
    const key = substanceKey(name);
    const others = beside.filter((p) => p.label.ingredients.some((i) => substanceKey(i.name) === key));
    if (!others.length) continue;
    const most = ingredientRate(high, ingredient, label.density);
    const parts = [
      ingredientRate(rate, ingredient, label.density),
      ...others.flatMap((p) =>
        containedIn(p.label, p.rate)
          .filter((c) => substanceKey(c.name) === key)
          .map((c) => (counts === 'a.e.' ? c.ae : c.ai)),
      ),
    ];
    if (most === null || parts.includes(null)) return 'not known';
    const total = parts.reduce<number>((sum, kg) => sum + kg!, 0) as KilogramsPerHectare;
    if (exceeds(total, most))
      return { ingredient: name, counts, total, most, others: others.map((p) => p.label.name) };
  }
  return null;
}

/** What is held against one product of a load, in the words of the gates. */
export type Objection = Readonly<{ name: string; reason: Reason }>;

/**
 * Everything that labels hold against these stops, once each.
 * @param carrier spray on the area; null: a hopper
 */
export function objectionsTo(
  stops: readonly Readonly<{ products: readonly (Dose & Readonly<{ maximum: ProductRate }>)[] }>[],
  carrier: LitresPerHectare | null,
): Objection[] {
  const all = stops.flatMap(({ products }) =>
    products.flatMap((p, i): Objection[] => {
      const { label } = p;
      const say = (reason: Reason): Objection => ({ name: label.name, reason });
      const limits = carrier === null ? null : carrierOutside(label, carrier);
      const others = products.filter((o) => o !== p);
      const over = overAtOnce(p, p.maximum, others);
      return [
        ...(label.status === 'cancelled' ? [say({ code: 'product-cancelled', source: 'label' })] : []),
        ...(limits && carrier !== null
          ? [say({ code: 'carrier-outside', source: 'label', name: 'The tank', carrier, ...limits })]
          : []),
        ...(over === 'not known'
          ? [say({ code: 'not-known', source: 'label', missing: 'ingredient-content' })]
          : over
            ? [say({ code: 'over-at-once', source: 'label', ...over })]
            : []),
        ...products.slice(i + 1).flatMap(({ label: other }) => betweenTwo(label, other).map(say)),
      ];
    }),
  );
  return [...new Map(all.map((o) => [JSON.stringify(o), o])).values()];
}

/** What two labels hold against each other in one tank. */
function betweenTwo(label: Label, other: Label): Reason[] {
  const at = { source: 'label', partner: other.name } as const;
  const refused = refusedInTank(label, other);
  const asks = adjuvantsApart(label, other);
  const ingredient = sharedIngredient(label, other);
  return [
    ...(refused ? [{ ...refused, ...at }] : []),
    ...(asks ? [{ code: 'adjuvants-differ', ...at, asks } as const] : []),
    ...(ingredient === null ? [] : [{ code: 'same-ingredient', ...at, ingredient } as const]),
  ];
}
