import { showPercent } from '@/core/units/figure';
import type { Fallen } from '@/core/weeds/efficacy';
import { WEEDS } from '@/core/weeds/weeds';

/** A product that no longer takes a weed on the company's lawns. */
export const FallenLine = ({ fallen: { before, now }, name }: Readonly<{ fallen: Fallen; name: string }>) => (
  <p className="mt-1 border-l-8 border-clay bg-paper px-3 py-1 text-body">
    {name} no longer takes {WEEDS[now.weed].name} on your lawns: {showPercent(now.share)} in {now.year}, and{' '}
    {showPercent(before.share)} in {before.year}. Another site of action.
  </p>
);
