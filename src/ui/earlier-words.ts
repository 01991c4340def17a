import { RATE_UNITS } from '@/core/units/rate';
import { significant } from '@/core/units/format';
import type { EarlierWork } from '@/data/earlier-work';

/** Work from before the book in one line: what, how much and how sure. */
export function earlierWords(w: EarlierWork, nameOf: (productId: string) => string): string {
  const what = w.product ? nameOf(w.product.id) : w.substance;
  const unit = w.substance === 'nitrogen' ? 'lb N/1,000 sq ft' : 'lb a.i./acre';
  const rate = w.product?.rate;
  const amount = rate
    ? `${significant(rate.figure)} ${RATE_UNITS[rate.unit].words}`
    : w.amount === null
      ? 'amount not known'
      : `${significant(w.amount)} ${unit}`;
  return [what, w.certainty === 'guessed' ? `${amount}, guessed` : amount, `by ${w.by}`].join(', ');
}
