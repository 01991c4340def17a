'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { parseDay } from '@/core/calendar/day';
import { METHODS } from '@/core/trade/terms';
import type { Outcome } from '@/server/entry/outcome';
import type { RecordForm as Form } from '@/server/records/form-view';
import type { RecordInput } from '@/server/records/record-visit';
import { shortName } from '@/ui/words';
import { plural } from '@/ui/text';
import { Entry } from '../../../entry/entry';
import { FigureEntry, ProseEntry, SelectEntry, TextEntry, useIssues } from '../../../entry/fields';
import { useEntry } from '../../../entry/use-entry';
import { useKeptEntry } from '../../../entry/use-kept-entry';
import { ProductUsedFields } from './product-used';
import { EMPTY_LINE, isVisitTyped, visitBegun, type Line, type VisitTyped } from './visit-typed';

type Kind = 'planned' | 'unplanned' | 'correction';
type Props = Readonly<{
  /** under which what is typed is kept on this device until it is recorded */
  draftKey: string;
  here: string;
  kind: Kind;
  form: Form;
  /** the entry that this one corrects */
  corrects: string | null;
  sendKey: string;
  recordAction: (input: RecordInput) => Promise<Outcome<{ recordId: string }>>;
}>;

/** Published: 7 CFR 110.3: a record is made within 14 days. */
const DAYS_TO_RECORD = 14;
const TITLES: Record<Kind, string> = {
  planned: 'Record: ',
  unplanned: 'Record other work: ',
  correction: 'Correct the record: ',
};
const WORDS: Record<Kind, string> = {
  planned: 'Enter what was really used. The figures of the plan stand here to start from.',
  unplanned: 'Work that nobody planned: any product on the shelf, fertilizer and lime too.',
  correction: 'The entry it corrects stays in the book, marked as corrected.',
};
const Text = TextEntry<VisitTyped>;
const Select = SelectEntry<VisitTyped>;
const Figure = FigureEntry<VisitTyped>;

/**
 * What was really used in one visit. What is typed is kept on the device as it is typed, so that an expired session, a
 * closed tab or a dead network loses nothing; the send key is kept with it, so that sending again never records twice.
 */
export function RecordForm({ draftKey, here, kind, form: asked, corrects, sendKey, recordAction }: Props) {
  const router = useRouter();
  // the key of the first drawing stays: a page drawn anew brings another
  const [begun] = useState(() => visitBegun(asked, sendKey));
  const entry = useEntry<VisitTyped>(begun);
  const { form, run, refusal, isSending } = entry;
  const { forget, keepNow } = useKeptEntry(form, draftKey, isVisitTyped);
  const record = ({ fields, lines, sendKey: key }: VisitTyped, confirmed = false) => {
    // with its key: sending it again after a lost answer is the same record
    keepNow();
    const { reason, ...figures } = fields;
    const input: RecordInput = {
      ...figures,
      products: lines.filter((l) => l.isDown).map(({ isDown: _isDown, ...p }) => p),
      sendKey: key,
      zoneId: asked.zoneId,
      applicationId: asked.applicationId,
      confirmed,
      corrects: corrects === null ? null : { id: corrects, reason },
    };
    run(recordAction, input, ({ recordId }) => {
      forget();
      router.push(`/records/${recordId}?new=1`);
    });
  };
  /** what is asked about a figure stands beside it too */
  const issue = (field: string) =>
    refusal?.kind === 'questions' ? refusal.questions.find((i) => i.field === field) : entry.issue(field);
  return (
    <Entry
      entry={{ ...entry, issue }}
      here={here}
      className="mx-auto max-w-2xl px-4 pb-10 pt-4"
      isStill
      onSend={(typed) => record(typed)}
      refused={(words) => (
        <div aria-live="assertive">
          {words}
          {refusal?.kind === 'questions' && (
            <button
              type="button"
              className="button mt-3 w-full"
              disabled={isSending}
              onClick={() => record(form.getValues(), true)}
            >
              Yes, these figures are right: record them
            </button>
          )}
        </div>
      )}
      foot={
        <>
          <button className="button button-loud mt-4 w-full" disabled={isSending}>
            {isSending ? 'Recording…' : corrects ? 'Record the correction' : 'Record this application'}
          </button>
          <p className="mt-3 text-fine text-steel">
            What you type is kept on this device until it is recorded. An entry cannot be changed later, only
            corrected.
          </p>
        </>
      }
    >
      <h1 className="text-title">
        {TITLES[kind]}
        {asked.site}
      </h1>
      <p className="mt-1">{WORDS[kind]}</p>
      <Lines asked={asked} kind={kind} />
      <Visit asked={asked} />
      <div className="mt-3 grid gap-3">
        <ProseEntry<VisitTyped> name="fields.notes" label="Notes" rows={3} maxLength={4000} />
        {corrects && (
          <Text name="fields.reason" label="Reason for the correction" called="Reason" maxLength={1000} />
        )}
      </div>
    </Entry>
  );
}

/** What was put down, product by product. */
function Lines({ asked, kind }: Readonly<{ asked: Form; kind: Kind }>) {
  const { control } = useFormContext<VisitTyped>();
  const { field } = useController({ control, name: 'lines' });
  const lines: readonly Line[] = field.value;
  /** Places of the lines that are sent, by their place in the form: an issue names the former. */
  const sentIndex = (i: number) => lines.slice(0, i).filter((l) => l.isDown).length;
  return (
    <>
      <div className="mt-4 grid gap-5">
        {lines.map((line, i) => (
          <ProductUsedFields
            key={line.plannedProductId || i}
            at={i}
            index={sentIndex(i)}
            choices={asked.products}
            zoneArea={asked.zoneArea}
            isGiven={kind !== 'unplanned'}
            mayLeaveOut={kind === 'planned' && lines.length > 1}
            mayRemove={lines.length > 1}
            onRemove={() => field.onChange(lines.filter((_, k) => k !== i))}
          />
        ))}
      </div>
      {kind === 'unplanned' && (
        <button
          type="button"
          className="button mt-3 w-full py-0"
          onClick={() => field.onChange([...lines, EMPTY_LINE])}
        >
          Add a product
        </button>
      )}
    </>
  );
}

/** When, by whom and in what weather; and what else the law wants of it. */
function Visit({ asked }: Readonly<{ asked: Form }>) {
  const { watch } = useFormContext<VisitTyped>();
  const [lines, appliedOn, appliedBy, certifiedBy] = watch([
    'lines',
    'fields.appliedOn',
    'fields.appliedBy',
    'fields.certifiedBy',
  ]);
  const chosen = lines.flatMap((l) =>
    l.isDown ? (asked.products.find((p) => p.id === l.productId) ?? []) : [],
  );
  const isSprayed = chosen.length === 0 || chosen.some((p) => !p.isGranule);
  const restricted = chosen.find((p) => p.isRestricted);
  const day = parseDay(appliedOn);
  const age = day === null ? 0 : asked.today - day;
  return (
    <>
      <div className="mt-5 grid grid-cols-2 gap-x-4 gap-y-3">
        {isSprayed && (
          <>
            <Figure name="fields.water" label="Water used" unit="volume" />
            <Figure name="fields.wind" label="Wind" unit="wind" />
            <Figure name="fields.air" label="Air temperature" unit="temperature" />
          </>
        )}
        <Text name="fields.appliedOn" label="Day" hint={age > 0 ? lateWords(age) : null} type="date" />
        <Select name="fields.appliedBy" label="Applied by" options={chosenOf([...asked.people, appliedBy])} />
        <Select
          name="fields.certifiedBy"
          label="Certified applicator"
          hint={restricted ? `${shortName(restricted)} is for restricted use` : null}
          options={[['', 'not named'], ...chosenOf([...asked.certified, certifiedBy])]}
        />
      </div>
      <LegalRecord asked={asked} isSprayed={isSprayed} reentry={chosen[0]?.reentry ?? ''} />
    </>
  );
}

function LegalRecord({
  asked,
  isSprayed,
  reentry,
}: Readonly<{ asked: Form; isSprayed: boolean; reentry: string }>) {
  const equipment = useFormContext<VisitTyped>().watch('fields.equipment');
  const issueOf = useIssues(['Start', 'End']);
  const winds = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'changing'];
  return (
    <details className="mt-3" open={Boolean(issueOf('Start') ?? issueOf('End'))}>
      <summary className="flex min-h-touch cursor-pointer items-center underline">
        More for the legal record: times, wind direction, equipment, notice, re-entry
      </summary>
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-3">
        <Text name="fields.startedAt" label="Start" type="time" />
        <Text name="fields.endedAt" label="End" type="time" />
        {isSprayed && (
          <Select name="fields.windFrom" label="Wind from" options={[NOT_NOTED, ...chosenOf(winds)]} />
        )}
        <Text name="fields.supervisor" label="Supervisor" maxLength={200} />
        <Select name="fields.method" label="Put down with" options={[NOT_NOTED, ...chosenOf(METHODS)]} />
        <Select
          name="fields.equipment"
          label="Equipment"
          options={[NOT_NOTED, ...chosenOf([...asked.equipment, equipment])]}
        />
        <Text name="fields.noticeGiven" label="Notice given" hint="to whom, when, how" maxLength={300} />
        <Text
          name="fields.reentryTold"
          label="Re-entry told"
          hint={reentry ? `label: ${reentry}` : null}
          maxLength={300}
        />
      </div>
    </details>
  );
}

const NOT_NOTED = ['', 'not noted'] as const;
/** Each once, as its own words. */
const chosenOf = (list: readonly string[]) => [...new Set(list.filter(Boolean))].map((v) => [v, v] as const);

/** How the entry stands to the days that the law gives for making it. */
const lateWords = (age: number): string =>
  age > DAYS_TO_RECORD
    ? `${plural(age, 'day')} ago: the ${DAYS_TO_RECORD} days of the federal rule are over`
    : `${plural(age, 'day')} ago: ${plural(DAYS_TO_RECORD - age, 'day')} of ${DAYS_TO_RECORD} left to record it`;
