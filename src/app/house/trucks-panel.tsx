'use client';
import { useState } from 'react';
import type { Truck } from '@/data/trucks';
import type { Outcome } from '@/server/entry/outcome';
import type { TruckInput } from '@/server/house/trucks';
import { minuteWords } from '@/ui/day-words';
import { list } from '@/ui/text';
import { Entry } from '../entry/entry';
import { TextEntry, TicksEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Panel } from './panel';

type Props = Readonly<{
  trucks: readonly Truck[];
  people: readonly string[];
  mayChange: boolean;
  saveTruckAction: (input: TruckInput) => Promise<Outcome<{ id: string }>>;
  putTruckAwayAction: (input: { id: string }) => Promise<Outcome<null>>;
}>;

const EMPTY: TruckInput = {
  id: '',
  seen: 0,
  name: '',
  people: [],
  from: '',
  to: '',
  latitude: '',
  longitude: '',
};
const clock = (minute: number | null): string =>
  minute === null
    ? ''
    : `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
const typedFrom = (t: Truck): TruckInput => ({
  id: t.id,
  seen: t.version,
  name: t.name,
  people: t.people,
  from: clock(t.from),
  to: clock(t.to),
  latitude: t.at ? String(t.at.latitude) : '',
  longitude: t.at ? String(t.at.longitude) : '',
});

/** Who goes out with what, when and from where. */
export function TrucksPanel({ trucks, people, mayChange, saveTruckAction, putTruckAwayAction }: Props) {
  const [open, setOpen] = useState<TruckInput | null>(null);
  const { run, refusal } = useCommand();
  return (
    <Panel name="Trucks" id="trucks">
      <ul className="text-note">
        {trucks.map((t) => (
          <li
            key={t.id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-hair py-1"
          >
            <span>
              <b>{t.name}</b>
              {t.people.length > 0 && `: ${list(t.people)}`}
              {t.from !== null && t.to !== null && `, ${minuteWords(t.from)} to ${minuteWords(t.to)}`}
              {!t.at && ', its place is not said'}
            </span>
            {mayChange && (
              <span className="flex gap-2">
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  onClick={() => setOpen(typedFrom(t))}
                >
                  Change {t.name}
                </button>
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  onClick={() => run(putTruckAwayAction, { id: t.id })}
                >
                  Put {t.name} away
                </button>
              </span>
            )}
          </li>
        ))}
        {!trucks.length && (
          <li>None written down. The day is planned for trucks: add the ones that go out.</li>
        )}
      </ul>
      {refusal && <RefusalWords refusal={refusal} here="/house/road" />}
      {mayChange && !open && (
        <button type="button" className="button mt-2" onClick={() => setOpen(EMPTY)}>
          Add a truck
        </button>
      )}
      {open && (
        <TruckForm
          key={open.id}
          first={open}
          people={people}
          saveTruckAction={saveTruckAction}
          onDone={() => setOpen(null)}
        />
      )}
    </Panel>
  );
}

function TruckForm({
  first,
  people,
  saveTruckAction,
  onDone,
}: Readonly<{ first: TruckInput; onDone: () => void }> & Pick<Props, 'people' | 'saveTruckAction'>) {
  const entry = useEntry<TruckInput>(first);
  const { run, form, isSending } = entry;
  const [noPlace, setNoPlace] = useState('');
  const here = () => {
    setNoPlace('');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        form.setValue('latitude', coords.latitude.toFixed(5), { shouldDirty: true });
        form.setValue('longitude', coords.longitude.toFixed(5), { shouldDirty: true });
      },
      (e) => setNoPlace(`This device does not say where it is: ${e.message}. Type the place instead.`),
    );
  };
  return (
    <Entry
      entry={entry}
      here="/house/road"
      className="mt-2 grid grid-cols-2 gap-2"
      onSend={(typed) => run(saveTruckAction, typed, onDone)}
      foot={
        <>
          <button className="button button-loud" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save the truck'}
          </button>
          <button type="button" className="button" onClick={onDone}>
            Leave it as it was
          </button>
        </>
      }
    >
      <TextEntry<TruckInput> name="name" label="Truck" hint="as its equipment names it" />
      <TicksEntry<TruckInput>
        name="people"
        legend="Who goes with it"
        options={people.map((p) => [p, p] as const)}
      />
      <TextEntry<TruckInput> name="from" label="Out at" type="time" hint="empty: the house’s working hours" />
      <TextEntry<TruckInput> name="to" label="Back at" type="time" />
      <TextEntry<TruckInput>
        name="latitude"
        label="Latitude, °"
        called="Latitude"
        inputMode="decimal"
        hint="where it begins, fills and ends"
      />
      <TextEntry<TruckInput> name="longitude" label="Longitude, °" called="Longitude" inputMode="decimal" />
      <button type="button" className="button col-span-2" onClick={here}>
        It begins where this device is now
      </button>
      {noPlace && <p className="col-span-2 text-clay">{noPlace}</p>}
    </Entry>
  );
}
