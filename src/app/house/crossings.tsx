'use client';
import { fromFahrenheitDifference } from '@/core/units/trade';
import type { Shows } from '@/core/units/format';
import { celsius } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { useState, type ReactNode } from 'react';
import { useFormState, useWatch } from 'react-hook-form';
import { FALL_SCHOOLS, SCHOOLS, SIGNS, type School } from '@/core/ground/crossing';
import type { StoredCrossings } from '@/data/crossings';
import type { saveCrossings } from '@/server/settings/view';
import type { Outcome } from '@/server/entry/outcome';
import { capital } from '@/ui/text';
import { Entry } from '../entry/entry';
import { FigureEntry, SelectEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';

type Typed = Parameters<typeof saveCrossings>[1];
type Props = Readonly<{
  crossings: StoredCrossings;
  version: number;
  mayPlan: boolean;
  saveCrossingsAction: (input: Typed) => Promise<Outcome<{ version: number }>>;
}>;

const typedOf = (c: StoredCrossings, seen: number): Typed => ({
  seen,
  use: c.use,
  depthIn: String(c.depthIn),
  runLineF: String(c['run of days'].lineF),
  runDays: String(c['run of days'].days),
  earlyLineF: String(c['early bird'].lineF),
  meanLineF: String(c['five-day mean'].lineF),
  airLineF: String(c['air rule of thumb'].lineF),
  airDays: String(c['air rule of thumb'].days),
  airOf: c['air rule of thumb'].of,
  sign: c.signs.sign,
  baseF: String(c['degree days'].baseF),
  sumF: String(c['degree days'].sumF),
  fromMonth: String(c['degree days'].fromMonth),
  degreeOf: c['degree days'].of,
  fallSchool: c.fall.school,
  fallLineF: String(c.fall.lineF),
  fallDays: String(c.fall.days),
  habitFrom: c.fall.habitFrom,
  habitTo: c.fall.habitTo,
});
const WHY: Record<School, string> = {
  'run of days': 'One warm afternoon proves nothing: the soil’s mean is what the seed feels.',
  'early bird': 'The first day of warm soil, to lose nothing.',
  'five-day mean': 'A smoother eye on the same soil.',
  'air rule of thumb': 'For those with no probe.',
  signs: 'What blooms when: seen, not computed; learnt against the soil over the years.',
  'degree days': 'The sum of warmth.',
};
/** Smooth crabgrass, from memory of the source that the core names. */
const usualSum = (show: Shows): string =>
  ` Smooth crabgrass begins near ${show.degreeDays(fromFahrenheitDifference(75))} over ${show.line(celsius(12))} of soil from April (recalled).`;
type TextKey =
  | 'depthIn'
  | 'runLineF'
  | 'runDays'
  | 'earlyLineF'
  | 'meanLineF'
  | 'airLineF'
  | 'airDays'
  | 'baseF'
  | 'sumF'
  | 'fromMonth'
  | 'fallLineF'
  | 'fallDays'
  | 'habitFrom'
  | 'habitTo';

const field = (name: TextKey, label: string, unit: string, called: string) => (
  <FigureEntry<Typed> name={name} label={label} unit={unit} called={called} />
);
const choice = (
  name: 'airOf' | 'degreeOf' | 'sign' | 'fallSchool',
  label: string,
  options: readonly string[],
) => <SelectEntry<Typed> name={name} label={label} options={options.map((o) => [o, o] as const)} />;
const FIGURES: Record<School, ReactNode> = {
  'run of days': (
    <>
      {field('runLineF', 'Line', 'temperature', 'Run of days, line')}
      {field('runDays', 'In a row', 'days', 'Run of days, days')}
    </>
  ),
  'early bird': field('earlyLineF', 'Line', 'temperature', 'Early bird, line'),
  'five-day mean': field('meanLineF', 'Line', 'temperature', 'Five-day mean, line'),
  'air rule of thumb': (
    <>
      {field('airLineF', 'Line', 'temperature', 'Air, line')}
      {field('airDays', 'In a row', 'days', 'Air, days')}
      {choice('airOf', 'Of the day’s', ['mean', 'maximum'])}
    </>
  ),
  signs: <div className="col-span-2">{choice('sign', 'Sign', SIGNS)}</div>,
  'degree days': (
    <>
      {field('baseF', 'Over', 'temperature', 'Degree days, base')}
      {field('sumF', 'Sum', 'degreeDays', 'Degree days, sum')}
      {field('fromMonth', 'From the 1st of', 'month', 'Degree days, month')}
      {choice('degreeOf', 'Of', ['soil', 'air'])}
    </>
  ),
};

/** When the line counts as crossed, by each of the six schools, and which of them the house goes by. */
export function Crossings({ crossings, version, mayPlan, saveCrossingsAction }: Props) {
  const entry = useEntry<Typed>(typedOf(crossings, version));
  const { run, clear, isSending, form } = entry;
  const use = useWatch({ control: form.control, name: 'use' });
  const { isDirty } = useFormState({ control: form.control });
  const [isSaved, setSaved] = useState(false);
  return (
    <Entry
      entry={entry}
      here="/house"
      className="mt-3"
      isLocked={!mayPlan}
      onSend={(typed) =>
        run(saveCrossingsAction, typed, () => {
          clear(typed);
          setSaved(true);
        })
      }
      foot={
        <div className="mt-3 flex flex-wrap items-center gap-4">
          {mayPlan && (
            <button className="button button-loud" disabled={isSending}>
              {isSending ? 'Saving…' : 'Save the house rules'}
            </button>
          )}
          {isSaved && !isDirty && <p role="status">Saved. Every lawn is computed again in the background.</p>}
        </div>
      }
    >
      <h2 className="border-b-2 border-iron text-row">When is the line crossed?</h2>
      <p className="mt-1 text-note text-steel">
        The house goes by one school; a lawn may go by another (its sheet says which). All six stand side by
        side on each lawn’s soil screen.
      </p>
      <fieldset>
        <legend className="sr-only">The six schools</legend>
        <ul>
          {SCHOOLS.map((s) => (
            <SchoolRow
              key={s}
              school={s}
              isUsed={use === s}
              onUse={() => form.setValue('use', s, { shouldDirty: true })}
            />
          ))}
        </ul>
        <Fall />
        <div className="mt-3 w-40">{field('depthIn', 'House depth', 'depth', 'House depth')}</div>
      </fieldset>
    </Entry>
  );
}

/** A school with its figures; the house goes by one. */
function SchoolRow({
  school,
  isUsed,
  onUse,
}: Readonly<{ school: School; isUsed: boolean; onUse: () => void }>) {
  const show = useShows();
  return (
    <li className="grid grid-cols-1 items-end gap-x-4 gap-y-1 border-b border-hair py-2 md:grid-cols-[330px_minmax(0,1fr)]">
      <label className="flex min-h-touch items-center gap-3">
        <input
          type="radio"
          name="use"
          className="size-5 shrink-0 accent-[var(--color-moss)]"
          checked={isUsed}
          onChange={onUse}
        />
        <span>
          <b className="font-cond text-row">{capital(school)}</b>
          <span className="block text-fine leading-tight text-steel">
            {WHY[school]}
            {school === 'degree days' && usualSum(show)}
          </span>
        </span>
      </label>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-4">{FIGURES[school]}</div>
    </li>
  );
}

function Fall() {
  return (
    <>
      <h2 className="mt-5 border-b-2 border-iron text-row">When has fall come?</h2>
      <p className="mt-1 max-w-[70ch] text-note text-steel">
        Annual bluegrass comes up once the soil has fallen through the line and stays under it: a cool spell
        in August that is followed by as many warm days is no fall. Henbit, chickweed, speedwell and madder go
        by lines of their own, by the same days. Usual: 70 °F, 5 days in a row.
      </p>
      <div className="mt-2 grid grid-cols-2 items-end gap-3 md:grid-cols-5">
        {choice('fallSchool', 'Fall counts by', FALL_SCHOOLS)}
        {field('fallLineF', 'Falling line', 'temperature', 'Fall, line')}
        {field('fallDays', 'In a row', 'days', 'Fall, days')}
        {field('habitFrom', 'Crews here go from', 'month and day', 'Crews go from')}
        {field('habitTo', 'Crews here go to', 'month and day', 'Crews go to')}
      </div>
      <p className="mt-1 text-fine text-steel">
        When crews here go, as 09-01 to 09-15: a hint that stands beside the odds and decides nothing. Empty:
        none.
      </p>
    </>
  );
}
