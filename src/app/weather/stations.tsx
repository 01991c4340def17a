'use client';
import { fromFeet } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { showFullDay, type Day } from '@/core/calendar/day';
import { figure, type Shows } from '@/core/units/format';
import type { Outcome } from '@/server/entry/outcome';
import type { StationInput, StationNews, StationsSheet } from '@/server/house/stations';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { Link } from '@/ui/link';
import { plural } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

const EMPTY: StationInput = {
  id: null,
  name: '',
  latitude: '',
  longitude: '',
  elevationFt: '',
  serviceKey: '',
};
const SHOWN = ['Name', 'Latitude', 'Longitude', 'Height'];

/** The stations with how far their weather reaches, and a form for one. */
export function Stations({
  sheet,
  mayChange,
  saveStationAction,
}: Readonly<{
  sheet: StationsSheet;
  mayChange: boolean;
  saveStationAction: (input: StationInput) => Promise<Outcome<{ id: string }>>;
}>) {
  const show = useShows();
  const [typed, setTyped] = useState<StationInput>(EMPTY);
  const { run, issue, refusal, isSending } = useCommand();
  const set = (change: Partial<StationInput>) => setTyped({ ...typed, ...change });
  return (
    <>
      <ul className="mt-3">
        {sheet.stations.map((s) => (
          <li key={s.id} className="flex flex-wrap items-start gap-x-6 border-b border-hair py-2">
            <div className="min-w-[16em] grow">
              <b className="font-cond text-row">{s.name}</b>
              <p className="text-note text-steel">{placeWords(s, show)}</p>
              <p>{reachWords(s, sheet)}</p>
              {s.forecastError && <p className="text-note text-steel">{errorWords(s.forecastError, show)}</p>}
              {s.trouble && <p className="text-clay">The weather service is {s.trouble}.</p>}
            </div>
            {mayChange && (
              <div className="flex gap-2">
                <Link href="/imports?kind=weather" className="button py-0 md:min-h-desk">
                  Bring weather in from a file
                </Link>
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  onClick={() =>
                    setTyped({
                      id: s.id,
                      name: s.name,
                      latitude: String(s.latitude),
                      serviceKey: s.serviceKey,
                      longitude: s.longitude === null ? '' : String(s.longitude),
                      elevationFt: s.elevationFt === null ? '' : String(s.elevationFt),
                    })
                  }
                >
                  Change
                </button>
              </div>
            )}
          </li>
        ))}
        {!sheet.stations.length && <li className="py-2">No station yet. Lawns need one: add it here.</li>}
      </ul>
      {mayChange && (
        <form
          className="mt-4 border-2 border-hair bg-paper px-4 py-3"
          aria-label={typed.id ? 'Change a station' : 'Add a station'}
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            run(saveStationAction, typed, () => setTyped(EMPTY));
          }}
        >
          <h2 className="text-row">{typed.id ? `Change ${typed.name}` : 'Add a station'}</h2>
          <div className="mt-1 grid grid-cols-2 items-start gap-2 sm:grid-cols-4">
            <Labelled name="Name" issue={issue('Name')} hint="As people call it.">
              {(f) => <input {...f} value={typed.name} onChange={(e) => set({ name: e.target.value })} />}
            </Labelled>
            <Labelled name="Latitude, ° north" issue={issue('Latitude')}>
              {(f) => (
                <input
                  {...f}
                  inputMode="decimal"
                  placeholder="38.60"
                  value={typed.latitude}
                  onChange={(e) => set({ latitude: e.target.value })}
                />
              )}
            </Labelled>
            <Labelled name="Longitude, ° east" issue={issue('Longitude')} hint="West of Greenwich: minus.">
              {(f) => (
                <input
                  {...f}
                  placeholder="-90.20"
                  value={typed.longitude}
                  onChange={(e) => set({ longitude: e.target.value })}
                />
              )}
            </Labelled>
            <MeasureField
              measure="length"
              name="Height"
              issue={issue('Height')}
              hint="May stay empty."
              value={typed.elevationFt}
              onChange={(v) => set({ elevationFt: v })}
            />
            {sheet.hasService && (
              <Labelled name="Key at the weather service" hint="Empty: its weather comes by file.">
                {(f) => (
                  <input
                    {...f}
                    value={typed.serviceKey}
                    onChange={(e) => set({ serviceKey: e.target.value })}
                  />
                )}
              </Labelled>
            )}
          </div>
          {refusal && <RefusalWords refusal={refusal} here="/weather" shown={SHOWN} />}
          <div className="mt-2 flex gap-2">
            <button className="button button-loud" disabled={isSending}>
              {typed.id ? 'Save the station' : 'Add the station'}
            </button>
            {typed.id && (
              <button type="button" className="button" onClick={() => setTyped(EMPTY)}>
                Leave it as it was
              </button>
            )}
          </div>
        </form>
      )}
    </>
  );
}

const placeWords = (s: StationNews, show: Shows): string =>
  [
    `${figure(Math.abs(s.latitude), 2)}° ${s.latitude < 0 ? 'south' : 'north'}`,
    s.longitude !== null && `${figure(Math.abs(s.longitude), 2)}° ${s.longitude < 0 ? 'west' : 'east'}`,
    s.elevationFt !== null && show.length(fromFeet(s.elevationFt)),
    `standard time UTC${s.utcOffsetHours < 0 ? '−' : '+'}${Math.abs(s.utcOffsetHours)} h`,
    s.serviceKey ? 'from the weather service' : 'from files',
  ]
    .filter(Boolean)
    .join(' · ');

const errorWords = (
  { days, dayAhead, weekAhead }: NonNullable<StationNews['forecastError']>,
  show: Shows,
): string =>
  `The forecast of air temperature is usually off by ${show.warmth(dayAhead)} a day ahead${
    weekAhead === null ? '' : ` and ${show.warmth(weekAhead)} a week ahead`
  }, by ${plural(days, 'forecast day')} checked against what came.`;

function reachWords(
  { from, to, days, forecastIssuedOn }: StationNews,
  { today, yearsAsked }: StationsSheet,
): string {
  if (from === null || to === null)
    return `No weather on file. Bring in past years (${yearsAsked} are used), up to yesterday.`;
  const behind = today - to - 1;
  const late = behind > 0 ? `, ${plural(behind, 'day')} behind` : '';
  const ahead =
    forecastIssuedOn === null ? 'no forecast' : `forecast of ${ageWords(forecastIssuedOn, today)}`;
  return `${plural(days, 'day')} on file, ${showFullDay(from)} to ${showFullDay(to)}${late}; ${ahead}.`;
}
const ageWords = (issued: Day, today: Day) =>
  issued === today ? 'today' : `${showFullDay(issued)}, ${plural(today - issued, 'day')} old`;
