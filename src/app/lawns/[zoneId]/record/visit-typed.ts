/** A visit as it is typed into its record, and as it is kept on the device meanwhile. */
import type { ProductUsed } from '@/core/records/product-used';
import type { RecordFields, RecordForm } from '@/server/records/form-view';

export type Line = ProductUsed & Readonly<{ isDown: boolean }>;

/** `version` tells what an earlier program has kept: that is left. */
export type VisitTyped = Readonly<{
  version: 2;
  fields: Omit<RecordFields, 'products'>;
  lines: readonly Line[];
  /** kept with it, so that sending again never records twice */
  sendKey: string;
}>;
export const isVisitTyped = (v: unknown): v is VisitTyped =>
  typeof v === 'object' &&
  v !== null &&
  'version' in v &&
  v.version === 2 &&
  'lines' in v &&
  Array.isArray(v.lines);

export const EMPTY_LINE: Line = {
  plannedProductId: '',
  productId: '',
  use: 'spot',
  targets: [],
  place: 'zone',
  ground: '',
  area: '',
  amount: '',
  amountUnit: 'floz',
  tank: 1,
  lot: '',
  isDown: true,
};

export function visitBegun({ first }: RecordForm, sendKey: string): VisitTyped {
  const { products, ...fields } = first;
  const lines = products.map((p): Line => ({ ...p, isDown: true }));
  return { version: 2, fields, lines: lines.length ? lines : [EMPTY_LINE], sendKey };
}
