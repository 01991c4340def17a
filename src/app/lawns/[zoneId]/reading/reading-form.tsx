'use client';
import { useShows } from '@/ui/units';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import { type Shows } from '@/core/units/format';
import { fromFahrenheitDifference, fromInches, toFahrenheit } from '@/core/units/trade';
import type { Outcome } from '@/server/entry/outcome';
import type { ReadingSheet } from '@/server/soil/view';
import type { ReadingInput } from '@/server/soil/take-reading';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { plural } from '@/ui/words';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
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
export function ReadingForm({
  sheet: { zone, thermometers, expected },
  sendKey,
  userId,
  takeReadingAction,
}: Props) {
  const outbox = useOutbox(userId);
  const router = useRouter();
  const here = `/lawns/${zone.id}/reading`;
  const show = useShows();
  const unit = show.system === 'trade' ? 'F' : 'C';
  const first: Typed = { spot: 'open', depth: '2', value: '', unit, takenAt: '' };
  const [typed, keep, forget] = useKept<Typed>(`reading:${zone.id}`, first, isTyped);
  const [key, setKey] = useState(sendKey);
  const [instrument, keepInstrument] = useKept<string | null>(
    'reading:thermometer',
    thermometers[0]?.id ?? null,
    (v): v is string | null => v === null || typeof v === 'string',
  );
  const thermometerId = thermometers.some((t) => t.id === instrument) ? instrument : null;
  const { run, issue, refusal, say, isSending } = useCommand();
  const change = (part: Partial<Typed>) => {
    say(null);
    keep({ ...typed, ...part });
  };

  const model = expected.find((e) => e.spot === typed.spot && String(e.depthIn) === typed.depth);
  const middle = model ? Math.round(typed.unit === 'F' ? toFahrenheit(model.value) : model.value) : null;
  const near = middle === null ? [] : Array.from({ length: 2 * REACH + 1 }, (_, i) => middle - REACH + i);

  const take = (confirmed: boolean) =>
    run(
      takeReadingAction,
      { ...typed, zoneId: zone.id, thermometerId, sendKey: key, confirmed },
      ({ readingId }) => {
        forget();
        router.push(`/lawns/${zone.id}/soil?spot=${encodeURIComponent(typed.spot)}&reading=${readingId}`);
      },
    );
  /** Without a network it cannot be held to the model: it is taken as it was read, at this hour. */
  const keepForLater = async () => {
    const read = { ...typed, zoneId: zone.id, thermometerId, sendKey: key, confirmed: true };
    if (!(await outbox.put([itemOf('reading', { ...read, readAt: Date.now() }, zone.lawnId)]))) return;
    forget();
    setKey(crypto.randomUUID());
    say(null);
  };
  const refusedBefore = outbox.answers.filter(
    (a) => a.kind === 'reading' && a.lawnId === zone.lawnId && answerWords(a, show) !== '',
  );
  const waits = outbox.waiting.filter((w) => w.kind === 'reading').length;
  const issueOf = (field: string) => issue(field) ?? null;

  return (
    <form
      data-still
      className="mx-auto max-w-2xl px-4 pb-10 pt-4"
      onSubmit={(e) => {
        e.preventDefault();
        take(false);
      }}
    >
      <p className="text-steel">
        <Link href={`/lawns/${zone.id}/soil`} className="inline-flex min-h-touch items-center">
          {zone.address} · {zone.name}
        </Link>
      </p>
      <h1 className="text-page">Soil reading</h1>
      <div className="mt-3 grid gap-3">
        <Choice name="Spot" options={SPOTS} value={typed.spot} onChange={(spot: Spot) => change({ spot })} />
        <div className="grid grid-cols-[1fr_auto] gap-4">
          <Choice
            name="Depth"
            options={DEPTHS}
            value={(DEPTHS as readonly string[]).includes(typed.depth) ? (typed.depth as '2') : '2'}
            onChange={(depth) => change({ depth })}
            words={(d) => show.depth(fromInches(Number(d)))}
          />
          <Choice
            name="Scale"
            options={['F', 'C'] as const}
            value={typed.unit}
            onChange={(unit) => change({ unit, value: '' })}
            words={(u) => `°${u}`}
          />
        </div>
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
                  aria-pressed={typed.value === String(v)}
                  onClick={() => change({ value: String(v) })}
                  className={`min-h-bar border-2 font-cond text-head font-semibold ${typed.value === String(v) ? 'border-moss bg-moss text-white' : v === middle ? 'border-iron bg-paper' : 'border-rail bg-paper'}`}
                >
                  {v}°
                </button>
              ))}
            </div>
          )}
        </fieldset>
        <Labelled name={`Temperature, °${typed.unit}`} issue={issueOf('Temperature')}>
          {(field) => (
            <input
              {...field}
              className={`${field.className} text-title font-semibold`}
              inputMode="decimal"
              value={typed.value}
              onChange={(e) => change({ value: e.target.value })}
            />
          )}
        </Labelled>
        <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
          <Labelled
            name="Thermometer"
            issue={issueOf('Thermometer')}
            hint={
              thermometerId
                ? offsetWords(thermometers.find((t) => t.id === thermometerId)?.offsetF ?? 0, show)
                : 'Not compared with another: counts for less.'
            }
          >
            {(field) => (
              <select
                {...field}
                value={thermometerId ?? ''}
                onChange={(e) => keepInstrument(e.target.value || null)}
              >
                {thermometers.map((t) => (
                  <option key={t.id} value={t.id}>
                    {t.name}
                  </option>
                ))}
                <option value="">another one</option>
              </select>
            )}
          </Labelled>
          <Labelled name="When" issue={issueOf('Time')} hint="Empty: now.">
            {(field) => (
              <input
                {...field}
                type="datetime-local"
                value={typed.takenAt}
                onChange={(e) => change({ takenAt: e.target.value })}
              />
            )}
          </Labelled>
        </div>
      </div>
      <div aria-live="assertive">{refusal && <RefusalWords refusal={refusal} here={here} />}</div>
      {refusal?.kind === 'questions' && (
        <div className="mt-3 grid gap-2 sm:grid-cols-2">
          <button
            type="button"
            className="button"
            onClick={() => {
              change({ unit: typed.unit === 'F' ? 'C' : 'F' });
              setKey(crypto.randomUUID());
            }}
          >
            It is {typed.value} °{typed.unit === 'F' ? 'C' : 'F'}: change the scale
          </button>
          <button type="button" className="button" disabled={isSending} onClick={() => take(true)}>
            The figure is right: take it
          </button>
        </div>
      )}
      {refusal?.kind === 'unreachable' && (
        <button type="button" className="button mt-3 w-full" onClick={() => void keepForLater()}>
          Keep it on this device: it is sent when there is a network
        </button>
      )}
      {waits > 0 && (
        <p role="status" className="mt-3 border-l-4 border-straw bg-paper px-3 py-2">
          {plural(waits, 'reading')} {waits === 1 ? 'waits' : 'wait'} on this device, and{' '}
          {waits === 1 ? 'is' : 'are'} sent as soon as there is a network.
        </p>
      )}
      {[...refusedBefore.map((a) => answerWords(a, show)), outbox.trouble].filter(Boolean).map((words) => (
        <p key={words} role="alert" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
          {words}
        </p>
      ))}
      <div className={refusal ? 'py-3' : 'sticky bottom-0 bg-lime py-3'}>
        <button className="button button-loud w-full text-row" disabled={isSending}>
          {isSending ? 'Taking…' : `Take the reading${typed.value ? `: ${typed.value} °${typed.unit}` : ''}`}
        </button>
      </div>
      <p className="mt-3 text-note text-steel">
        Let the probe settle until the figure holds still. Read several spots: the warmest strip decides when
        to start, the open lawn the date for the rest.
      </p>
    </form>
  );
}

const offsetWords = (offsetF: number, show: Shows) =>
  offsetF === 0
    ? 'Shows right when compared.'
    : `Shows ${show.warmth(fromFahrenheitDifference(Math.abs(offsetF)))} too ${offsetF > 0 ? 'much' : 'little'}: corrected by itself.`;
