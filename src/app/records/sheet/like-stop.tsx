import type { Issue } from '@/core/units/issue';
import { measuredNear, type SheetHead, type SheetRow } from '@/core/records/like-stops';
import { asTyped, type Measure, type UnitSystem } from '@/core/units/measures';
import { AMOUNT_UNITS, isAmountUnit } from '@/core/units/rate';
import type { LikeRow } from '@/server/records/like-stops';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { MeasureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { list } from '@/ui/words';
import { issueSentence } from '@/ui/issue-words';

/** A stop of the sheet as it is typed. */
export type Row = SheetRow &
  Readonly<{
    sendKey: string;
    isOn: boolean;
    notes: string;
    equipment: string;
    /** what was asked about it was read, and is right */
    isSure: boolean;
  }>;

/** What became of a row. */
export type Done =
  | Readonly<{ kind: 'recorded'; recordId: string }>
  | Readonly<{ kind: 'asked' | 'refused'; issues: readonly Issue[] }>;

type Props = Readonly<{
  of: LikeRow;
  row: Row;
  head: SheetHead;
  isSprayed: boolean;
  nameOf: (productId: string) => string;
  done: Done | null;
  onChange: (part: Partial<Row>) => void;
}>;

/** One line of the sheet: when, by which measurement, and what was otherwise than planned. */
export function LikeStop({ of, row, head, isSprayed, nameOf, done, onChange }: Props) {
  const show = useShows();
  const words = (unit: string) => (isAmountUnit(unit) ? AMOUNT_UNITS[unit].words : unit);
  const amounts = list(row.products.map((p) => `${p.amount} ${words(p.amountUnit)} ${nameOf(p.productId)}`));
  if (done?.kind === 'recorded')
    return (
      <li className="border-b border-hair py-2">
        <b className="font-cond text-row">{of.site}</b>{' '}
        <Link href={`/records/${done.recordId}`} className="font-semibold">
          recorded
        </Link>{' '}
        <span className="text-note text-steel">{amounts}</span>
      </li>
    );
  const near = measuredNear(row.startedAt, head.measurements);
  return (
    <li className="border-b border-hair py-2" aria-label={of.site}>
      <div className="grid grid-cols-[1fr_auto_auto] items-end gap-3">
        <label className="flex min-h-bar items-center gap-3">
          <input
            type="checkbox"
            className="size-7 shrink-0 accent-[var(--color-moss)]"
            checked={row.isOn}
            onChange={(e) => onChange({ isOn: e.target.checked })}
          />
          <span>
            <b className="block font-cond text-row leading-tight">{of.site}</b>
            <span className="text-note text-steel">
              {row.isOn ? [of.purpose, amounts].filter(Boolean).join(': ') : 'not done: it stays due'}
            </span>
          </span>
        </label>
        {row.isOn &&
          (
            [
              ['startedAt', 'Began'],
              ['endedAt', 'Ended'],
            ] as const
          ).map(([key, name]) => (
            <Labelled key={key} name={name}>
              {(f) => (
                <input
                  {...f}
                  type="time"
                  value={row[key]}
                  onChange={(e) => onChange({ [key]: e.target.value })}
                />
              )}
            </Labelled>
          ))}
      </div>
      {row.isOn && isSprayed && (
        <p className="text-note">
          {near
            ? `Measured at ${near.at}: wind ${shown(near.wind, 'wind', show.system, show.unit('wind'))} ${near.windFrom}, air ${shown(near.air, 'temperature', show.system, show.unit('temperature'))}`
            : 'Not measured.'}
        </p>
      )}
      {done?.issues.map((i) => (
        <p
          key={JSON.stringify(i)}
          role={done?.kind === 'refused' ? 'alert' : undefined}
          className={`mt-1 border-l-4 bg-paper px-3 py-1 text-note ${done?.kind === 'refused' ? 'border-clay' : 'border-straw'}`}
        >
          {issueSentence(i, show)}
        </p>
      ))}
      {done?.kind === 'asked' && (
        <label className="flex min-h-bar items-center gap-3">
          <input
            type="checkbox"
            className="size-7 shrink-0 accent-[var(--color-moss)]"
            checked={row.isSure}
            onChange={(e) => onChange({ isSure: e.target.checked })}
          />
          Yes, record it so.
        </label>
      )}
      {row.isOn && (
        <details className="mt-1" open={done?.kind === 'refused'}>
          <summary className="flex min-h-touch cursor-pointer items-center underline">
            Otherwise than planned
          </summary>
          <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
            {row.products.map((p, i) => (
              <Labelled key={p.plannedProductId} name={`${nameOf(p.productId)}, ${words(p.amountUnit)}`}>
                {(f) => (
                  <input
                    {...f}
                    inputMode="decimal"
                    value={p.amount}
                    onChange={(e) =>
                      onChange({
                        isSure: false,
                        products: row.products.map((q, k) =>
                          k === i ? { ...q, amount: e.target.value } : q,
                        ),
                      })
                    }
                  />
                )}
              </Labelled>
            ))}
            {isSprayed && (
              <MeasureField
                name="Water used"
                measure="volume"
                value={row.water}
                onChange={(water) => onChange({ water })}
              />
            )}
            <Labelled name="Notes">
              {(f) => (
                <input
                  {...f}
                  maxLength={4000}
                  value={row.notes}
                  onChange={(e) => onChange({ notes: e.target.value })}
                />
              )}
            </Labelled>
          </div>
        </details>
      )}
    </li>
  );
}

/** A typed figure in the company's unit. */
const shown = (trade: string, measure: Measure, system: UnitSystem, unit: string): string =>
  trade.trim() === '' ? 'not measured' : `${asTyped(trade, measure, system)} ${unit}`;
