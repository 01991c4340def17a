'use client';
import { useState } from 'react';
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import type { Measure } from '@/core/units/measures';
import type { Outcome } from '@/server/entry/outcome';
import type { ForecastInput, TypedDay } from '@/server/house/typed-forecast';
import { StationOptions } from '../station-options';
import { plural } from '@/ui/text';
import { Entry } from '../entry/entry';
import { FigureEntry, SelectEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';

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
  const entry = useEntry<ForecastInput>({
    stationId: stations[0]?.id ?? '',
    days: Array.from({ length: most }, () => EMPTY),
  });
  const { run, isSending } = entry;
  const [kept, setKept] = useState<number | null>(null);
  return (
    <details className="mt-4 border-2 border-hair bg-paper px-4 py-2">
      <summary className="flex min-h-touch cursor-pointer items-center font-cond text-row underline">
        Type a forecast
      </summary>
      <Entry
        entry={entry}
        here="/weather"
        className=""
        onSend={(typed) => {
          setKept(null);
          run(typeForecastAction, typed, (v) => setKept(v.days));
        }}
        foot={
          <>
            {kept !== null && (
              <p role="status" className="mt-2 font-semibold text-moss">
                {plural(kept, 'day')} kept as the forecast; outlooks and gates are computed again.
              </p>
            )}
            <button className="button button-loud mt-3" disabled={isSending}>
              Keep this forecast
            </button>
          </>
        }
      >
        <p className="text-note text-steel">
          It takes the place of the forecast before. Leave days that you do not know empty at the end.
        </p>
        {stations.length > 1 && (
          <SelectEntry<ForecastInput> name="stationId" label="Of the station">
            <StationOptions stations={stations} />
          </SelectEntry>
        )}
        {Array.from({ length: most }, (_, i) => showWeekday(addDays(today, i))).map((day, i) => (
          <fieldset key={day} className="mt-2 border-t border-hair pt-1">
            <legend className="pr-2 font-cond text-lead">{day}</legend>
            <div className="grid grid-cols-2 gap-2 sm:grid-cols-5">
              {FIELDS.map(([key, name, unit]) => (
                <FigureEntry<Record<string, string>>
                  key={key}
                  name={`days.${i}.${key}`}
                  label={name}
                  called={`${day}: ${name}`}
                  unit={unit}
                />
              ))}
            </div>
          </fieldset>
        ))}
      </Entry>
    </details>
  );
}
