import { useFormContext, useWatch } from 'react-hook-form';
import { measuredNear } from '@/core/records/like-stops';
import type { Shows } from '@/core/units/format';
import { asTyped, type Measure } from '@/core/units/measures';
import { AMOUNT_UNITS, isAmountUnit } from '@/core/units/rate';
import type { LikeRow } from '@/server/records/like-stops';
import { issueSentence } from '@/ui/issue-words';
import { Link } from '@/ui/link';
import { useShows } from '@/ui/units';
import { list } from '@/ui/text';
import { FigureEntry, TextEntry } from '../../entry/fields';
import type { Done, Row, SheetTyped } from './like-typed';

type Props = Readonly<{
  /** its place in the sheet */
  at: number;
  of: LikeRow;
  isSprayed: boolean;
  nameOf: (productId: string) => string;
  done: Done | null;
}>;
const Text = TextEntry<SheetTyped>;
const unitWords = (unit: string) => (isAmountUnit(unit) ? AMOUNT_UNITS[unit].words : unit);

/** One line of the sheet: when, by which measurement, and what was otherwise than planned. */
export function LikeStop({ at, of, isSprayed, nameOf, done }: Props) {
  const { control } = useFormContext<SheetTyped>();
  const row: Row = useWatch({ control, name: `rows.${at}` });
  const amounts = list(
    row.products.map((p) => `${p.amount} ${unitWords(p.amountUnit)} ${nameOf(p.productId)}`),
  );
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
  return (
    <li className="border-b border-hair py-2" aria-label={of.site}>
      <div className="grid grid-cols-[1fr_auto_auto] items-end gap-3">
        <RowTick at={at} name="isOn">
          <span>
            <b className="block font-cond text-row leading-tight">{of.site}</b>
            <span className="text-note text-steel">
              {row.isOn ? [of.purpose, amounts].filter(Boolean).join(': ') : 'not done: it stays due'}
            </span>
          </span>
        </RowTick>
        {row.isOn && (
          <>
            <Text name={`rows.${at}.startedAt`} label="Began" called={`Began ${at}`} type="time" />
            <Text name={`rows.${at}.endedAt`} label="Ended" called={`Ended ${at}`} type="time" />
          </>
        )}
      </div>
      {row.isOn && isSprayed && <Near startedAt={row.startedAt} />}
      <Became done={done} at={at} />
      {row.isOn && (
        <Otherwise
          at={at}
          row={row}
          isSprayed={isSprayed}
          nameOf={nameOf}
          isOpen={done?.kind === 'refused'}
        />
      )}
    </li>
  );
}

/** A yes of a row, large enough for a glove. */
function RowTick({
  at,
  name,
  children,
}: Readonly<{ at: number; name: 'isOn' | 'isSure'; children: React.ReactNode }>) {
  const { register } = useFormContext<SheetTyped>();
  return (
    <label className="flex min-h-bar items-center gap-3">
      <input
        type="checkbox"
        className="size-7 shrink-0 accent-[var(--color-moss)]"
        {...register(`rows.${at}.${name}`)}
      />
      {children}
    </label>
  );
}

/** By which measurement of the day it goes. */
function Near({ startedAt }: Readonly<{ startedAt: string }>) {
  const show = useShows();
  const measurements = useFormContext<SheetTyped>().watch('head.measurements');
  const near = measuredNear(startedAt, measurements);
  return (
    <p className="text-note">
      {near
        ? `Measured at ${near.at}: wind ${shown(near.wind, 'wind', show)} ${near.windFrom}, air ${shown(near.air, 'temperature', show)}`
        : 'Not measured.'}
    </p>
  );
}

/** What was said of it when it was sent. */
function Became({ done, at }: Readonly<{ done: Done | null; at: number }>) {
  const show = useShows();
  if (!done || done.kind === 'recorded') return null;
  const isRefused = done.kind === 'refused';
  return (
    <>
      {done.issues.map((i) => (
        <p
          key={JSON.stringify(i)}
          role={isRefused ? 'alert' : undefined}
          className={`mt-1 border-l-4 bg-paper px-3 py-1 text-note ${isRefused ? 'border-clay' : 'border-straw'}`}
        >
          {issueSentence(i, show)}
        </p>
      ))}
      {!isRefused && (
        <RowTick at={at} name="isSure">
          Yes, record it so.
        </RowTick>
      )}
    </>
  );
}

function Otherwise({
  at,
  row,
  isSprayed,
  nameOf,
  isOpen,
}: Readonly<{
  at: number;
  row: Row;
  isSprayed: boolean;
  nameOf: (productId: string) => string;
  isOpen: boolean;
}>) {
  const { setValue } = useFormContext<SheetTyped>();
  return (
    <details className="mt-1" open={isOpen}>
      <summary className="flex min-h-touch cursor-pointer items-center underline">
        Otherwise than planned
      </summary>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
        {/* what was said yes to was another amount */}
        <div className="contents" onChange={() => setValue(`rows.${at}.isSure`, false)}>
          {row.products.map((p, i) => (
            <Text
              key={p.plannedProductId}
              name={`rows.${at}.products.${i}.amount`}
              label={`${nameOf(p.productId)}, ${unitWords(p.amountUnit)}`}
              called={`Amount ${at}.${i}`}
              inputMode="decimal"
            />
          ))}
        </div>
        {isSprayed && (
          <FigureEntry<SheetTyped>
            name={`rows.${at}.water`}
            label="Water used"
            called={`Water ${at}`}
            unit="volume"
          />
        )}
        <Text name={`rows.${at}.notes`} label="Notes" called={`Notes ${at}`} maxLength={4000} />
      </div>
    </details>
  );
}

/** A typed figure in the company's unit. */
const shown = (trade: string, measure: Measure, show: Shows): string =>
  trade.trim() === '' ? 'not measured' : `${asTyped(trade, measure, show.system)} ${show.unit(measure)}`;
