'use client';
import { fromFeet } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { showFullDay, type Day } from '@/core/calendar/day';
import type { Shows } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import type { Outcome } from '@/server/entry/outcome';
import type { StationInput, StationNews, StationsSheet } from '@/server/house/stations';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { Entry } from '../entry/entry';
import { FigureEntry, TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';

const EMPTY: StationInput = {
  id: null,
  name: '',
  latitude: '',
  longitude: '',
  elevationFt: '',
  serviceKey: '',
};

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
  const [open, setOpen] = useState<StationInput>(EMPTY);
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
                    setOpen({
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
        <StationForm
          key={open.id}
          first={open}
          hasService={sheet.hasService}
          saveStationAction={saveStationAction}
          onDone={() => setOpen(EMPTY)}
        />
      )}
    </>
  );
}

function StationForm({
  first,
  hasService,
  saveStationAction,
  onDone,
}: Readonly<{
  first: StationInput;
  hasService: boolean;
  saveStationAction: (input: StationInput) => Promise<Outcome<{ id: string }>>;
  onDone: () => void;
}>) {
  const entry = useEntry<StationInput>(first);
  const { run, clear, isSending } = entry;
  const isThere = first.id !== null;
  return (
    <div className="mt-4 border-2 border-hair bg-paper px-4 py-3">
      <h2 className="text-row">{isThere ? `Change ${first.name}` : 'Add a station'}</h2>
      <Entry
        entry={entry}
        here="/weather"
        name={isThere ? 'Change a station' : 'Add a station'}
        className="mt-1 grid grid-cols-2 items-start gap-2 sm:grid-cols-4"
        onSend={(typed) =>
          run(saveStationAction, typed, () => {
            clear();
            onDone();
          })
        }
        foot={
          <div className="col-span-full flex gap-2">
            <button className="button button-loud" disabled={isSending}>
              {isThere ? 'Save the station' : 'Add the station'}
            </button>
            {isThere && (
              <button type="button" className="button" onClick={onDone}>
                Leave it as it was
              </button>
            )}
          </div>
        }
      >
        <TextEntry<StationInput> name="name" label="Name" hint="As people call it." />
        <TextEntry<StationInput>
          name="latitude"
          label="Latitude, ° north"
          called="Latitude"
          inputMode="decimal"
          placeholder="38.60"
        />
        <TextEntry<StationInput>
          name="longitude"
          label="Longitude, ° east"
          called="Longitude"
          hint="West of Greenwich: minus."
          placeholder="-90.20"
        />
        <FigureEntry<StationInput> name="elevationFt" label="Height" unit="length" hint="May stay empty." />
        {hasService && (
          <TextEntry<StationInput>
            name="serviceKey"
            label="Key at the weather service"
            hint="Empty: its weather comes by file."
          />
        )}
      </Entry>
    </div>
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
