/** One product as it was really put down, as it is typed. */
import type { Place } from '@/core/products/application';
import type { Use } from '@/core/trade/terms';

export type ProductUsed = Readonly<{
  /** of the plan; empty: nobody planned it */
  plannedProductId: string;
  productId: string;
  use: Use;
  targets: readonly string[];
  place: Place['on'];
  ground: string;
  area: string;
  amount: string;
  amountUnit: string;
  tank: number;
  lot: string;
}>;
