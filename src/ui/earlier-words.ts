import { RATE_UNITS } from '@/core/units/rate';
import type { Shows } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { between } from '@/core/units/measures';
import type { EarlierWork } from '@/data/earlier-work';

/** Work from before the book in one line: what, how much and how sure. */
export function earlierWords(w: EarlierWork, nameOf: (productId: string) => string, show: Shows): string {
  const what = w.product ? nameOf(w.product.id) : w.substance;
  const measure = w.substance === 'nitrogen' ? 'nitrogen' : 'ingredient';
  const rate = w.product?.rate;
  const amount = rate
    ? `${significant(rate.figure)} ${RATE_UNITS[rate.unit].words}`
    : w.amount === null
      ? 'amount not known'
      : `${significant(between(w.amount, measure, 'trade', show.system))} ${show.unit(measure)}`;
  return [what, w.certainty === 'guessed' ? `${amount}, guessed` : amount, `by ${w.by}`].join(', ');
}
