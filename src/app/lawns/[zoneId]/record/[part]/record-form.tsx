'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition, type ChangeEvent } from 'react';
import { AMOUNT_UNITS, type AmountUnit } from '@/core/units/rate';
import { Labelled } from '@/ui/labelled';
import type { Outcome, Refusal } from '@/server/outcome';
import type { RecordInput } from '@/server/record-application';
import { RefusalWords } from '../../../../refusal-words';
import { send } from '../../../../send';
import { useKept } from '../../../../use-kept';

type Typed = Pick<
  RecordInput,
  'area' | 'amount' | 'amountUnit' | 'water' | 'appliedOn' | 'appliedBy' | 'wind' | 'air' | 'notes'
> &
  Readonly<{ reason: string }>;

type Props = Readonly<{
  /** under which what is typed is kept on this device until it is recorded */
  draftKey: string;
  here: string;
  title: string;
  subtitle: string;
  zoneId: string;
  part: number;
  kind: 'mass' | 'volume';
  people: readonly string[];
  /** the entry that this one corrects */
  corrects: string | null;
  first: Typed;
  sendKey: string;
  recordAction: (input: RecordInput) => Promise<Outcome<{ recordId: string }>>;
}>;

type Draft = Readonly<{ typed: Typed; sendKey: string }>;

/**
 * What was really used. What is typed is kept on the device as it is typed, so that an expired session, a closed tab or
 * a dead network loses nothing; the send key is kept with it, so that sending again never records twice.
 */
export function RecordForm({
  draftKey,
  here,
  title,
  subtitle,
  zoneId,
  part,
  kind,
  people,
  corrects,
  first,
  sendKey,
  recordAction,
}: Props) {
  const router = useRouter();
  // the key of the first drawing stays: a page drawn anew brings another
  const [begun] = useState<Draft>({ typed: first, sendKey });
  const [draft, keep, forget] = useKept(draftKey, begun);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [isSending, start] = useTransition();
  const isSent = useRef(false);

  const { typed } = draft;
  const type = (change: Partial<Typed>) => keep({ ...draft, typed: { ...typed, ...change } });

  const record = (confirmed: boolean) => {
    if (isSent.current) return;
    isSent.current = true;
    keep(draft);
    const { reason, ...figures } = typed;
    start(async () => {
      const outcome = await send(recordAction, {
        ...figures,
        sendKey: draft.sendKey,
        zoneId,
        part,
        confirmed,
        corrects: corrects === null ? null : { id: corrects, reason },
      });
      if (outcome.ok) {
        forget();
        router.push(`/records/${outcome.value.recordId}?new=1`);
        return;
      }
      isSent.current = false;
      setRefusal(outcome.refusal);
    });
  };
  const issues =
    refusal?.kind === 'invalid' ? refusal.issues : refusal?.kind === 'questions' ? refusal.questions : [];
  const issue = (field: string) => issues.find((i) => i.field === field);
  /** What an input of one field is given: its figure, and what to do when it is typed. */
  const of = (name: keyof Typed) => ({
    value: typed[name],
    onChange: (e: ChangeEvent<HTMLInputElement>) => type({ [name]: e.target.value }),
  });
  const units = (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter((u) => AMOUNT_UNITS[u].by === kind);

  return (
    <form
      className="mx-auto max-w-2xl px-4 pb-10 pt-4"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        record(false);
      }}
    >
      <h1 className="text-[26px]">
        {corrects ? 'Correct the record: ' : 'Record: '}
        {title}
      </h1>
      <p className="text-steel">{subtitle}</p>
      <p className="mt-1">
        {corrects
          ? 'The entry it corrects stays in the book, marked as corrected.'
          : 'Enter what was really used. The figures of the plan stand here to start from.'}
      </p>
      <div className="mt-4 grid grid-cols-2 gap-x-4 gap-y-3">
        <Labelled name="Product used" issue={issue('Product used')}>
          {(field) => <input {...field} {...of('amount')} inputMode="decimal" autoFocus />}
        </Labelled>
        <Labelled name="Unit">
          {(field) => (
            <select
              {...field}
              value={typed.amountUnit}
              onChange={(e) => type({ amountUnit: e.target.value })}
            >
              {units.map((u) => (
                <option key={u} value={u}>
                  {AMOUNT_UNITS[u].words}
                  {u === 'oz' && ' (weight)'}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <Labelled name="Treated area, sq ft" issue={issue('Treated area')}>
          {(field) => <input {...field} {...of('area')} inputMode="decimal" />}
        </Labelled>
        <Labelled name="Water used, gal" issue={issue('Water used')}>
          {(field) => <input {...field} {...of('water')} inputMode="decimal" />}
        </Labelled>
        <Labelled name="Wind, mph" issue={issue('Wind')}>
          {(field) => <input {...field} {...of('wind')} inputMode="decimal" />}
        </Labelled>
        <Labelled name="Air temperature, °F" issue={issue('Air temperature')}>
          {(field) => <input {...field} {...of('air')} inputMode="decimal" />}
        </Labelled>
        <Labelled name="Day" issue={issue('Day')}>
          {(field) => <input {...field} {...of('appliedOn')} type="date" />}
        </Labelled>
        <Labelled name="Applied by" issue={issue('Applied by')}>
          {(field) => (
            <select {...field} value={typed.appliedBy} onChange={(e) => type({ appliedBy: e.target.value })}>
              {[...new Set([...people, typed.appliedBy])].map((p) => (
                <option key={p}>{p}</option>
              ))}
            </select>
          )}
        </Labelled>
      </div>
      <div className="mt-3 grid gap-3">
        <Labelled name="Notes">
          {(field) => (
            <textarea
              {...field}
              rows={3}
              value={typed.notes}
              onChange={(e) => type({ notes: e.target.value })}
            />
          )}
        </Labelled>
        {corrects && (
          <Labelled name="Reason for the correction" issue={issue('Reason')}>
            {(field) => <input {...field} {...of('reason')} />}
          </Labelled>
        )}
      </div>
      <div aria-live="assertive">{refusal && <RefusalWords refusal={refusal} here={here} />}</div>
      {refusal?.kind === 'questions' && (
        <button
          type="button"
          className="button mt-3 w-full"
          disabled={isSending}
          onClick={() => record(true)}
        >
          Yes, these figures are right: record them
        </button>
      )}
      <button className="button button-loud mt-4 w-full" disabled={isSending}>
        {isSending ? 'Recording…' : corrects ? 'Record the correction' : 'Record this application'}
      </button>
    </form>
  );
}
