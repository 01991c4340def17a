'use client';
import { isoDay, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { MOVES } from '@/core/products/stock';
import { AMOUNT_UNITS, RATE_UNITS, type AmountUnit } from '@/core/units/rate';
import type { Outcome } from '@/server/entry/outcome';
import type { MoveInput } from '@/server/products/products';
import { Entry } from '../../entry/entry';
import { FigureEntry, SelectEntry, TextEntry } from '../../entry/fields';
import { useEntry } from '../../entry/use-entry';
import { MOVE_NAMES } from './move-names';

type Typed = Omit<MoveInput, 'sendKey' | 'productId' | 'expires'> & Readonly<{ expires: string }>;
const Text = TextEntry<Typed>;
const Select = SelectEntry<Typed>;
const Figure = FigureEntry<Typed>;

/** A line of the stock book. */
export function MoveForm({
  productId,
  label,
  today,
  moveStockAction,
  onDone,
}: Readonly<{
  productId: string;
  label: Label;
  today: Day;
  moveStockAction: (input: MoveInput) => Promise<Outcome<{ onHand: string }>>;
  onDone: () => void;
}>) {
  const entry = useEntry<Typed>({
    kind: 'in',
    lot: '',
    amount: '',
    unit: label.amountUnit,
    price: '',
    expires: '',
    on: isoDay(today),
    note: '',
  });
  const { form, run, keyOf, isSending } = entry;
  const kind = form.watch('kind');
  const units = (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter(
    (u) => AMOUNT_UNITS[u].by === RATE_UNITS[label.rateUnit].by,
  );
  const send = ({ expires, ...typed }: Typed) => {
    const move = { ...typed, productId, ...(expires ? { expires } : {}) };
    run(moveStockAction, { ...move, sendKey: keyOf(move) }, onDone);
  };
  return (
    <Entry
      entry={entry}
      here={`/products/${productId}`}
      className="mt-2 grid grid-cols-2 gap-2"
      onSend={send}
      foot={
        <button className="button button-loud col-span-2" disabled={isSending}>
          {isSending ? 'Writing…' : 'Write it in the book'}
        </button>
      }
    >
      <Select
        name="kind"
        label="What"
        options={MOVES.filter((m) => m !== 'use').map((m) => [m, MOVE_NAMES[m]])}
      />
      <Text name="lot" label="Lot" />
      <Figure name="amount" label="Amount" unit="" hint={kind === 'correct' ? 'minus takes away' : null} />
      <Select name="unit" label="Unit" options={units.map((u) => [u, AMOUNT_UNITS[u].words])} />
      {kind === 'in' && (
        <>
          <Figure name="price" label="Paid" called="Price" unit="USD" />
          <Text name="expires" label="Expires" type="date" hint="empty: not said" />
        </>
      )}
      <Text name="on" label="Day" type="date" />
      <Text name="note" label={kind === 'correct' ? 'Why' : 'Note'} called="Note" />
    </Entry>
  );
}
