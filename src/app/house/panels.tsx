'use client';
import { fromFahrenheitDifference } from '@/core/units/trade';
import type { Celsius } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { useWatch } from 'react-hook-form';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { SPOTS } from '@/core/lawn/zone';
import type { Thermometer } from '@/data/readings';
import type { HouseSheet, saveThermometer } from '@/server/settings/view';
import type { Outcome } from '@/server/entry/outcome';
import type { addSensor } from '@/server/soil/soil-station';
import { Entry } from '../entry/entry';
import { FigureEntry, SelectEntry, TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { Panel } from './panel';

type One = (input: { id: string }) => Promise<Outcome<null>>;

type ThermometerInput = Parameters<typeof saveThermometer>[1];
const NO_THERMOMETER: ThermometerInput = { id: null, name: '', offsetF: '0', calibratedOn: '' };

export function Thermometers({
  thermometers,
  mayRecord,
  saveThermometerAction,
  putAwayAction,
}: Readonly<{
  thermometers: readonly Thermometer[];
  mayRecord: boolean;
  saveThermometerAction: (input: Parameters<typeof saveThermometer>[1]) => Promise<Outcome<null>>;
  putAwayAction: One;
}>) {
  const show = useShows();
  const entry = useEntry<ThermometerInput>(NO_THERMOMETER);
  const { run, clear, isSending, form } = entry;
  const id = useWatch({ control: form.control, name: 'id' });
  return (
    <Panel name="Thermometers">
      <p className="mt-1 text-note text-steel">
        Compare them with each other or in ice water ({show.line(0 as Celsius)}): what one shows too much is
        taken off its readings from then on.
      </p>
      <ul>
        {thermometers.map((t) => (
          <li key={t.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair">
            <b className="font-cond text-lead">{t.name}</b>
            <span>
              shows {show.warmth(fromFahrenheitDifference(Math.abs(t.offsetF)))} too{' '}
              {t.offsetF >= 0 ? 'much' : 'little'}
            </span>
            <span className="text-steel">
              {t.calibratedOn === null ? 'never compared' : `compared ${showFullDay(t.calibratedOn)}`}
            </span>
            {mayRecord && (
              <span className="ml-auto flex gap-3">
                <button
                  type="button"
                  className="min-h-touch underline"
                  onClick={() =>
                    clear({
                      id: t.id,
                      name: t.name,
                      offsetF: String(t.offsetF),
                      calibratedOn: t.calibratedOn === null ? '' : isoDay(t.calibratedOn),
                    })
                  }
                >
                  Change
                </button>
                <button
                  type="button"
                  className="min-h-touch underline"
                  disabled={isSending}
                  onClick={() => run(putAwayAction, { id: t.id })}
                >
                  Put away
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {mayRecord && (
        <Entry
          entry={entry}
          here="/house/means"
          className="mt-2 grid grid-cols-2 items-start gap-2 sm:grid-cols-[1.3fr_0.8fr_1.2fr_auto]"
          isRow
          onSend={(typed) => run(saveThermometerAction, typed, () => clear())}
          foot={
            <button className="button mt-label" disabled={isSending}>
              {id ? 'Save' : 'Add'}
            </button>
          }
        >
          <TextEntry<ThermometerInput> name="name" label="Name" />
          <FigureEntry<ThermometerInput> name="offsetF" label="Too much" called="Offset" unit="warmth" />
          <TextEntry<ThermometerInput> name="calibratedOn" label="Compared on" type="date" />
        </Entry>
      )}
    </Panel>
  );
}

type SensorInput = Parameters<typeof addSensor>[1];
export function Sensors({
  sensors,
  zones,
  mayPlan,
  addSensorAction,
}: Readonly<{
  sensors: HouseSheet['sensors'];
  zones: HouseSheet['zones'];
  mayPlan: boolean;
  addSensorAction: (input: Parameters<typeof addSensor>[1]) => Promise<Outcome<null>>;
}>) {
  const entry = useEntry<SensorInput>({
    zoneId: zones[0]?.id ?? '',
    spot: 'open',
    serviceKey: '',
    unit: 'C',
  });
  const { run, clear, isSending } = entry;
  return (
    <Panel name="Soil stations">
      <p className="mt-1 text-note text-steel">
        They report by themselves; dropouts are left out and stuck days are not used.
      </p>
      <ul>
        {sensors.map((s) => (
          <li key={s.id} className="border-b border-hair py-1.5">
            <b className="font-cond text-lead">{s.serviceKey}</b> in {s.site}, {s.spot}, °{s.unit}
            <span className="block text-fine text-steel">
              {s.fetchedTo ? `up to ${new Date(s.fetchedTo).toISOString().slice(0, 10)}` : 'nothing yet'}
              {s.trouble && ` · ${s.trouble}`}
            </span>
          </li>
        ))}
      </ul>
      {mayPlan && (
        <Entry
          entry={entry}
          here="/house/means"
          className="mt-2 grid grid-cols-2 items-start gap-2"
          onSend={(typed) => run(addSensorAction, typed, () => clear({ ...typed, serviceKey: '' }))}
          foot={
            <button className="button justify-self-start" disabled={isSending}>
              Add
            </button>
          }
        >
          <TextEntry<SensorInput> name="serviceKey" label="Name of the station" called="Station" />
          <SelectEntry<SensorInput>
            name="zoneId"
            label="It stands in"
            options={zones.map((z) => [z.id, z.site] as const)}
          />
          <SelectEntry<SensorInput> name="spot" label="Spot" options={SPOTS.map((s) => [s, s] as const)} />
          <SelectEntry<SensorInput>
            name="unit"
            label="Scale"
            options={[
              ['C', '°C'],
              ['F', '°F'],
            ]}
          />
        </Entry>
      )}
    </Panel>
  );
}
