'use client';
import { useState } from 'react';
import { Controller, useWatch } from 'react-hook-form';
import { textsOf } from '@/core/facts/house-figures';
import { showFullDay, type Day } from '@/core/calendar/day';
import { METHODS } from '@/core/trade/terms';
import type { StoredGateRules } from '@/data/gate-rules';
import type { Equipment } from '@/data/equipment';
import type { Licence } from '@/data/resources';
import type { EquipmentInput, GateRulesInput, LicenceInput, WaiveInput } from '@/server/settings/gate-house';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { StateInput, unknownState } from '@/ui/states';
import { useShows } from '@/ui/units';
import { Entry } from '../entry/entry';
import { SelectEntry, TextEntry, TickEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Link } from '@/ui/link';
import { outputWords } from './calibrate-form';
import { Figures } from './figures';
import { Panel } from './panel';

/** The stretch of the year in which local law allows no fertilizer: both ends, or neither. */
const BAN = [
  ['fertilizerBanFrom', 'No fertilizer from', 'By law no fertilizer from', 'As 11-15. Usual: no such law'],
  ['fertilizerBanTo', 'No fertilizer to', 'By law no fertilizer to the end of', 'The last day of it'],
] as const;

const TICKS = [
  ['noticeByCode', 'Local code asks for notice'],
  ['phosphorusByTest', 'By law, phosphorus only on new turf or by a soil test'],
  ['combineFertilizer', 'Fertilizer and pre-emergent in one granule is fine'],
  ['granuleFirst', 'On one day, the granule goes before the spray'],
] as const;

/** The house's figures for the gates: state, rain, heat, nitrogen, notice, and its schools. */
export function GateRules({
  rules,
  version,
  mayPlan,
  saveGateRulesAction,
}: Readonly<{
  rules: StoredGateRules;
  version: number;
  mayPlan: boolean;
  saveGateRulesAction: (input: GateRulesInput) => Promise<Outcome<{ version: number }>>;
}>) {
  const entry = useEntry<GateRulesInput>({
    ...rules,
    ...textsOf(rules, 'gates', 'one group'),
    seen: version,
  });
  const { run, clear, isSending, form } = entry;
  return (
    <section className="mt-6" aria-label="Gates">
      <h2 className="border-b-2 border-iron text-row">Gates</h2>
      <Entry
        entry={entry}
        here="/house/gates"
        className=""
        isLocked={!mayPlan}
        onSend={(typed) => run(saveGateRulesAction, typed, () => clear(typed))}
        foot={
          mayPlan && (
            <button className="button mt-1" disabled={isSending}>
              {isSending ? 'Saving…' : 'Save the figures of the gates'}
            </button>
          )
        }
      >
        <div className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 lg:grid-cols-3">
          <Controller
            control={form.control}
            name="state"
            render={({ field: { value, onChange } }) => (
              <Labelled
                name="State where our lawns lie"
                hint={unknownState(value) ?? 'Products must be registered there.'}
              >
                {(field) => <StateInput field={field} value={value} onChange={onChange} />}
              </Labelled>
            )}
          />
          <Figures panel="gates" />
          {BAN.map(([key, called, label, why]) => (
            <TextEntry<GateRulesInput>
              key={key}
              name={key}
              label={`${label}, month-day`}
              called={called}
              hint={why}
            />
          ))}
          <Figures panel="one group" />
          <SelectEntry<GateRulesInput>
            name="partners"
            label="A leaf-active product and a barrier"
            hint="One wants a dry leaf, the other water: the joint hours are few. Usual: together"
            options={[
              ['as labels allow', 'together, as labels allow'],
              ['never together', 'never together'],
            ]}
          />
        </div>
        <div className="mt-1 flex flex-wrap gap-x-6">
          {TICKS.map(([key, label]) => (
            <TickEntry<GateRulesInput> key={key} name={key} label={label} />
          ))}
        </div>
      </Entry>
    </section>
  );
}

/** Whose licence is valid until when, for what. */
export function Licences({
  licences,
  people,
  mayPlan,
  saveLicenceAction,
  removeLicenceAction,
}: Readonly<{
  licences: readonly Licence[];
  people: readonly Readonly<{ userId: string; name: string }>[];
  mayPlan: boolean;
  saveLicenceAction: (input: LicenceInput) => Promise<Outcome<{ person: string }>>;
  removeLicenceAction: (input: { id: string }) => Promise<Outcome<{ id: string }>>;
}>) {
  const { run, refusal } = useCommand();
  return (
    <Panel name="Licences" id="licences">
      <ul className="text-note">
        {licences.map((l) => (
          <li
            key={l.id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-hair py-1"
          >
            <span>
              <b>{l.person}</b>, {l.number}: {l.categories.join(', ')}, valid to {showFullDay(l.validTo)}
              {l.userId === null && <span className="text-steel"> (does not sign in here)</span>}
            </span>
            {mayPlan && (
              <button
                type="button"
                className="button py-0 md:min-h-desk"
                onClick={() => run(removeLicenceAction, { id: l.id })}
              >
                Remove
              </button>
            )}
          </li>
        ))}
        {!licences.length && <li>None written down: every gate “Licence” stays shut.</li>}
      </ul>
      {refusal && <RefusalWords refusal={refusal} here="/house/means" />}
      {mayPlan && <NewLicence people={people} saveLicenceAction={saveLicenceAction} />}
    </Panel>
  );
}

function NewLicence({
  people,
  saveLicenceAction,
}: Readonly<{
  people: readonly Readonly<{ userId: string; name: string }>[];
  saveLicenceAction: (input: LicenceInput) => Promise<Outcome<{ person: string }>>;
}>) {
  const entry = useEntry<LicenceInput>({
    userId: people[0]?.userId ?? '',
    person: '',
    number: '',
    categories: '',
    validTo: '',
  });
  const { run, clear, isSending, form } = entry;
  const userId = useWatch({ control: form.control, name: 'userId' });
  return (
    <Entry
      entry={entry}
      here="/house/means"
      className="mt-2 grid grid-cols-2 items-start gap-2"
      onSend={(typed) => run(saveLicenceAction, typed, () => clear())}
      foot={
        <button className="button col-span-2" disabled={isSending}>
          Add the licence
        </button>
      }
    >
      <SelectEntry<LicenceInput>
        name="userId"
        label="Person"
        options={[
          ...people.map((p) => [p.userId, p.name] as const),
          ['', 'somebody who does not sign in here'],
        ]}
      />
      {userId === '' && <TextEntry<LicenceInput> name="person" label="Whole name" />}
      <TextEntry<LicenceInput> name="number" label="Number" />
      <TextEntry<LicenceInput> name="categories" label="Categories" />
      <TextEntry<LicenceInput> name="validTo" label="Valid to" type="date" />
    </Entry>
  );
}

type WaiveAction = (input: WaiveInput) => Promise<Outcome<{ on: string }>>;

/** Going without figures has a name and a reason: gates stand ajar by it. */
function Waive({
  id,
  name,
  waiveCalibrationAction,
}: Readonly<{ id: string; name: string; waiveCalibrationAction: WaiveAction }>) {
  const [isOpen, setOpen] = useState(false);
  const entry = useEntry({ why: '' });
  const { run, clear, isSending } = entry;
  if (!isOpen)
    return (
      <button type="button" className="button py-0 md:min-h-desk" onClick={() => setOpen(true)}>
        Right without measuring…
      </button>
    );
  return (
    <Entry
      entry={entry}
      here="/house/means"
      className="flex w-full flex-wrap items-start gap-2"
      isRow
      onSend={({ why }) =>
        run(waiveCalibrationAction, { id, why }, () => {
          clear();
          setOpen(false);
        })
      }
      foot={
        <button className="button mt-label" disabled={isSending}>
          Write it down with my name
        </button>
      }
    >
      <TextEntry<{ why: string }>
        name="why"
        label={`Why ${name} is right without measuring`}
        called="Why"
        maxLength={300}
      />
    </Entry>
  );
}

/** Sprayers and spreaders, and when each was last calibrated. */
export function EquipmentPanel({
  equipment,
  today,
  mayPlan,
  saveEquipmentAction,
  waiveCalibrationAction,
}: Readonly<{
  equipment: readonly Equipment[];
  today: Day;
  mayPlan: boolean;
  saveEquipmentAction: (input: EquipmentInput) => Promise<Outcome<{ name: string }>>;
  waiveCalibrationAction: WaiveAction;
}>) {
  const show = useShows();
  return (
    <Panel name="Equipment" id="equipment">
      <ul className="text-note">
        {equipment.map((e) => (
          <li
            key={e.id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-hair py-1"
          >
            <span>
              <b>{e.name}</b>, {e.method}:{' '}
              {e.calibratedOn === null ? 'never calibrated' : `calibrated ${showFullDay(e.calibratedOn)}`}
              {e.output && `, ${outputWords(e.output, show)}`}{' '}
              <Link
                href={`/house/calibrate/${e.id}`}
                className="inline-flex min-h-touch items-center font-semibold md:min-h-0"
              >
                Calibrate, or say what it is
              </Link>
            </span>
            {e.waived && (
              <span className="w-full text-steel">
                Without figures: {e.waived.by} said it is right, {e.waived.why}.
              </span>
            )}
            {mayPlan && e.calibratedOn !== today && (
              <Waive id={e.id} name={e.name} waiveCalibrationAction={waiveCalibrationAction} />
            )}
          </li>
        ))}
        {!equipment.length && <li>None written down: every gate “Equipment” stays shut.</li>}
      </ul>
      {mayPlan && <NewEquipment saveEquipmentAction={saveEquipmentAction} />}
    </Panel>
  );
}

function NewEquipment({
  saveEquipmentAction,
}: Readonly<{ saveEquipmentAction: (input: EquipmentInput) => Promise<Outcome<{ name: string }>> }>) {
  const entry = useEntry<EquipmentInput>({ name: '', method: 'backpack', calibratedOn: '' });
  const { run, clear, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here="/house/means"
      className="mt-2 grid grid-cols-2 items-start gap-2"
      isRow
      onSend={(typed) => run(saveEquipmentAction, typed, () => clear())}
      foot={
        <button className="button mt-label" disabled={isSending}>
          Add it
        </button>
      }
    >
      <TextEntry<EquipmentInput> name="name" label="Name" />
      <SelectEntry<EquipmentInput> name="method" label="Kind" options={METHODS.map((m) => [m, m] as const)} />
      <TextEntry<EquipmentInput> name="calibratedOn" label="Calibrated" type="date" hint="empty: never" />
    </Entry>
  );
}
