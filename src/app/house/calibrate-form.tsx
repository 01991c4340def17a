'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { showFullDay } from '@/core/calendar/day';
import { RUNS } from '@/core/mixing/calibration';
import { figure, showRate, type Shows } from '@/core/units/format';
import type { ProductRate } from '@/core/units/rate';
import type { Outcome } from '@/server/entry/outcome';
import type { CalibrationInput, CalibrationSheet } from '@/server/house/calibrations';
import { Labelled } from '@/ui/labelled';
import { FigureField, MeasureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { RefusalWords } from '../refusal-words';
import { useKept } from '../use-kept';
import { useSending } from '../use-sending';

type Typed = Omit<CalibrationInput, 'sendKey' | 'equipmentId' | 'how'>;
const EMPTY: Typed = {
  ...{ fitted: '', area: '1000', caught: '', caughtSeconds: '' },
  runs: Array.from({ length: RUNS }, () => ''),
};
const isTyped = (v: unknown): v is Typed =>
  typeof v === 'object' &&
  v !== null &&
  Array.isArray((v as Typed).runs) &&
  (v as Typed).runs.length === RUNS;

/** What it puts out, as its people speak of it: water on an area, or product on an area. */
export const outputWords = (output: ProductRate, show: Shows): string =>
  output.by === 'volume'
    ? show.carrier(output.rate)
    : showRate(output, show.system === 'trade' ? 'lb/1000sqft' : 'kg/ha');

/** Three runs with a stopwatch, and what was found before. Typed figures stay on the device until they are kept. */
export function CalibrateForm({
  sheet: { equipment, how, history },
  mayRecord,
  saveCalibrationAction,
}: Readonly<{
  sheet: CalibrationSheet;
  mayRecord: boolean;
  saveCalibrationAction: (
    input: CalibrationInput,
  ) => Promise<Outcome<{ output: ProductRate; spread: number }>>;
}>) {
  const show = useShows();
  const router = useRouter();
  const [typed, keep, forget] = useKept<Typed>(`calibrate:${equipment.id}`, EMPTY, isTyped);
  const [sendKey, setSendKey] = useState(() => crypto.randomUUID());
  const [found, setFound] = useState<{ output: ProductRate; spread: number } | null>(null);
  const { run, issue, refusal, isSending } = useSending();
  const set = (change: Partial<Typed>) => {
    setFound(null);
    keep({ ...typed, ...change });
  };
  const setRun = (i: number, value: string) => set({ runs: typed.runs.map((r, k) => (k === i ? value : r)) });
  return (
    <div className="mx-auto max-w-2xl px-4 pb-10 pt-3">
      <h1 className="text-[26px]">Calibrate {equipment.name}</h1>
      <p className="text-steel">
        {how === 'catch'
          ? 'Mark an area, spray it with water at your working pace three times, and catch what comes out in so many seconds at the same pressure.'
          : 'Mark an area, weigh what goes into the hopper, spread the area at your working pace, and weigh what is left: three times.'}
      </p>
      {mayRecord && (
        <form
          noValidate
          className="mt-3 grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveCalibrationAction, { sendKey, equipmentId: equipment.id, how, ...typed }, (value) => {
              setFound(value);
              forget();
              setSendKey(crypto.randomUUID());
              router.refresh();
            });
          }}
        >
          <Labelled
            name={how === 'catch' ? 'Nozzle and pressure' : 'Setting, and what was in it'}
            hint="As you will find it again."
          >
            {(f) => <input {...f} value={typed.fitted} onChange={(e) => set({ fitted: e.target.value })} />}
          </Labelled>
          <MeasureField
            name="Area"
            measure="area"
            issue={issue('Area')}
            value={typed.area}
            onChange={(area) => set({ area })}
          />
          {how === 'catch' && (
            <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
              <MeasureField
                name="Caught"
                measure="pour"
                issue={issue('Caught')}
                value={typed.caught}
                onChange={(caught) => set({ caught })}
              />
              <Timed
                name="Caught in"
                issue={issue('Caught in')}
                value={typed.caughtSeconds}
                onChange={(caughtSeconds) => set({ caughtSeconds })}
              />
            </div>
          )}
          <div className="grid grid-cols-1 gap-3 sm:grid-cols-3">
            {typed.runs.map((value, i) =>
              how === 'catch' ? (
                <Timed
                  key={i}
                  name={`Run ${i + 1}`}
                  issue={issue(`Run ${i + 1}`)}
                  value={value}
                  onChange={(v) => setRun(i, v)}
                />
              ) : (
                <MeasureField
                  key={i}
                  name={`Run ${i + 1}, used`}
                  measure="weight"
                  issue={issue(`Run ${i + 1}`)}
                  value={value}
                  onChange={(v) => setRun(i, v)}
                />
              ),
            )}
          </div>
          {refusal && (
            <RefusalWords
              refusal={refusal}
              here={`/house/calibrate/${equipment.id}`}
              shown={['Area', 'Caught', 'Caught in', ...typed.runs.map((_, i) => `Run ${i + 1}`)]}
            />
          )}
          {found && (
            <p role="status" className="border-l-4 border-moss bg-paper px-3 py-2 text-lg">
              Kept: {outputWords(found.output, show)}, runs {figure(found.spread * 100)} % apart. Mix cards go
              by it from now on.
            </p>
          )}
          <button className="button button-loud text-[1.2rem]" disabled={isSending}>
            {isSending ? 'Keeping…' : 'Keep this calibration'}
          </button>
        </form>
      )}
      <section className="mt-5" aria-label="Found before">
        <h2 className="border-b-2 border-iron text-[20px]">Found before</h2>
        {!history.length && (
          <p className="mt-1 text-steel">
            {equipment.calibratedOn === null
              ? 'Nothing yet.'
              : `Nothing is measured here; it was noted as calibrated on ${showFullDay(equipment.calibratedOn)}.`}
          </p>
        )}
        <ul>
          {history.map((c, i) => (
            <li key={c.id} className="flex flex-wrap gap-x-4 border-b border-hair py-1.5">
              <b className="font-cond text-[18px]">{outputWords(c.output, show)}</b>
              <span>{driftWords(c.output, history[i + 1]?.output)}</span>
              <span className="text-steel">
                {[showFullDay(c.on), c.person, c.fitted, `runs ${figure(c.spread * 100)} % apart`]
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** Against the one before. */
const driftWords = (now: ProductRate, before: ProductRate | undefined): string => {
  if (!before) return '';
  const share = now.rate / before.rate - 1;
  return Math.abs(share) < 0.005
    ? 'as before'
    : `${figure(Math.abs(share) * 100)} % ${share > 0 ? 'more' : 'less'} than before`;
};

/** A figure of seconds, typed or taken with the stopwatch beside it. */
function Timed({
  name,
  issue,
  value,
  onChange,
}: Readonly<{
  name: string;
  issue: Parameters<typeof FigureField>[0]['issue'];
  value: string;
  onChange: (value: string) => void;
}>) {
  const [since, setSince] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (since === null) return;
    const tick = setInterval(() => setNow(performance.now()), 100);
    return () => clearInterval(tick);
  }, [since]);
  const press = () => {
    const at = performance.now();
    setNow(at);
    if (since === null) return setSince(at);
    setSince(null);
    onChange(((at - since) / 1000).toFixed(1));
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-2">
      <FigureField
        {...{ name, issue, unit: 'seconds' }}
        value={since === null ? value : ((now - since) / 1000).toFixed(1)}
        onChange={onChange}
      />
      <button type="button" className="button mt-[24px] min-h-[44px]" onClick={press}>
        {since === null ? 'Start' : 'Stop'}
        <span className="sr-only"> the watch of {name}</span>
      </button>
    </div>
  );
}
