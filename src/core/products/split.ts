/**
 * A total of one product, in shares put down one after the other.
 *
 * Practice: a residual's second half 8 to 12 weeks after the first, down while the first still holds; falling shots about
 * three weeks apart. The schools are kept as named splits, other shares are typed; the house sets a residual's spacing.
 */
import { issue, type Issue } from '@/core/units/issue';
import { addDays, type Day } from '@/core/calendar/day';
import type { Spacing } from './application';
import { partOfRate, type ProductRate } from '@/core/units/rate';

type Named = Readonly<{ words: string; shares: readonly number[]; kind: 'residual' | 'falling' }>;
export const SPLITS = {
  single: { words: 'one full application', shares: [1], kind: 'residual' },
  halves: { words: 'two halves', shares: [1 / 2, 1 / 2], kind: 'residual' },
  'two-thirds': { words: '⅔ then ⅓', shares: [2 / 3, 1 / 3], kind: 'residual' },
  'three-quarters': { words: '¾ then ¼', shares: [3 / 4, 1 / 4], kind: 'residual' },
  thirds: { words: 'three thirds', shares: [1 / 3, 1 / 3, 1 / 3], kind: 'residual' },
  falling: { words: 'three, falling: 4, 3, 2 ninths', shares: [4 / 9, 3 / 9, 2 / 9], kind: 'falling' },
} as const satisfies Record<string, Named>;
export type Split = keyof typeof SPLITS;
export const isSplit = (text: string): text is Split => Object.hasOwn(SPLITS, text);

/** More parts than these are a sequence. */
const MOST_PARTS = 6;

/** The parts' rates in order; they add up to the total. */
export const splitRates = (total: ProductRate, shares: readonly number[]): ProductRate[] =>
  shares.map((share) => partOfRate(total, share));

/** Weeks between two parts of a residual. Common practice, no source. */
export const DEFAULT_SPACING: Spacing = { leastDays: 8 * 7, mostDays: 12 * 7 };
/** Falling shots: three weeks. Common practice, no source. */
const FALLING_SPACING: Spacing = { leastDays: 19, mostDays: 25 };
export const spacingOf = (split: Split, residual: Spacing): Spacing =>
  SPLITS[split].kind === 'falling' ? FALLING_SPACING : residual;

/** Days proposed for `count` parts: the first as given, each next in the middle of the spacing. */
export function splitDays(first: Day, count: number, { leastDays, mostDays }: Spacing): Day[] {
  const gap = Math.round((leastDays + mostDays) / 2);
  return Array.from({ length: count }, (_, i) => addDays(first, i * gap));
}

/** Reads shares as they are typed, "60/40" or "3, 2, 1": 2 to 6 figures, taken as parts of their sum. */
export function sharesIn(
  text: string,
): Readonly<{ ok: true; value: readonly number[] }> | Readonly<{ ok: false; issue: Issue }> {
  const figures = text
    .split(/[\s,;/:]+/)
    .filter(Boolean)
    .map(Number);
  const sum = figures.reduce((a, b) => a + b, 0);
  if (
    figures.length >= 2 &&
    figures.length <= MOST_PARTS &&
    figures.every((f) => Number.isFinite(f) && f > 0)
  )
    return { ok: true, value: figures.map((f) => f / sum) };
  return {
    ok: false,
    issue: text.trim()
      ? issue('Shares', 'shares-malformed', { text: text.trim(), most: MOST_PARTS })
      : issue('Shares', 'shares-missing'),
  };
}
