'use client';
import { useEffect, useState } from 'react';
import { useController, useFormContext, useFormState, useWatch } from 'react-hook-form';
import { showFullDay } from '@/core/calendar/day';
import { MOST_CV, RUNS, swathsOf } from '@/core/mixing/calibration';
import type { CalibrationWay } from '@/core/trade/terms';
import { showRate, type Shows } from '@/core/units/format';
import { figure, significant } from '@/core/units/figure';
import { rateIn, type ProductRate } from '@/core/units/rate';
import type { Outcome } from '@/server/entry/outcome';
import type { CalibrationInput, CalibrationSheet } from '@/server/house/calibrations';
import { Labelled } from '@/ui/labelled';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { Entry } from '../entry/entry';
import { FigureEntry, Options, SelectEntry, TextEntry, useField } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { useKeptEntry } from '../entry/use-kept-entry';
import { DriftChart } from './drift-chart';

type Typed = Omit<CalibrationInput, 'sendKey' | 'equipmentId'>;
const emptyFor = (how: CalibrationWay): Typed => ({
  how,
  fitted: '',
  size: '',
  area: '1000',
  caught: '',
  caughtSeconds: '',
  course: '',
  swath: '',
  runs: Array.from({ length: RUNS }, () => ''),
  nozzles: how === 'boom' ? ['', ''] : [],
  pans: how === 'pan' ? Array.from({ length: PANS }, () => '') : [],
  panArea: '',
  panSwath: '',
});
/** So many pans stand in a row to begin with: common practice, no source. */
const PANS = 11;
const isTyped = (v: unknown): v is Typed =>
  typeof v === 'object' &&
  v !== null &&
  [(v as Typed).runs, (v as Typed).nozzles, (v as Typed).pans].every(Array.isArray) &&
  (v as Typed).runs.length === RUNS;

const WAYS: Readonly<Record<CalibrationWay, Readonly<{ name: string; what: string }>>> = {
  catch: {
    name: 'an area and a catch',
    what: 'Mark an area, spray it with water at your working pace three times, and catch what comes out in so many seconds at the same pressure.',
  },
  pace: {
    name: 'pace on a course',
    what: 'Measure a course, walk or drive it at your working pace three times, and catch what comes out in so many seconds. The width is what one pass really covers.',
  },
  plot: {
    name: '1/128 acre',
    what: 'Mark 340 sq ft (31.6 m²), which is 1/128 of an acre: one pass of a boom 20 in. wide is 204 ft. Take the seconds that it takes you, and catch one nozzle for as long, three times: fluid ounces caught are gallons an acre.',
  },
  boom: {
    name: 'a boom, nozzle by nozzle',
    what: 'Catch every nozzle for the same seconds at working pressure, measure a course and drive it three times at working speed. A nozzle more than a tenth off the mean is replaced.',
  },
  weigh: {
    name: 'weight before and after',
    what: 'Mark an area, weigh what goes into the hopper, spread the area at your working pace, and weigh what is left: three times.',
  },
  pan: {
    name: 'pans across the swath',
    what: 'Set pans of one size in a row across the swath, at equal distances, spread over their middle once, and weigh what each caught.',
  },
};
const SIZES = ['', 'fine', 'medium', 'coarse'] as const;

/** What it puts out, as its people speak of it: water on an area, or product on an area. */
export const outputWords = (output: ProductRate, show: Shows): string =>
  output.by === 'volume'
    ? `${show.carrier(output.rate)}${show.system === 'trade' ? ` (${significant(rateIn(output, 'gal/acre')!)} gal/acre)` : ''}`
    : showRate(output, show.system === 'trade' ? 'lb/1000sqft' : 'kg/ha');

type Kept = Readonly<{ output: ProductRate; spread: number }>;
type Props = Readonly<{
  sheet: CalibrationSheet;
  mayRecord: boolean;
  saveCalibrationAction: (input: CalibrationInput) => Promise<Outcome<Kept>>;
}>;

/** Three runs with a stopwatch, and what was found before. Typed figures stay on the device until they are kept. */
export function CalibrateForm({ sheet, mayRecord, saveCalibrationAction }: Props) {
  return (
    <div className="mx-auto max-w-2xl px-4 pb-4 pt-3">
      <h1 className="text-title">Calibrate {sheet.equipment.name}</h1>
      {mayRecord && <Runs sheet={sheet} saveCalibrationAction={saveCalibrationAction} />}
      <FoundBefore sheet={sheet} />
    </div>
  );
}

function Runs({ sheet: { equipment, ways }, saveCalibrationAction }: Omit<Props, 'mayRecord'>) {
  const show = useShows();
  const entry = useEntry<Typed>(emptyFor(ways[0]!));
  const { run, clear, keyOf, isSending, form } = entry;
  const { forget } = useKeptEntry(form, `calibrate:${equipment.id}`, isTyped);
  const how = useWatch({ control: form.control, name: 'how' });
  const [found, setFound] = useState<(Kept & Readonly<{ how: CalibrationWay }>) | null>(null);
  const { isDirty } = useFormState({ control: form.control });
  return (
    <Entry
      entry={entry}
      here={`/house/calibrate/${equipment.id}`}
      className="mt-2 grid gap-3"
      onSend={(typed) => {
        const what = { equipmentId: equipment.id, ...typed };
        run(saveCalibrationAction, { sendKey: keyOf(what), ...what }, (value) => {
          setFound({ ...value, how: typed.how });
          clear(typed);
          forget();
        });
      }}
      foot={
        <>
          {found && !isDirty && (
            <p role="status" className="border-l-4 border-moss bg-paper px-3 py-2 text-lg">
              Kept: {outputWords(found.output, show)}, {spreadWords(found)}. Mix cards go by it from now on.
            </p>
          )}
          <button className="button button-loud text-row" disabled={isSending}>
            {isSending ? 'Keeping…' : 'Keep this calibration'}
          </button>
        </>
      }
    >
      {ways.length > 1 && (
        <Labelled name="By">
          {(f) => (
            <select
              {...f}
              value={how}
              onChange={(e) => {
                const { fitted } = form.getValues();
                for (const [key, value] of Object.entries(emptyFor(e.target.value as CalibrationWay)))
                  form.setValue(key as keyof Typed, value, { shouldDirty: true });
                form.setValue('fitted', fitted);
              }}
            >
              <Options of={ways.map((w) => [w, WAYS[w].name] as const)} />
            </select>
          )}
        </Labelled>
      )}
      <p className="text-steel">{WAYS[how].what}</p>
      <TextEntry<Typed>
        name="fitted"
        label={isSpread(how) ? 'Setting of the gate' : 'Nozzle and pressure'}
        hint="As you will find it again."
        placeholder={equipment.fitted}
      />
      {isSpread(how) && (
        <SelectEntry<Typed>
          name="size"
          label="Granules in it"
          options={SIZES.map((x) => [x, x || 'not said'] as const)}
        />
      )}
      <MeasuredOf how={how} />
    </Entry>
  );
}

/** What is measured by each way. */
function MeasuredOf({ how }: Readonly<{ how: CalibrationWay }>) {
  const watch = <TimedEntry name="caughtSeconds" label="Caught in" />;
  return (
    <>
      {(how === 'catch' || how === 'weigh') && <FigureEntry<Typed> name="area" label="Area" unit="area" />}
      {(how === 'pace' || how === 'boom') && (
        <div className="grid grid-cols-2 gap-3">
          <FigureEntry<Typed> name="course" label="Course" unit="length" />
          <FigureEntry<Typed>
            name="swath"
            label="Width of a pass"
            unit="depth"
            hint={how === 'boom' ? 'between two nozzles' : null}
          />
        </div>
      )}
      {(how === 'catch' || how === 'pace') && (
        <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
          <FigureEntry<Typed> name="caught" label="Caught" unit="pour" />
          {watch}
        </div>
      )}
      {how === 'boom' && (
        <>
          {watch}
          <Row name="nozzles" one="Nozzle" unit="pour" />
        </>
      )}
      {how === 'pan' ? (
        <>
          <Row name="pans" one="Pan" unit="g" />
          <div className="grid grid-cols-2 gap-3">
            <FigureEntry<Typed> name="panArea" label="Size of a pan" unit="sq in" />
            <FigureEntry<Typed> name="panSwath" label="From pass to pass" unit="pans" />
          </div>
          <Pattern />
        </>
      ) : (
        <div className="grid grid-cols-1 gap-3 sm:grid-cols-3">
          {Array.from({ length: RUNS }, (_, i) => {
            const name = `runs.${i}`;
            const called = `Run ${i + 1}`;
            return how === 'weigh' || how === 'plot' ? (
              <FigureEntry<Record<string, string>>
                key={i}
                name={name}
                label={`${called}, ${how === 'weigh' ? 'used' : 'caught'}`}
                called={called}
                unit={how === 'weigh' ? 'weight' : 'pour'}
              />
            ) : (
              <TimedEntry key={i} name={name} label={called} />
            );
          })}
        </div>
      )}
    </>
  );
}

function FoundBefore({ sheet: { equipment, history } }: Pick<Props, 'sheet'>) {
  const show = useShows();
  return (
    <section className="mt-5" aria-label="Found before">
      <h2 className="border-b-2 border-iron text-row">Found before</h2>
      {!history.length && (
        <p className="mt-1 text-steel">
          {equipment.calibratedOn === null
            ? 'Nothing yet.'
            : `Nothing is measured here; it was noted as calibrated on ${showFullDay(equipment.calibratedOn)}.`}
        </p>
      )}
      {history.length > 2 && <DriftChart history={history} />}
      <ul>
        {history.map((c, i) => (
          <li key={c.id} className="flex flex-wrap gap-x-4 border-b border-hair py-1.5">
            <b className="font-cond text-lead">{outputWords(c.output, show)}</b>
            <span>
              {driftWords(c.output, history.slice(i + 1).find((x) => x.fitted === c.fitted)?.output)}
            </span>
            <span className="text-steel">
              {[showFullDay(c.on), c.person, c.fitted, WAYS[c.how].name, spreadWords(c)]
                .filter(Boolean)
                .join(', ')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const isSpread = (how: CalibrationWay) => how === 'weigh' || how === 'pan';
const spreadWords = ({ how, spread }: Readonly<{ how: CalibrationWay; spread: number }>) =>
  how === 'pan' ? `the pattern varies by ${figure(spread * 100)} %` : `runs ${figure(spread * 100)} % apart`;

/** Figures in a row, as many as there are nozzles or pans. */
function Row({ name, one, unit }: Readonly<{ name: 'nozzles' | 'pans'; one: string; unit: string }>) {
  const { control } = useFormContext<Typed>();
  const { field } = useController({ control, name });
  return (
    <fieldset>
      <legend className="sr-only">{one}</legend>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-4">
        {field.value.map((_, i) => (
          <FigureEntry<Record<string, string>>
            key={i}
            name={`${name}.${i}`}
            label={`${one} ${i + 1}`}
            unit={unit}
          />
        ))}
      </div>
      <div className="mt-2 flex gap-2">
        <button type="button" className="button" onClick={() => field.onChange([...field.value, ''])}>
          One {one.toLowerCase()} more
        </button>
        <button
          type="button"
          className="button"
          disabled={field.value.length < 3}
          onClick={() => field.onChange(field.value.slice(0, -1))}
        >
          One less
        </button>
      </div>
    </fieldset>
  );
}

/** What the pans caught, the overlapped pattern at the chosen swath, and how even every swath is. */
function Pattern() {
  const { control, setValue } = useFormContext<Typed>();
  const [pans, chosen] = useWatch({ control, name: ['pans', 'panSwath'] });
  const caught = pans.map(Number);
  if (pans.some((p) => p.trim() === '') || caught.some((c) => !Number.isFinite(c) || c < 0)) return null;
  if (!caught.some((c) => c > 0)) return null;
  const swaths = swathsOf(caught).filter((s) => s.pans > 1);
  const swath = swaths.find((s) => String(s.pans) === chosen.trim());
  const lanes = swath
    ? caught.map((_, i) => caught.reduce((sum, c, k) => ((k - i) % swath.pans === 0 ? sum + c : sum), 0))
    : caught;
  const most = Math.max(...lanes);
  const word = (cv: number) =>
    cv <= 0.1 ? 'good' : cv <= 0.15 ? 'fair' : cv <= MOST_CV ? 'just fair' : 'poor';
  return (
    <figure className="border-2 border-hair bg-paper px-3 py-2">
      <div className="flex h-[120px] items-end gap-1" role="img" aria-label="What lies across the swath">
        {caught.map((c, i) => (
          <div key={i} className="relative h-full grow">
            {swath && (
              <div
                className="absolute bottom-0 w-full border-2 border-moss"
                style={{ height: `${(lanes[i]! / most) * 100}%` }}
              />
            )}
            <div className="absolute bottom-0 w-full bg-rail" style={{ height: `${(c / most) * 100}%` }} />
          </div>
        ))}
      </div>
      <figcaption className="text-note text-steel">
        Grey: one pass, pan by pan.{' '}
        {swath ? 'Green: what lies there with the passes beside it.' : 'Choose how far apart the passes go.'}
      </figcaption>
      <ul className="mt-1 grid grid-cols-1 gap-x-4 sm:grid-cols-2">
        {swaths.map((s) => (
          <li key={s.pans}>
            <button
              type="button"
              className={`min-h-touch w-full border-b border-hair text-left ${s === swath ? 'font-semibold' : ''}`}
              aria-pressed={s === swath}
              onClick={() => setValue('panSwath', String(s.pans), { shouldDirty: true })}
            >
              {s.pans} pans between passes: varies by {figure(s.cv * 100, 1)} %, {word(s.cv)}
            </button>
          </li>
        ))}
      </ul>
    </figure>
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
function TimedEntry({ name, label }: Readonly<{ name: string; label: string }>) {
  const { value, onChange, issue } = useField<Record<string, string>>(name, label);
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
        name={label}
        issue={issue}
        unit="seconds"
        value={since === null ? value : ((now - since) / 1000).toFixed(1)}
        onChange={onChange}
      />
      <button type="button" className="button mt-[24px] min-h-touch" onClick={press}>
        {since === null ? 'Start' : 'Stop'}
        <span className="sr-only"> the watch of {label}</span>
      </button>
    </div>
  );
}
