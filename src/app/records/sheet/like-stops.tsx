'use client';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { isGranule } from '@/core/products/label';
import { timesFrom } from '@/core/records/like-stops';
import type { LikeSheet } from '@/server/records/like-stops';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { shortName } from '@/ui/words';
import { plural } from '@/ui/text';
import { Entry } from '../../entry/entry';
import { FigureEntry, SelectEntry, TextEntry } from '../../entry/fields';
import { useEntry } from '../../entry/use-entry';
import { useKeptEntry } from '../../entry/use-kept-entry';
import { RefusalWords } from '../../refusal-words';
import { LikeStop } from './like-stop';
import { NOTHING_MEASURED, isSheetTyped, notMeasured, sheetBegun, type SheetTyped } from './like-typed';
import { useRecordRows, type RecordVisitAction } from './use-record-rows';

type Props = Readonly<{
  sheet: LikeSheet;
  day: string;
  /** stops that were named and are recorded already, or gone */
  missing: number;
  person: string;
  recordVisitAction: RecordVisitAction;
}>;

const WIND_FROM = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'changing'];
const Text = TextEntry<SheetTyped>;
const Select = SelectEntry<SheetTyped>;
const Figure = FigureEntry<SheetTyped>;

/** Twelve stops in one go: all as planned but for what was otherwise, each with its own record. */
export function LikeStops({ sheet, day, missing, person, recordVisitAction }: Props) {
  const [begun] = useState(() => sheetBegun(sheet, day, person));
  const entry = useEntry<SheetTyped>(begun);
  const { form, steps, isSending } = entry;
  const { forget } = useKeptEntry(
    form,
    `sheet:${sheet.rows.map((r) => r.applicationId).join()}`,
    isSheetTyped,
  );
  const labelOf = (id: string) => sheet.labels.find((l) => l.id === id);
  const { done, trouble, isLeft, record } = useRecordRows(sheet, labelOf, recordVisitAction);
  const rows = form.watch('rows');
  const isSprayed = sheet.rows.some((r) =>
    r.first.products.some((p) => {
      const label = labelOf(p.productId);
      return label !== undefined && !isGranule(label);
    }),
  );
  const left = rows.filter(isLeft).length;
  const unmeasured = notMeasured(rows, done);
  if (!sheet.rows.length)
    return (
      <p className="mx-auto max-w-3xl px-4 pt-6 text-lg">
        All of these stops are recorded already. <Link href="/records">See the records</Link>
      </p>
    );
  return (
    <Entry
      entry={entry}
      here="/records/sheet"
      className="mx-auto max-w-4xl px-4 pb-10 pt-4"
      isStill
      onSend={(typed) => steps(() => record(typed))}
      foot={
        <>
          {unmeasured.length > 0 && (
            <button
              type="button"
              className="button mt-3 w-full"
              onClick={() =>
                form.setValue(
                  'rows',
                  rows.map((r) => (unmeasured.includes(r.sendKey) ? { ...r, isSure: true } : r)),
                )
              }
            >
              {plural(unmeasured.length, 'stop')}: nobody measured there. Yes to all of them
            </button>
          )}
          {trouble && <RefusalWords refusal={trouble} here="/records/sheet" />}
          {left > 0 ? (
            <button className="button button-loud sticky bottom-3 mt-4 w-full" disabled={isSending}>
              {isSending ? 'Recording…' : `Record ${plural(left, 'stop')}`}
            </button>
          ) : (
            <p role="status" className="mt-4 border-l-4 border-moss bg-paper px-3 py-2 text-lg">
              All are recorded.{' '}
              <Link href="/records" onClick={forget}>
                See the records
              </Link>
            </p>
          )}
        </>
      }
    >
      <h1 className="text-page">Enter a sheet: {plural(sheet.rows.length, 'stop')}</h1>
      <p className="text-steel">
        All as planned, but for what you change.{' '}
        {missing > 0 && `${plural(missing, 'stop')} of it ${missing === 1 ? 'is' : 'are'} recorded already.`}
      </p>
      <OfAll sheet={sheet} />
      {isSprayed && <MeasuredThatDay />}
      <ol className="mt-4">
        {sheet.rows.map((of, i) => (
          <LikeStop
            key={of.applicationId}
            at={i}
            of={of}
            isSprayed={isSprayed}
            nameOf={(id) => shortName(labelOf(id) ?? { name: 'a product that is gone' })}
            done={done[rows[i]?.sendKey ?? ''] ?? null}
          />
        ))}
      </ol>
    </Entry>
  );
}

/** What holds for all of its stops; and when they began, one after the other. */
function OfAll({ sheet }: Readonly<{ sheet: LikeSheet }>) {
  const { getValues, setValue, watch } = useFormContext<SheetTyped>();
  const appliedBy = watch('head.appliedBy');
  const [timing, setTiming] = useState({ first: '', minutes: '15' });
  const isRestricted = sheet.labels.some((l) => l.restrictedUse);
  const fillTimes = (to: typeof timing) => {
    setTiming(to);
    const rows = getValues('rows');
    const on = rows.flatMap((r, i) => (r.isOn ? [i] : []));
    const times = timesFrom(to.first, Number(to.minutes), on.length);
    setValue(
      'rows',
      rows.map((r, i) => ({ ...r, ...times[on.indexOf(i)] })),
      { shouldDirty: true },
    );
  };
  return (
    <div className="mt-3 grid grid-cols-2 gap-3 md:grid-cols-5">
      <Text name="head.day" label="Day" type="date" />
      <Select
        name="head.appliedBy"
        label="Applied by"
        options={[...new Set([...sheet.people, appliedBy])].map((p) => [p, p])}
      />
      {isRestricted && (
        <Select
          name="head.certifiedBy"
          label="Certified applicator"
          options={[['', 'not named'], ...sheet.certified.map((p) => [p, p] as const)]}
        />
      )}
      <Labelled name="First stop began">
        {(f) => (
          <input
            {...f}
            type="time"
            value={timing.first}
            onChange={(e) => fillTimes({ ...timing, first: e.target.value })}
          />
        )}
      </Labelled>
      <Labelled name="Minutes a stop">
        {(f) => (
          <input
            {...f}
            inputMode="numeric"
            value={timing.minutes}
            onChange={(e) => fillTimes({ ...timing, minutes: e.target.value })}
          />
        )}
      </Labelled>
    </div>
  );
}

/** Wind and air, each with its hour: every stop takes what was measured near it. */
function MeasuredThatDay() {
  const { control } = useFormContext<SheetTyped>();
  const { fields, append, remove } = useFieldArray({ control, name: 'head.measurements' });
  return (
    <section className="mt-4" aria-label="Measured that day">
      <h2 className="border-b-2 border-iron text-row">Measured that day</h2>
      <p className="text-note text-steel">
        Each stop takes what was measured within 30 minutes of its beginning; a stop with none is recorded as
        not measured.
      </p>
      {fields.map((m, i) => (
        <div key={m.id} className="mt-1 grid grid-cols-2 items-end gap-2 md:grid-cols-5">
          <Text name={`head.measurements.${i}.at`} label="At" called={`At ${i}`} type="time" />
          <Figure name={`head.measurements.${i}.wind`} label="Wind" called={`Wind ${i}`} unit="wind" />
          <Select
            name={`head.measurements.${i}.windFrom`}
            label="Wind from"
            called={`Wind from ${i}`}
            options={[['', 'not noted'], ...WIND_FROM.map((w) => [w, w] as const)]}
          />
          <Figure name={`head.measurements.${i}.air`} label="Air" called={`Air ${i}`} unit="temperature" />
          {fields.length > 1 && (
            <button type="button" className="button py-0" onClick={() => remove(i)}>
              Remove
            </button>
          )}
        </div>
      ))}
      <button type="button" className="button mt-2" onClick={() => append(NOTHING_MEASURED)}>
        Add a measurement
      </button>
    </section>
  );
}
