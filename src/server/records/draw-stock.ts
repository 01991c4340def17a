import 'server-only';
import type { Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { AMOUNT_UNITS, amountIn, amountLike, type AmountUnit } from '@/core/units/rate';
import type { Actor } from '@/data/actor';
import type { Transaction } from '@/data/connection';
import { addMove, drawnBy, hasShelf } from '@/data/stock';

type Used = Readonly<{ label: Label; amount: number; unit: AmountUnit; lot: string }>;

/**
 * Takes what was used off the shelf, where a book is kept of it. A correction takes, or gives back, what it says more or
 * less than the entry that it corrects; where the shelf has been counted since, the count stands.
 */
export async function drawStock(
  db: Transaction,
  actor: Actor,
  { label, amount, unit, lot }: Used,
  { id, day }: Readonly<{ id: string; day: Day }>,
  corrected: readonly string[],
): Promise<void> {
  if (!(await hasShelf(db, label.id))) return;
  const before = corrected.length ? await drawnBy(db, label.id, corrected) : 0;
  if (before === null) return;
  const earlier = amountIn(amountLike(AMOUNT_UNITS[unit], before), unit) ?? 0;
  const more = Number((amount - earlier).toPrecision(9));
  if (more === 0) return;
  await addMove(db, {
    orgId: actor.orgId,
    productId: label.id,
    kind: 'use',
    lot,
    amount: more,
    unit,
    price: null,
    expires: null,
    on: day,
    note: corrected.length ? 'by a correction' : '',
    person: actor.name,
    recordId: id,
    sendKey: crypto.randomUUID(),
  });
}
