'use client';
import { fromFahrenheitDifference } from '@/core/units/trade';
import type { Celsius } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import type { Thermometer } from '@/data/readings';
import type { HouseSheet, saveThermometer } from '@/server/settings/view';
import type { Outcome } from '@/server/entry/outcome';
import type { addSensor } from '@/server/soil/soil-station';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { RefusalWords } from '../refusal-words';
import { Panel } from './panel';
import { useCommand } from '../use-command';

type One = (input: { id: string }) => Promise<Outcome<null>>;

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
  const empty = { id: null as string | null, name: '', offsetF: '0', calibratedOn: '' };
  const [typed, setTyped] = useState(empty);
  const { run, refusal, isSending } = useCommand();
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
                    setTyped({
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
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2 sm:grid-cols-[1.3fr_0.8fr_1.2fr_auto]"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveThermometerAction, typed, () => setTyped(empty));
          }}
        >
          <Labelled name="Name">
            {(f) => (
              <input
                {...f}
                value={typed.name}
                onChange={(e) => setTyped({ ...typed, name: e.target.value })}
              />
            )}
          </Labelled>
          <MeasureField
            measure="warmth"
            name="Too much"
            value={typed.offsetF}
            onChange={(v) => setTyped({ ...typed, offsetF: v })}
          />
          <Labelled name="Compared on">
            {(f) => (
              <input
                {...f}
                type="date"
                value={typed.calibratedOn}
                onChange={(e) => setTyped({ ...typed, calibratedOn: e.target.value })}
              />
            )}
          </Labelled>
          <button className="button" disabled={isSending}>
            {typed.id ? 'Save' : 'Add'}
          </button>
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/house/means" />}
    </Panel>
  );
}

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
  const [typed, setTyped] = useState<Parameters<typeof addSensor>[1]>({
    zoneId: zones[0]?.id ?? '',
    spot: 'open',
    serviceKey: '',
    unit: 'C',
  });
  const { run, refusal, isSending } = useCommand();
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
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(addSensorAction, typed, () => setTyped({ ...typed, serviceKey: '' }));
          }}
        >
          <Labelled name="Name of the station">
            {(f) => (
              <input
                {...f}
                value={typed.serviceKey}
                onChange={(e) => setTyped({ ...typed, serviceKey: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="It stands in">
            {(f) => (
              <select
                {...f}
                value={typed.zoneId}
                onChange={(e) => setTyped({ ...typed, zoneId: e.target.value })}
              >
                {zones.map((z) => (
                  <option key={z.id} value={z.id}>
                    {z.site}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Spot">
            {(f) => (
              <select
                {...f}
                value={typed.spot}
                onChange={(e) => setTyped({ ...typed, spot: e.target.value as Spot })}
              >
                {SPOTS.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </select>
            )}
          </Labelled>
          <div className="grid grid-cols-[1fr_auto] items-end gap-2">
            <Labelled name="Scale">
              {(f) => (
                <select
                  {...f}
                  value={typed.unit}
                  onChange={(e) => setTyped({ ...typed, unit: e.target.value as 'F' | 'C' })}
                >
                  <option value="C">°C</option>
                  <option value="F">°F</option>
                </select>
              )}
            </Labelled>
            <button className="button" disabled={isSending}>
              Add
            </button>
          </div>
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/house/means" />}
    </Panel>
  );
}
