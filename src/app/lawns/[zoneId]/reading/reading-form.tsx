'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { SPOTS } from '@/core/lawn/zone';
import type { Shows } from '@/core/units/format';
import { fromFahrenheitDifference, fromInches, toFahrenheit } from '@/core/units/trade';
import type { Outcome } from '@/server/entry/outcome';
import type { ReadingInput } from '@/server/soil/take-reading';
import type { ReadingSheet } from '@/server/soil/view';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { useShows } from '@/ui/units';
import { plural } from '@/ui/text';
import { Entry } from '../../../entry/entry';
import { ChoiceEntry, TextEntry, useField, useIssues } from '../../../entry/fields';
import { useEntry } from '../../../entry/use-entry';
import { useKeptEntry } from '../../../entry/use-kept-entry';
import { itemOf } from '../../../outbox/item';
import { useOutbox } from '../../../outbox/use-outbox';
import { answerWords } from '../../../outbox/words';
import { useKept } from '../../../use-kept';

type Typed = Pick<ReadingInput, 'spot' | 'depth' | 'value' | 'unit' | 'takenAt'>;
type Props = Readonly<{
  sheet: ReadingSheet;
  sendKey: string;
  userId: string;
  takeReadingAction: (input: ReadingInput) => Promise<Outcome<{ readingId: string }>>;
}>;

const DEPTHS = ['2', '3', '4'] as const;
/** Values offered to the thumb, °F to either side of what is expected. */
const REACH = 5;

const isTyped = (v: unknown): v is Typed =>
  typeof v === 'object' && v !== null && ['spot', 'depth', 'value', 'unit', 'takenAt'].every((k) => k in v);

/** One reading, in three taps: the figure, and take it; spot, depth and thermometer stay as they were last time. */
export function ReadingForm({ sheet, sendKey, userId, takeReadingAction }: Props) {
  const { zone, thermometers, expected } = sheet;
  const outbox = useOutbox(userId);
  const router = useRouter();
  const here = `/lawns/${zone.id}/reading`;
  const unit = useShows().system === 'trade' ? 'F' : 'C';
  const entry = useEntry<Typed>({ spot: 'open', depth: '2', value: '', unit, takenAt: '' });
  const { form, run, refusal, say, isSending, clear } = entry;
  const { forget } = useKeptEntry(form, `reading:${zone.id}`, isTyped);
  const [key, setKey] = useState(sendKey);
  const [thermometerId, keepInstrument] = useThermometer(thermometers);
  const { watch } = form;
  // what was asked of a figure is not asked of another
  useEffect(() => {
    const { unsubscribe } = watch(() => say(null));
    return unsubscribe;
  }, [watch, say]);
  const typed = watch();
  const asked = (now: Typed, confirmed: boolean) => ({
    ...now,
    zoneId: zone.id,
    thermometerId,
    sendKey: key,
    confirmed,
  });
  const take = (now: Typed, confirmed = false) =>
    run(takeReadingAction, asked(now, confirmed), ({ readingId }) => {
      forget();
      router.push(`/lawns/${zone.id}/soil?spot=${encodeURIComponent(now.spot)}&reading=${readingId}`);
    });
  /** Without a network it cannot be held to the model: it is taken as it was read, at this hour. */
  const keepForLater = async () => {
    const read = { ...asked(typed, true), readAt: Date.now() };
    if (!(await outbox.put([itemOf('reading', read, zone.lawnId)]))) return;
    forget();
    clear();
    setKey(crypto.randomUUID());
    say(null);
  };
  const otherScale = typed.unit === 'F' ? 'C' : 'F';
  return (
    <Entry
      entry={entry}
      here={here}
      className="mx-auto max-w-2xl px-4 pb-10 pt-4"
      isStill
      onSend={(now) => take(now)}
      refused={(words) => (
        <div aria-live="assertive">
          {words}
          {refusal?.kind === 'questions' && (
            <IsItRight
              typed={typed}
              otherScale={otherScale}
              isSending={isSending}
              onScale={() => {
                form.setValue('unit', otherScale, { shouldDirty: true });
                setKey(crypto.randomUUID());
              }}
              onRight={() => take(typed, true)}
            />
          )}
          {refusal?.kind === 'unreachable' && (
            <button type="button" className="button mt-3 w-full" onClick={() => void keepForLater()}>
              Keep it on this device: it is sent when there is a network
            </button>
          )}
        </div>
      )}
      foot={
        <Foot
          lawnId={zone.lawnId}
          outbox={outbox}
          typed={typed}
          isSending={isSending}
          isRefused={refusal !== null}
        />
      }
    >
      <Head zone={zone} />
      <div className="mt-3 grid gap-3">
        <Where onScale={() => form.setValue('value', '')} />
        <Figure
          scale={typed.unit}
          model={expected.find((e) => e.spot === typed.spot && String(e.depthIn) === typed.depth)}
        />
        <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
          <Thermometer thermometers={thermometers} chosenId={thermometerId} onChoose={keepInstrument} />
          <TextEntry<Typed>
            name="takenAt"
            label="When"
            called="Time"
            hint="Empty: now."
            type="datetime-local"
          />
        </div>
      </div>
    </Entry>
  );
}

const Head = ({ zone }: Pick<ReadingSheet, 'zone'>) => (
  <>
    <p className="text-steel">
      <Link href={`/lawns/${zone.id}/soil`} className="inline-flex min-h-touch items-center">
        {zone.address} · {zone.name}
      </Link>
    </p>
    <h1 className="text-page">Soil reading</h1>
  </>
);

/** The one that was used last on this device; null: one that is not on file. */
function useThermometer(
  thermometers: ReadingSheet['thermometers'],
): readonly [id: string | null, keep: (id: string | null) => void] {
  const [instrument, keep] = useKept<string | null>(
    'reading:thermometer',
    thermometers[0]?.id ?? null,
    (v): v is string | null => v === null || typeof v === 'string',
  );
  return [thermometers.some((t) => t.id === instrument) ? instrument : null, keep];
}

/** What waits, and the button: at hand under a long form, and below what is said of a refusal. */
function Foot({
  lawnId,
  outbox,
  typed,
  isSending,
  isRefused,
}: Readonly<{
  lawnId: string;
  outbox: ReturnType<typeof useOutbox>;
  typed: Typed;
  isSending: boolean;
  isRefused: boolean;
}>) {
  return (
    <>
      <Waiting lawnId={lawnId} outbox={outbox} />
      <div className={isRefused ? 'py-3' : 'sticky bottom-0 bg-lime py-3'}>
        <button className="button button-loud w-full text-row" disabled={isSending}>
          {isSending ? 'Taking…' : `Take the reading${typed.value ? `: ${typed.value} °${typed.unit}` : ''}`}
        </button>
      </div>
      <p className="mt-3 text-note text-steel">
        Let the probe settle until the figure holds still. Read several spots: the warmest strip decides when
        to start, the open lawn the date for the rest.
      </p>
    </>
  );
}

/** A figure that nobody expects: another scale, or really so. */
function IsItRight({
  typed,
  otherScale,
  isSending,
  onScale,
  onRight,
}: Readonly<{
  typed: Typed;
  otherScale: Typed['unit'];
  isSending: boolean;
  onScale: () => void;
  onRight: () => void;
}>) {
  return (
    <div className="mt-3 grid gap-2 sm:grid-cols-2">
      <button type="button" className="button" onClick={onScale}>
        It is {typed.value} °{otherScale}: change the scale
      </button>
      <button type="button" className="button" disabled={isSending} onClick={onRight}>
        The figure is right: take it
      </button>
    </div>
  );
}

/** Spot, depth and scale, each a thumb wide. */
function Where({ onScale }: Readonly<{ onScale: () => void }>) {
  const show = useShows();
  return (
    <>
      <ChoiceEntry<Typed, Typed['spot']> name="spot" label="Spot" options={SPOTS} />
      <div className="grid grid-cols-[1fr_auto] gap-4">
        <ChoiceEntry<Typed, string>
          name="depth"
          label="Depth"
          options={DEPTHS}
          words={(d) => show.depth(fromInches(Number(d)))}
        />
        <ChoiceEntry<Typed, Typed['unit']>
          name="unit"
          label="Scale"
          options={['F', 'C'] as const}
          words={(u) => `°${u}`}
          onChosen={onScale}
        />
      </div>
    </>
  );
}

/** What the thermometer shows: near what is expected by one tap, or typed. */
function Figure({
  scale,
  model,
}: Readonly<{ scale: Typed['unit']; model: ReadingSheet['expected'][number] | undefined }>) {
  const show = useShows();
  const { issue, value, onChange, onBlur } = useField<Typed>('value', 'Temperature');
  const middle = model ? Math.round(scale === 'F' ? toFahrenheit(model.value) : model.value) : null;
  const near = middle === null ? [] : Array.from({ length: 2 * REACH + 1 }, (_, i) => middle - REACH + i);
  const look = (v: number) =>
    value === String(v)
      ? 'border-moss bg-moss text-white'
      : v === middle
        ? 'border-iron bg-paper'
        : 'border-rail bg-paper';
  return (
    <>
      <fieldset>
        <legend className="font-cond text-body">
          {model
            ? `What it shows (expected ${show.temperature(model.value)} ± ${show.warmth(model.sd)})`
            : 'What it shows'}
        </legend>
        {near.length > 0 && (
          <div className="grid grid-cols-6 gap-1.5 sm:grid-cols-11">
            {near.map((v) => (
              <button
                key={v}
                type="button"
                aria-pressed={value === String(v)}
                onClick={() => onChange(String(v))}
                className={`min-h-bar border-2 font-cond text-head font-semibold ${look(v)}`}
              >
                {v}°
              </button>
            ))}
          </div>
        )}
      </fieldset>
      <Labelled name={`Temperature, °${scale}`} issue={issue}>
        {(field) => (
          <input
            {...field}
            className={`${field.className} text-title font-semibold`}
            inputMode="decimal"
            value={value}
            onBlur={onBlur}
            onChange={(e) => onChange(e.target.value)}
          />
        )}
      </Labelled>
    </>
  );
}

function Thermometer({
  thermometers,
  chosenId,
  onChoose,
}: Readonly<{
  thermometers: ReadingSheet['thermometers'];
  chosenId: string | null;
  onChoose: (id: string | null) => void;
}>) {
  const show = useShows();
  const issueOf = useIssues(['Thermometer']);
  const chosen = thermometers.find((t) => t.id === chosenId);
  return (
    <Labelled
      name="Thermometer"
      issue={issueOf('Thermometer')}
      hint={chosen ? offsetWords(chosen.offsetF, show) : 'Not compared with another: counts for less.'}
    >
      {(field) => (
        <select {...field} value={chosenId ?? ''} onChange={(e) => onChoose(e.target.value || null)}>
          {thermometers.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
          <option value="">another one</option>
        </select>
      )}
    </Labelled>
  );
}

/** Readings that wait for a network, and what was refused of those that were sent later. */
function Waiting({ lawnId, outbox }: Readonly<{ lawnId: string; outbox: ReturnType<typeof useOutbox> }>) {
  const show = useShows();
  const waits = outbox.waiting.filter((w) => w.kind === 'reading').length;
  const refused = outbox.answers
    .filter((a) => a.kind === 'reading' && a.lawnId === lawnId)
    .map((a) => answerWords(a, show));
  return (
    <>
      {waits > 0 && (
        <p role="status" className="mt-3 border-l-4 border-straw bg-paper px-3 py-2">
          {plural(waits, 'reading')} {waits === 1 ? 'waits' : 'wait'} on this device, and{' '}
          {waits === 1 ? 'is' : 'are'} sent as soon as there is a network.
        </p>
      )}
      {[...refused, outbox.trouble].filter(Boolean).map((words) => (
        <p key={words} role="alert" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
          {words}
        </p>
      ))}
    </>
  );
}

const offsetWords = (offsetF: number, show: Shows) =>
  offsetF === 0
    ? 'Shows right when compared.'
    : `Shows ${show.warmth(fromFahrenheitDifference(Math.abs(offsetF)))} too ${offsetF > 0 ? 'much' : 'little'}: corrected by itself.`;
