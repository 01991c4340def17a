'use client';
import { useState } from 'react';
import { isoDay, showDay, showFullDay, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { MOVES, type Lot, type MoveKind, type Shelf } from '@/core/products/stock';
import { showAmount, showRate, significant, type Shows } from '@/core/units/format';
import { SQUARE_METRES_PER_HECTARE, type SquareMetres } from '@/core/units/quantity';
import { AMOUNT_UNITS, RATE_UNITS, amountLike, type AmountUnit } from '@/core/units/rate';
import type { StockLine } from '@/data/stock';
import type { Outcome } from '@/server/entry/outcome';
import type { MoveInput, Season } from '@/server/products/products';
import { Labelled } from '@/ui/labelled';
import { useShows } from '@/ui/units';
import { plural } from '@/ui/words';
import { RefusalWords } from '../../refusal-words';
import { useCommand } from '../../use-command';

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

const NAMES: Record<MoveKind, string> = {
  in: 'came in',
  out: 'went out',
  count: 'counted',
  correct: 'corrected',
  use: 'used',
};

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
  const units = (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter(
    (u) => AMOUNT_UNITS[u].by === RATE_UNITS[label.rateUnit].by,
  );
  const fresh = (): MoveInput => ({
    sendKey: crypto.randomUUID(),
    productId,
    kind: 'in',
    lot: '',
    amount: '',
    unit: label.amountUnit,
    price: '',
    on: isoDay(today),
    note: '',
  });
  const [move, setMove] = useState<MoveInput | null>(null);
  const { run, issue, refusal, isSending } = useCommand();
  const show = (amount: number) =>
    showAmount(amountLike(RATE_UNITS[label.rateUnit], amount), label.amountUnit);
  const set = (change: Partial<MoveInput>) => move && setMove({ ...move, ...change });
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
          aria-expanded={move !== null}
          onClick={() => setMove(move ? null : fresh())}
        >
          {move ? 'Close' : 'Write in the stock book'}
        </button>
      )}
      {move && (
        <form
          className="mt-2 grid grid-cols-2 gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(moveStockAction, move, () => setMove(null));
          }}
        >
          <Labelled name="What">
            {(field) => (
              <select
                {...field}
                value={move.kind}
                onChange={(e) => {
                  const kind = MOVES.find((m) => m === e.target.value);
                  if (kind) set({ kind });
                }}
              >
                {MOVES.filter((m) => m !== 'use').map((m) => (
                  <option key={m} value={m}>
                    {NAMES[m]}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Lot">
            {(field) => <input {...field} value={move.lot} onChange={(e) => set({ lot: e.target.value })} />}
          </Labelled>
          <Labelled
            name="Amount"
            issue={issue('Amount')}
            hint={move.kind === 'correct' ? 'minus takes away' : null}
          >
            {(field) => (
              <input
                {...field}
                inputMode="decimal"
                value={move.amount}
                onChange={(e) => set({ amount: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Unit">
            {(field) => (
              <select {...field} value={move.unit} onChange={(e) => set({ unit: e.target.value })}>
                {units.map((u) => (
                  <option key={u} value={u}>
                    {AMOUNT_UNITS[u].words}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          {move.kind === 'in' && (
            <Labelled name="Paid, USD" issue={issue('Price')}>
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={move.price}
                  onChange={(e) => set({ price: e.target.value })}
                />
              )}
            </Labelled>
          )}
          {move.kind === 'in' && (
            <Labelled name="Expires" issue={issue('Expires')} hint="empty: not said">
              {(field) => (
                <input
                  {...field}
                  type="date"
                  value={move.expires ?? ''}
                  onChange={(e) => set({ expires: e.target.value })}
                />
              )}
            </Labelled>
          )}
          <Labelled name="Day" issue={issue('Day')}>
            {(field) => (
              <input {...field} type="date" value={move.on} onChange={(e) => set({ on: e.target.value })} />
            )}
          </Labelled>
          <Labelled name={move.kind === 'correct' ? 'Why' : 'Note'} issue={issue('Note')}>
            {(field) => (
              <input {...field} value={move.note} onChange={(e) => set({ note: e.target.value })} />
            )}
          </Labelled>
          {refusal && (
            <div className="col-span-2">
              <RefusalWords
                refusal={refusal}
                here={`/products/${productId}`}
                shown={['Amount', 'Price', 'Expires', 'Day', 'Note']}
              />
            </div>
          )}
          <button className="button button-loud col-span-2" disabled={isSending}>
            {isSending ? 'Writing…' : 'Write it in the book'}
          </button>
        </form>
      )}
      {lines.length > 0 && (
        <ol className="mt-2 text-note">
          {lines.slice(0, 12).map((l) => (
            <li key={l.id} className="flex flex-wrap justify-between gap-x-3 border-b border-hair py-1">
              <span>
                {showDay(l.on)}, {l.person}: {NAMES[l.kind]}
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
      )}
    </section>
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
