'use client';
import { useRouter } from 'next/navigation';
import { useState, type ChangeEvent } from 'react';
import { parseDay } from '@/core/calendar/day';
import { METHODS } from '@/core/trade/terms';
import type { Outcome } from '@/server/entry/outcome';
import type { RecordFields, RecordForm as Form } from '@/server/records/form-view';
import type { RecordInput } from '@/server/records/record-visit';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { plural, shortName } from '@/ui/words';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { useKept } from '../../../use-kept';
import { ProductUsedFields, type Line } from './product-used';

type Props = Readonly<{
  /** under which what is typed is kept on this device until it is recorded */
  draftKey: string;
  here: string;
  kind: 'planned' | 'unplanned' | 'correction';
  form: Form;
  /** the entry that this one corrects */
  corrects: string | null;
  sendKey: string;
  recordAction: (input: RecordInput) => Promise<Outcome<{ recordId: string }>>;
}>;

/** What is kept on the device. `version` tells what an earlier program has kept: that is left. */
type Draft = Readonly<{
  version: 2;
  fields: Omit<RecordFields, 'products'>;
  lines: readonly Line[];
  sendKey: string;
}>;
const isDraft = (v: unknown): v is Draft =>
  typeof v === 'object' &&
  v !== null &&
  'version' in v &&
  v.version === 2 &&
  'lines' in v &&
  Array.isArray(v.lines);

/** Published: 7 CFR 110.3: a record is made within 14 days. */
const DAYS_TO_RECORD = 14;

const EMPTY_LINE: Line = {
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

/**
 * What was really used in one visit. What is typed is kept on the device as it is typed, so that an expired session, a
 * closed tab or a dead network loses nothing; the send key is kept with it, so that sending again never records twice.
 */
export function RecordForm({ draftKey, here, kind, form, corrects, sendKey, recordAction }: Props) {
  const router = useRouter();
  // the key of the first drawing stays: a page drawn anew brings another
  const [begun] = useState<Draft>(() => {
    const { products, ...fields } = form.first;
    const lines = products.map((p): Line => ({ ...p, isDown: true }));
    return { version: 2, fields, lines: lines.length ? lines : [EMPTY_LINE], sendKey };
  });
  const [draft, keep, forget] = useKept(draftKey, begun, isDraft);
  const { run, refusal, isSending } = useCommand();

  const { fields, lines } = draft;
  const type = (change: Partial<Draft['fields']>) => keep({ ...draft, fields: { ...fields, ...change } });
  const change = (i: number, to: Partial<Line>) =>
    keep({ ...draft, lines: lines.map((l, k) => (k === i ? { ...l, ...to } : l)) });

  const record = (confirmed: boolean) => {
    keep(draft);
    const { reason, ...figures } = fields;
    const input: RecordInput = {
      ...figures,
      products: lines.filter((l) => l.isDown).map(({ isDown: _isDown, ...p }) => p),
      sendKey: draft.sendKey,
      zoneId: form.zoneId,
      applicationId: form.applicationId,
      confirmed,
      corrects: corrects === null ? null : { id: corrects, reason },
    };
    run(recordAction, input, ({ recordId }) => {
      forget();
      router.push(`/records/${recordId}?new=1`);
    });
  };
  const issues =
    refusal?.kind === 'invalid' ? refusal.issues : refusal?.kind === 'questions' ? refusal.questions : [];
  const issue = (field: string) => issues.find((i) => i.field === field);
  /** Places of the lines that are sent, by their place in the form: an issue names the former. */
  const sentIndex = (i: number) => lines.slice(0, i).filter((l) => l.isDown).length;
  const of = (name: keyof Draft['fields']) => ({
    value: fields[name],
    onChange: (e: ChangeEvent<HTMLInputElement>) => type({ [name]: e.target.value }),
  });
  const chosen = lines.flatMap((l) =>
    l.isDown ? (form.products.find((p) => p.id === l.productId) ?? []) : [],
  );
  const isSprayed = chosen.length === 0 || chosen.some((p) => !p.isGranule);
  const restricted = chosen.find((p) => p.isRestricted);
  const day = parseDay(fields.appliedOn);
  const age = day === null ? 0 : form.today - day;

  return (
    <form
      data-still
      className="mx-auto max-w-2xl px-4 pb-10 pt-4"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        record(false);
      }}
    >
      <h1 className="text-title">
        {kind === 'correction'
          ? 'Correct the record: '
          : kind === 'planned'
            ? 'Record: '
            : 'Record other work: '}
        {form.site}
      </h1>
      <p className="mt-1">
        {kind === 'correction'
          ? 'The entry it corrects stays in the book, marked as corrected.'
          : kind === 'planned'
            ? 'Enter what was really used. The figures of the plan stand here to start from.'
            : 'Work that nobody planned: any product on the shelf, fertilizer and lime too.'}
      </p>
      <div className="mt-4 grid gap-5">
        {lines.map((line, i) => (
          <ProductUsedFields
            key={line.plannedProductId || i}
            line={line}
            index={sentIndex(i)}
            choices={form.products}
            zoneArea={form.zoneArea}
            isGiven={kind !== 'unplanned'}
            mayLeaveOut={kind === 'planned' && lines.length > 1}
            isFirst={i === 0}
            mayRemove={lines.length > 1}
            issue={issue}
            onChange={(to) => change(i, to)}
            onRemove={() => keep({ ...draft, lines: lines.filter((_, k) => k !== i) })}
          />
        ))}
      </div>
      {kind === 'unplanned' && (
        <button
          type="button"
          className="button mt-3 w-full py-0"
          onClick={() => keep({ ...draft, lines: [...lines, EMPTY_LINE] })}
        >
          Add a product
        </button>
      )}
      <div className="mt-5 grid grid-cols-2 gap-x-4 gap-y-3">
        {isSprayed && (
          <>
            {(
              [
                ['water', 'Water used', 'volume'],
                ['wind', 'Wind', 'wind'],
                ['air', 'Air temperature', 'temperature'],
              ] as const
            ).map(([key, name, measure]) => (
              <MeasureField
                key={key}
                name={name}
                measure={measure}
                issue={issue(name)}
                value={fields[key]}
                onChange={(value) => type({ [key]: value })}
              />
            ))}
          </>
        )}
        <Labelled name="Day" issue={issue('Day')} hint={age > 0 ? lateWords(age) : null}>
          {(field) => <input {...field} {...of('appliedOn')} type="date" />}
        </Labelled>
        <Labelled name="Applied by" issue={issue('Applied by')}>
          {(field) => (
            <select {...field} value={fields.appliedBy} onChange={(e) => type({ appliedBy: e.target.value })}>
              {[...new Set([...form.people, fields.appliedBy])].map((p) => (
                <option key={p}>{p}</option>
              ))}
            </select>
          )}
        </Labelled>
        <Labelled
          name="Certified applicator"
          issue={issue('Certified applicator')}
          hint={restricted ? `${shortName(restricted)} is for restricted use` : null}
        >
          {(field) => (
            <select
              {...field}
              value={fields.certifiedBy}
              onChange={(e) => type({ certifiedBy: e.target.value })}
            >
              <option value="">not named</option>
              {[...new Set([...form.certified, fields.certifiedBy].filter(Boolean))].map((p) => (
                <option key={p}>{p}</option>
              ))}
            </select>
          )}
        </Labelled>
      </div>
      <details className="mt-3" open={Boolean(issue('Start') ?? issue('End'))}>
        <summary className="flex min-h-touch cursor-pointer items-center underline">
          More for the legal record: times, wind direction, equipment, notice, re-entry
        </summary>
        <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-3">
          <Labelled name="Start" issue={issue('Start')}>
            {(field) => <input {...field} {...of('startedAt')} type="time" />}
          </Labelled>
          <Labelled name="End" issue={issue('End')}>
            {(field) => <input {...field} {...of('endedAt')} type="time" />}
          </Labelled>
          {isSprayed && (
            <Labelled name="Wind from">
              {(field) => (
                <select
                  {...field}
                  value={fields.windFrom}
                  onChange={(e) => type({ windFrom: e.target.value })}
                >
                  <option value="">not noted</option>
                  {['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'changing'].map((w) => (
                    <option key={w}>{w}</option>
                  ))}
                </select>
              )}
            </Labelled>
          )}
          <Labelled name="Supervisor">
            {(field) => <input {...field} {...of('supervisor')} maxLength={200} />}
          </Labelled>
          <Labelled name="Put down with">
            {(field) => (
              <select {...field} value={fields.method} onChange={(e) => type({ method: e.target.value })}>
                <option value="">not noted</option>
                {METHODS.map((m) => (
                  <option key={m}>{m}</option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Equipment">
            {(field) => (
              <select
                {...field}
                value={fields.equipment}
                onChange={(e) => type({ equipment: e.target.value })}
              >
                <option value="">not noted</option>
                {[...new Set([...form.equipment, fields.equipment].filter(Boolean))].map((e) => (
                  <option key={e}>{e}</option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Notice given" hint="to whom, when, how">
            {(field) => <input {...field} {...of('noticeGiven')} maxLength={300} />}
          </Labelled>
          <Labelled name="Re-entry told" hint={chosen[0]?.reentry ? `label: ${chosen[0].reentry}` : null}>
            {(field) => <input {...field} {...of('reentryTold')} maxLength={300} />}
          </Labelled>
        </div>
      </details>
      <div className="mt-3 grid gap-3">
        <Labelled name="Notes">
          {(field) => (
            <textarea
              {...field}
              rows={3}
              maxLength={4000}
              value={fields.notes}
              onChange={(e) => type({ notes: e.target.value })}
            />
          )}
        </Labelled>
        {corrects && (
          <Labelled name="Reason for the correction" issue={issue('Reason')}>
            {(field) => <input {...field} {...of('reason')} maxLength={1000} />}
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
      <p className="mt-3 text-fine text-steel">
        What you type is kept on this device until it is recorded. An entry cannot be changed later, only
        corrected.
      </p>
    </form>
  );
}

/** How the entry stands to the days that the law gives for making it. */
const lateWords = (age: number): string =>
  age > DAYS_TO_RECORD
    ? `${plural(age, 'day')} ago: the ${DAYS_TO_RECORD} days of the federal rule are over`
    : `${plural(age, 'day')} ago: ${plural(DAYS_TO_RECORD - age, 'day')} of ${DAYS_TO_RECORD} left to record it`;
