/**
 * A season's total of one pre-emergent, in parts.
 *
 * Practice: halves 8 to 12 weeks apart, the second down while the first still holds. The schools are kept as named
 * splits; a house rule sets the spacing.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { partOfRate, type ProductRate } from '@/core/units/rate';

export const SPLITS = {
  single: { words: 'one full application', shares: [1] },
  halves: { words: 'two halves', shares: [1 / 2, 1 / 2] },
  'two-thirds': { words: '⅔ then ⅓', shares: [2 / 3, 1 / 3] },
  'three-quarters': { words: '¾ then ¼', shares: [3 / 4, 1 / 4] },
  thirds: { words: 'three thirds', shares: [1 / 3, 1 / 3, 1 / 3] },
  falling: { words: 'three, falling: 4, 3, 2 ninths', shares: [4 / 9, 3 / 9, 2 / 9] },
} as const satisfies Record<string, Readonly<{ words: string; shares: readonly number[] }>>;
export type Split = keyof typeof SPLITS;
export const isSplit = (text: string): text is Split => Object.hasOwn(SPLITS, text);

/** The parts' rates in order; they add up to the total. */
export const splitRates = (total: ProductRate, split: Split): ProductRate[] =>
  SPLITS[split].shares.map((share) => partOfRate(total, share));

/** Weeks between two parts. Common practice, no source. */
export type Spacing = Readonly<{ leastDays: number; mostDays: number }>;
export const DEFAULT_SPACING: Spacing = { leastDays: 8 * 7, mostDays: 12 * 7 };

/** Days proposed for the parts: the first as given, each next in the middle of the spacing. */
export function splitDays(first: Day, split: Split, { leastDays, mostDays }: Spacing): Day[] {
  const gap = Math.round((leastDays + mostDays) / 2);
  return SPLITS[split].shares.map((_, i) => addDays(first, i * gap));
}
