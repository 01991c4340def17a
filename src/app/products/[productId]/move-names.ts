/** What a line of the stock book is called. */
import type { MoveKind } from '@/core/products/stock';

export const MOVE_NAMES: Record<MoveKind, string> = {
  in: 'came in',
  out: 'went out',
  count: 'counted',
  correct: 'corrected',
  use: 'used',
};
