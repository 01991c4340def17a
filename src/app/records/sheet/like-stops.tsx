'use client';
import { useState } from 'react';
import { isGranule } from '@/core/products/label';
import { timesFrom, visitOfRow, type Measurement, type SheetHead } from '@/core/records/like-stops';
import { readVisit } from '@/core/records/visit';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import type { LikeSheet } from '@/server/records/like-stops';
import type { RecordInput } from '@/server/records/record-visit';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { MeasureField } from '@/ui/measure-field';
import { plural, shortName } from '@/ui/words';
import { RefusalWords } from '../../refusal-words';
import { send } from '../../send';
import { useCommand } from '../../use-command';
import { useKept } from '../../use-kept';
import { LikeStop, type Done, type Row } from './like-stop';

type Draft = Readonly<{ version: 1; head: SheetHead; rows: readonly Row[] }>;
const isDraft = (v: unknown): v is Draft =>
  typeof v === 'object' && v !== null && 'version' in v && v.version === 1 && 'rows' in v && 'head' in v;

type Props = Readonly<{
  sheet: LikeSheet;
  day: string;
  /** stops that were named and are recorded already, or gone */
  missing: number;
  person: string;
  recordVisitAction: (input: RecordInput) => Promise<Outcome<{ recordId: string }>>;
}>;

const NOTHING_MEASURED: Measurement = { at: '', wind: '', windFrom: '', air: '' };
const WIND_FROM = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'changing'];

/** Twelve stops in one go: all as planned but for what was otherwise, each with its own record. */
export function LikeStops({ sheet, day, missing, person, recordVisitAction }: Props) {
  const [begun] = useState<Draft>(() => ({
    version: 1,
    head: { day, appliedBy: person, certifiedBy: '', measurements: [NOTHING_MEASURED] },
    rows: sheet.rows.map(({ first }) => ({
      sendKey: crypto.randomUUID(),
      isOn: true,
      products: first.products,
      water: first.water,
      method: first.method,
      equipment: first.equipment,
      startedAt: '',
      endedAt: '',
      notes: '',
      isSure: false,
    })),
  }));
  const [draft, keep, forget] = useKept<Draft>(
    `sheet:${sheet.rows.map((r) => r.applicationId).join()}`,
    begun,
    isDraft,
  );
  const [timing, setTiming] = useState({ first: '', minutes: '15' });
  const [done, setDone] = useState<Readonly<Record<string, Done>>>({});
  const { steps, isSending } = useCommand();
  const [trouble, setTrouble] = useState<Refusal | null>(null);
  const { head, rows } = draft;
  const setHead = (part: Partial<SheetHead>) => keep({ ...draft, head: { ...head, ...part } });
  const setRow = (i: number, part: Partial<Row>) =>
    keep({ ...draft, rows: rows.map((r, k) => (k === i ? { ...r, ...part } : r)) });
  const setMeasured = (i: number, part: Partial<Measurement>) =>
    setHead({ measurements: head.measurements.map((m, k) => (k === i ? { ...m, ...part } : m)) });
  const fillTimes = (to: typeof timing) => {
    setTiming(to);
    const on = rows.flatMap((r, i) => (r.isOn ? [i] : []));
    const times = timesFrom(to.first, Number(to.minutes), on.length);
    keep({ ...draft, rows: rows.map((r, i) => ({ ...r, ...times[on.indexOf(i)] })) });
  };
  const labelOf = (id: string) => sheet.labels.find((l) => l.id === id);
  const isSprayed = sheet.rows.some((r) =>
    r.first.products.some((p) => {
      const label = labelOf(p.productId);
      return label !== undefined && !isGranule(label);
    }),
  );
  const isRestricted = sheet.labels.some((l) => l.restrictedUse);
  const isLeft = (i: number) => rows[i]!.isOn && done[rows[i]!.sendKey]?.kind !== 'recorded';
  const left = rows.filter((_, i) => isLeft(i)).length;
  /** stops of which nothing else is asked than that nobody measured */
  const notMeasured = rows
    .filter((r) => {
      const became = done[r.sendKey];
      return (
        !r.isSure &&
        became?.kind === 'asked' &&
        became.issues.every((i) => i.field === 'Wind' || i.field === 'Air temperature')
      );
    })
    .map((r) => r.sendKey);

  const record = () =>
    steps(async () => {
      setTrouble(null);
      for (const [i, of] of sheet.rows.entries()) {
        if (!isLeft(i)) continue;
        const row = rows[i]!;
        const typed = visitOfRow(row, head);
        const tell = (to: Done) => setDone((all) => ({ ...all, [row.sendKey]: to }));
        const read = readVisit(typed, {
          today: sheet.today,
          zoneArea: of.area,
          labelOf,
          placeOf: () => null,
          licences: sheet.licences,
        });
        if (!read.ok) {
          tell({ kind: 'refused', issues: read.issues });
          continue;
        }
        const outcome = await send(recordVisitAction, {
          ...typed,
          sendKey: row.sendKey,
          zoneId: of.zoneId,
          applicationId: of.applicationId,
          equipment: row.equipment,
          supervisor: '',
          noticeGiven: '',
          reentryTold: [...new Set(row.products.map((p) => labelOf(p.productId)?.reentry ?? ''))]
            .filter(Boolean)
            .join('; ')
            .slice(0, 300),
          notes: row.notes,
          confirmed: row.isSure,
          corrects: null,
        });
        if (outcome.ok) tell({ kind: 'recorded', recordId: outcome.value.recordId });
        else if (outcome.refusal.kind === 'questions')
          tell({ kind: 'asked', issues: outcome.refusal.questions });
        else if (outcome.refusal.kind === 'invalid')
          tell({ kind: 'refused', issues: outcome.refusal.issues });
        else if (outcome.refusal.kind === 'already-recorded')
          tell({ kind: 'recorded', recordId: outcome.refusal.recordId });
        else {
          // of the way there: the rest would fare no better, and sending again is safe
          setTrouble(outcome.refusal);
          return;
        }
      }
    });
  if (!sheet.rows.length)
    return (
      <p className="mx-auto max-w-3xl px-4 pt-6 text-lg">
        All of these stops are recorded already. <Link href="/records">See the records</Link>
      </p>
    );
  return (
    <form
      data-still
      noValidate
      className="mx-auto max-w-4xl px-4 pb-10 pt-4"
      onSubmit={(e) => {
        e.preventDefault();
        record();
      }}
    >
      <h1 className="text-page">Enter a sheet: {plural(sheet.rows.length, 'stop')}</h1>
      <p className="text-steel">
        All as planned, but for what you change.{' '}
        {missing > 0 && `${plural(missing, 'stop')} of it ${missing === 1 ? 'is' : 'are'} recorded already.`}
      </p>
      <div className="mt-3 grid grid-cols-2 gap-3 md:grid-cols-5">
        <Labelled name="Day">
          {(f) => (
            <input {...f} type="date" value={head.day} onChange={(e) => setHead({ day: e.target.value })} />
          )}
        </Labelled>
        <Labelled name="Applied by">
          {(f) => (
            <select {...f} value={head.appliedBy} onChange={(e) => setHead({ appliedBy: e.target.value })}>
              {[...new Set([...sheet.people, head.appliedBy])].map((p) => (
                <option key={p}>{p}</option>
              ))}
            </select>
          )}
        </Labelled>
        {isRestricted && (
          <Labelled name="Certified applicator">
            {(f) => (
              <select
                {...f}
                value={head.certifiedBy}
                onChange={(e) => setHead({ certifiedBy: e.target.value })}
              >
                <option value="">not named</option>
                {sheet.certified.map((p) => (
                  <option key={p}>{p}</option>
                ))}
              </select>
            )}
          </Labelled>
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
      {isSprayed && (
        <section className="mt-4" aria-label="Measured that day">
          <h2 className="border-b-2 border-iron text-row">Measured that day</h2>
          <p className="text-note text-steel">
            Each stop takes what was measured within 30 minutes of its beginning; a stop with none is recorded
            as not measured.
          </p>
          {head.measurements.map((m, i) => (
            <div key={i} className="mt-1 grid grid-cols-2 items-end gap-2 md:grid-cols-5">
              <Labelled name="At">
                {(f) => (
                  <input
                    {...f}
                    type="time"
                    value={m.at}
                    onChange={(e) => setMeasured(i, { at: e.target.value })}
                  />
                )}
              </Labelled>
              <MeasureField
                name="Wind"
                measure="wind"
                value={m.wind}
                onChange={(wind) => setMeasured(i, { wind })}
              />
              <Labelled name="Wind from">
                {(f) => (
                  <select
                    {...f}
                    value={m.windFrom}
                    onChange={(e) => setMeasured(i, { windFrom: e.target.value })}
                  >
                    <option value="">not noted</option>
                    {WIND_FROM.map((w) => (
                      <option key={w}>{w}</option>
                    ))}
                  </select>
                )}
              </Labelled>
              <MeasureField
                name="Air"
                measure="temperature"
                value={m.air}
                onChange={(air) => setMeasured(i, { air })}
              />
              {head.measurements.length > 1 && (
                <button
                  type="button"
                  className="button py-0"
                  onClick={() => setHead({ measurements: head.measurements.filter((_, k) => k !== i) })}
                >
                  Remove
                </button>
              )}
            </div>
          ))}
          <button
            type="button"
            className="button mt-2"
            onClick={() => setHead({ measurements: [...head.measurements, NOTHING_MEASURED] })}
          >
            Add a measurement
          </button>
        </section>
      )}
      <ol className="mt-4">
        {sheet.rows.map((of, i) => (
          <LikeStop
            key={of.applicationId}
            of={of}
            row={rows[i] ?? begun.rows[i]!}
            head={head}
            isSprayed={isSprayed}
            nameOf={(id) => shortName(labelOf(id) ?? { name: 'a product that is gone' })}
            done={done[rows[i]!.sendKey] ?? null}
            onChange={(part) => setRow(i, part)}
          />
        ))}
      </ol>
      {notMeasured.length > 0 && (
        <button
          type="button"
          className="button mt-3 w-full"
          onClick={() =>
            keep({
              ...draft,
              rows: rows.map((r) => (notMeasured.includes(r.sendKey) ? { ...r, isSure: true } : r)),
            })
          }
        >
          {plural(notMeasured.length, 'stop')}: nobody measured there. Yes to all of them
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
    </form>
  );
}
