'use client';
import { useState } from 'react';
import type { Truck } from '@/data/trucks';
import type { Outcome } from '@/server/entry/outcome';
import type { TruckInput } from '@/server/house/trucks';
import { minuteWords } from '@/ui/day-words';
import { Labelled } from '@/ui/labelled';
import { list } from '@/ui/words';
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
  const [typed, setTyped] = useState<TruckInput | null>(null);
  const { run, issue, refusal, isSending } = useCommand();
  const set = (change: Partial<TruckInput>) => typed && setTyped({ ...typed, ...change });
  const [noPlace, setNoPlace] = useState('');
  const here = () => {
    setNoPlace('');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => set({ latitude: coords.latitude.toFixed(5), longitude: coords.longitude.toFixed(5) }),
      (e) => setNoPlace(`This device does not say where it is: ${e.message}. Type the place instead.`),
    );
  };
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
                  onClick={() => setTyped(typedFrom(t))}
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
      {mayChange && !typed && (
        <button type="button" className="button mt-2" onClick={() => setTyped(EMPTY)}>
          Add a truck
        </button>
      )}
      {typed && (
        <form
          noValidate
          className="mt-2 grid grid-cols-2 gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveTruckAction, typed, () => setTyped(null));
          }}
        >
          <Labelled name="Truck" issue={issue('Truck')} hint="as its equipment names it">
            {(f) => <input {...f} value={typed.name} onChange={(e) => set({ name: e.target.value })} />}
          </Labelled>
          <fieldset>
            <legend className="text-note text-steel">Who goes with it</legend>
            {people.map((p) => (
              <label key={p} className="flex min-h-touch items-center gap-2 md:min-h-slim">
                <input
                  type="checkbox"
                  className="size-5 accent-[var(--color-moss)]"
                  checked={typed.people.includes(p)}
                  onChange={(e) =>
                    set({
                      people: e.target.checked ? [...typed.people, p] : typed.people.filter((x) => x !== p),
                    })
                  }
                />
                {p}
              </label>
            ))}
          </fieldset>
          <Labelled name="Out at" issue={issue('Out at')} hint="empty: the house’s working hours">
            {(f) => (
              <input {...f} type="time" value={typed.from} onChange={(e) => set({ from: e.target.value })} />
            )}
          </Labelled>
          <Labelled name="Back at" issue={issue('Back at')}>
            {(f) => (
              <input {...f} type="time" value={typed.to} onChange={(e) => set({ to: e.target.value })} />
            )}
          </Labelled>
          <Labelled name="Latitude, °" issue={issue('Latitude')} hint="where it begins, fills and ends">
            {(f) => (
              <input
                {...f}
                inputMode="decimal"
                value={typed.latitude}
                onChange={(e) => set({ latitude: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Longitude, °" issue={issue('Longitude')}>
            {(f) => (
              <input
                {...f}
                inputMode="decimal"
                value={typed.longitude}
                onChange={(e) => set({ longitude: e.target.value })}
              />
            )}
          </Labelled>
          <button type="button" className="button col-span-2" onClick={here}>
            It begins where this device is now
          </button>
          {noPlace && <p className="col-span-2 text-clay">{noPlace}</p>}
          <button className="button button-loud" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save the truck'}
          </button>
          <button type="button" className="button" onClick={() => setTyped(null)}>
            Leave it as it was
          </button>
        </form>
      )}
      {refusal && (
        <RefusalWords
          refusal={refusal}
          here="/house/road"
          shown={['Truck', 'Out at', 'Back at', 'Latitude', 'Longitude']}
        />
      )}
    </Panel>
  );
}
