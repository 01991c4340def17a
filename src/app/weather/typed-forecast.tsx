'use client';
import { useState } from 'react';
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import type { Measure } from '@/core/units/measures';
import type { Outcome } from '@/server/entry/outcome';
import type { ForecastInput, TypedDay } from '@/server/house/typed-forecast';
import { StationOptions } from '../station-options';
import { Labelled } from '@/ui/labelled';
import { FigureField } from '@/ui/measure-field';
import { plural } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

const EMPTY: TypedDay = { low: '', high: '', rain: '', chance: '', wind: '' };
const FIELDS = [
  ['low', 'Low', 'temperature'],
  ['high', 'High', 'temperature'],
  ['rain', 'Rain', 'water'],
  ['chance', 'Chance of rain', '%'],
  ['wind', 'Wind', 'wind'],
] as const satisfies readonly (readonly [keyof TypedDay, string, Measure | '%'])[];

/** The days ahead as a notice has them; rows below the last that is filled are not asked. */
export function TypedForecast({
  today,
  days: most,
  stations,
  typeForecastAction,
}: Readonly<{
  today: Day;
  days: number;
  stations: readonly Readonly<{ id: string; name: string }>[];
  typeForecastAction: (input: ForecastInput) => Promise<Outcome<{ days: number }>>;
}>) {
  const [stationId, setStation] = useState(stations[0]?.id ?? '');
  const [days, setDays] = useState<readonly TypedDay[]>(() => Array.from({ length: most }, () => EMPTY));
  const [kept, setKept] = useState<number | null>(null);
  const { run, issue, refusal, isSending } = useCommand();
  const names = days.map((_, i) => showWeekday(addDays(today, i)));
  return (
    <details className="mt-4 border-2 border-hair bg-paper px-4 py-2">
      <summary className="flex min-h-touch cursor-pointer items-center font-cond text-row underline">
        Type a forecast
      </summary>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          setKept(null);
          run(typeForecastAction, { stationId, days }, (v) => setKept(v.days));
        }}
      >
        <p className="text-note text-steel">
          It takes the place of the forecast before. Leave days that you do not know empty at the end.
        </p>
        {stations.length > 1 && (
          <Labelled name="Of the station">
            {(f) => (
              <select {...f} value={stationId} onChange={(e) => setStation(e.target.value)}>
                <StationOptions stations={stations} />
              </select>
            )}
          </Labelled>
        )}
        {days.map((d, i) => (
          <fieldset key={names[i]} className="mt-2 border-t border-hair pt-1">
            <legend className="pr-2 font-cond text-lead">{names[i]}</legend>
            <div className="grid grid-cols-2 gap-2 sm:grid-cols-5">
              {FIELDS.map(([key, name, unit]) => (
                <FigureField
                  key={key}
                  name={name}
                  unit={unit}
                  issue={issue(`${names[i] ?? ''}: ${name}`)}
                  value={d[key]}
                  onChange={(value) => setDays(days.map((x, j) => (j === i ? { ...x, [key]: value } : x)))}
                />
              ))}
            </div>
          </fieldset>
        ))}
        {refusal && (
          <RefusalWords
            refusal={refusal}
            here="/weather"
            shown={names.flatMap((n) => FIELDS.map(([, name]) => `${n}: ${name}`))}
          />
        )}
        {kept !== null && (
          <p role="status" className="mt-2 font-semibold text-moss">
            {plural(kept, 'day')} kept as the forecast; outlooks and gates are computed again.
          </p>
        )}
        <button className="button button-loud mt-3" disabled={isSending}>
          Keep this forecast
        </button>
      </form>
    </details>
  );
}
