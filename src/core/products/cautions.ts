/**
 * What the trade says beside the label, where work can do harm. Common practice, from memory: the label's own words come
 * first, and what it says wins. Facts only; the words are the screen's.
 */
import { worksOnLeaf, type ApplicationProduct } from './application';
import { burnsWetLeaf } from './ingredient-facts';
import { isGranule } from './label';
import type { Adjuvant } from './label-terms';
import { substanceKey } from './substance';

export type Caution =
  | Readonly<{ code: 'bees' }>
  | Readonly<{ code: 'clippings'; ingredient: string }>
  | Readonly<{ code: 'no-mowing-after'; days: number }>
  | Readonly<{ code: 'irrigation-off'; hours: number }>
  | Readonly<{ code: 'ester-in-heat' }>
  | Readonly<{ code: 'roots-of-trees'; ingredient: string }>
  | Readonly<{ code: 'off-pavement'; hasPhosphorus: boolean }>
  | Readonly<{ code: 'dry-leaf' }>
  | Readonly<{ code: 'backflow' }>
  | Readonly<{ code: 'rinse' }>
  | Readonly<{ code: 'sign' }>
  | Readonly<{ code: 'adjuvant'; kind: Adjuvant | null }>;

/** Residue lives through a compost heap and hurts what it is spread on. */
const IN_COMPOST = new Set(
  ['quinclorac', 'clopyralid', 'aminopyralid', 'picloram', 'triclopyr'].map(substanceKey),
);
/** Taken up by the roots of trees and ornamentals under their drip line. */
const AT_ROOTS = new Set(
  ['dicamba', 'atrazine', 'simazine', 'imazapic', 'picloram', 'triclopyr', 'indaziflam'].map(substanceKey),
);

/**
 * @param hasIrrigation a system that may come on by itself
 * @param bySpray it is sprayed on this visit, in whatever tank
 */
export function cautionsFor(
  products: readonly Pick<ApplicationProduct, 'label' | 'use'>[],
  { hasIrrigation, hasTrees }: Readonly<{ hasIrrigation: boolean; hasTrees: boolean }>,
): Caution[] {
  const out: Caution[] = [];
  const say = (caution: Caution) => {
    if (!out.some((c) => JSON.stringify(c) === JSON.stringify(caution))) out.push(caution);
  };
  for (const product of products) {
    const { label } = product;
    const isOnLeaf = worksOnLeaf(product);
    if (isOnLeaf) say({ code: 'bees' });
    for (const { name } of label.ingredients) {
      if (IN_COMPOST.has(substanceKey(name))) say({ code: 'clippings', ingredient: name });
      if (hasTrees && AT_ROOTS.has(substanceKey(name))) say({ code: 'roots-of-trees', ingredient: name });
    }
    if (isOnLeaf) onLeaf(label, hasIrrigation).forEach(say);
    if (isGranule(label)) say({ code: 'off-pavement', hasPhosphorus: (label.analysis?.p ?? 0) > 0 });
    if (isGranule(label) && burnsWetLeaf(label.ingredients)) say({ code: 'dry-leaf' });
  }
  if (products.some((p) => !isGranule(p.label))) {
    say({ code: 'backflow' });
    say({ code: 'rinse' });
  }
  say({ code: 'sign' });
  return out;
}

/** What a product on the leaf asks for besides the bees. */
function onLeaf(label: ApplicationProduct['label'], hasIrrigation: boolean): Caution[] {
  const { mowing, rainFreeHours: hours } = label;
  return [
    mowing.afterDays !== null && mowing.afterDays > 0
      ? ({ code: 'no-mowing-after', days: mowing.afterDays } as const)
      : null,
    hasIrrigation && hours !== null && hours > 0 ? ({ code: 'irrigation-off', hours } as const) : null,
    label.formulation === 'EC' || /ester/i.test(label.name) ? ({ code: 'ester-in-heat' } as const) : null,
    label.surfactantPercent === null ? null : ({ code: 'adjuvant', kind: label.adjuvant } as const),
  ].filter((c) => c !== null);
}
