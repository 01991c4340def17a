'use client';
import { useState } from 'react';
import { showDay, showFullDay, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { Lot, Shelf } from '@/core/products/stock';
import { showAmount, showRate, type Shows } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { SQUARE_METRES_PER_HECTARE, type SquareMetres } from '@/core/units/quantity';
import { AMOUNT_UNITS, RATE_UNITS, amountLike } from '@/core/units/rate';
import type { StockLine } from '@/data/stock';
import type { Outcome } from '@/server/entry/outcome';
import type { MoveInput, Season } from '@/server/products/products';
import { useShows } from '@/ui/units';
import { plural } from '@/ui/text';
import { MoveForm } from './move-form';
import { MOVE_NAMES } from './move-names';

type Props = Readonly<{
  productId: string;
  label: Label;
  shelf: Shelf | null;
  lines: readonly StockLine[];
  season: Season;
  today: Day;
  mayRecord: boolean;
  moveStockAction: (input: MoveInput) => Promise<Outcome<{ onHand: string }>>;
}>;

/** What is on the shelf, by lot, and the book of what came and went. */
export function StockBook({
  productId,
  label,
  shelf,
  lines,
  season,
  today,
  mayRecord,
  moveStockAction,
}: Props) {
  const shows = useShows();
  const [isOpen, setOpen] = useState(false);
  const show = (amount: number) =>
    showAmount(amountLike(RATE_UNITS[label.rateUnit], amount), label.amountUnit);
  return (
    <section className="mb-5" aria-label="Stock">
      <h2 className="border-b-2 border-iron text-row">Stock</h2>
      <p className="mt-1">
        {shelf ? (
          <>
            <b>{show(shelf.onHand)}</b> on hand. {seasonWords(season, show, today)}
          </>
        ) : (
          'No stock book is kept of it yet: the first line begins one, and the gate “Stock” goes by it.'
        )}
      </p>
      {shelf && (
        <ul className="text-note">
          {shelf.lots.map((l) => (
            <li key={l.lot} className="border-b border-hair py-1">
              <b>{l.lot ? `Lot ${l.lot}` : 'No lot'}</b>: {lotWords(l, season, label, show, shows)}
              {l.expires !== null && (
                <b className={l.expires <= today ? 'text-clay' : ''}>
                  {' '}
                  {l.expires <= today ? 'Expired' : 'Expires'} {showFullDay(l.expires)}.
                </b>
              )}
            </li>
          ))}
        </ul>
      )}
      {mayRecord && (
        <button
          type="button"
          className="button mt-1 py-0 md:min-h-desk"
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? 'Close' : 'Write in the stock book'}
        </button>
      )}
      {isOpen && (
        <MoveForm
          productId={productId}
          label={label}
          today={today}
          moveStockAction={moveStockAction}
          onDone={() => setOpen(false)}
        />
      )}
      <Book lines={lines} />
    </section>
  );
}

/** The last of what came and went. */
function Book({ lines }: Pick<Props, 'lines'>) {
  if (!lines.length) return null;
  return (
    <ol className="mt-2 text-note">
      {lines.slice(0, 12).map((l) => (
        <li key={l.id} className="flex flex-wrap justify-between gap-x-3 border-b border-hair py-1">
          <span>
            {showDay(l.on)}, {l.person}: {MOVE_NAMES[l.kind]}
            {l.lot && `, lot ${l.lot}`}
            {l.note && ` (${l.note})`}
          </span>
          <b>
            {significant(l.amount, 4)} {AMOUNT_UNITS[l.unit].words}
            {l.price !== null && ` · $${significant(l.price, 5)}`}
          </b>
        </li>
      ))}
    </ol>
  );
}

/** What the year's programmes make of it. */
function seasonWords({ need, lawns, runsOut }: Season, show: (amount: number) => string, today: Day): string {
  if (!need) return 'No programme of the next twelve months needs it.';
  const until =
    runsOut === null
      ? 'it is enough for all of them'
      : runsOut <= today
        ? 'it does not cover what may go down now'
        : `it is enough until ${showFullDay(runsOut)}`;
  return `Programmes of the next twelve months need ${show(need)} on ${plural(lawns, 'lawn')}: ${until}.`;
}

/** How far a lot goes at the rate at which it is planned, or at the label's highest. */
function lotWords(
  { onHand, opened }: Lot,
  { rate }: Season,
  label: Label,
  show: (amount: number) => string,
  shows: Shows,
): string {
  const highest = label.rates.reduce<Label['rates'][number]['high'] | null>(
    (most, r) => (most && most.rate >= r.high.rate ? most : r.high),
    null,
  );
  const at = rate ?? highest;
  const covers =
    at && at.rate > 0 && onHand > 0
      ? `, enough for ${shows.area(((onHand / at.rate) * SQUARE_METRES_PER_HECTARE) as SquareMetres)} at ${showRate(at, label.rateUnit)}${rate ? ' as planned' : ', the label’s highest'}`
      : '';
  return `${show(onHand)}${covers}; ${opened === null ? 'not opened' : `opened ${showFullDay(opened)}`}.`;
}
