'use client';
import { useState } from 'react';
import { textsOf } from '@/core/facts/house-figures';
import { showFullDay, type Day } from '@/core/calendar/day';
import { METHODS, type Method } from '@/core/trade/terms';
import type { StoredGateRules } from '@/data/gate-rules';
import type { Equipment } from '@/data/equipment';
import type { Licence } from '@/data/resources';
import type { EquipmentInput, GateRulesInput, LicenceInput, WaiveInput } from '@/server/settings/gate-house';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { StateInput, unknownState } from '@/ui/states';
import { useShows } from '@/ui/units';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Link } from '@/ui/link';
import { outputWords } from './calibrate-form';
import { Figures, fieldNames } from './figures';
import { Panel } from './panel';

/** The stretch of the year in which local law allows no fertilizer: both ends, or neither. */
const BAN = [
  ['fertilizerBanFrom', 'No fertilizer from', 'By law no fertilizer from', 'As 11-15. Usual: no such law'],
  ['fertilizerBanTo', 'No fertilizer to', 'By law no fertilizer to the end of', 'The last day of it'],
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
  /** null: nothing typed; what is typed keeps the version that its person saw */
  const [edited, setEdited] = useState<GateRulesInput | null>(null);
  const typed = edited ?? { ...rules, ...textsOf(rules, 'gates', 'one group'), seen: version };
  const { run, issue, refusal, isSending } = useCommand();
  const set = (change: Partial<GateRulesInput>) => setEdited({ ...typed, ...change });
  return (
    <section className="mt-6" aria-label="Gates">
      <h2 className="border-b-2 border-iron text-row">Gates</h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          run(saveGateRulesAction, typed, () => setEdited(null));
        }}
      >
        <div className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 lg:grid-cols-3">
          <Labelled
            name="State where our lawns lie"
            hint={unknownState(typed.state) ?? 'Products must be registered there.'}
          >
            {(field) => (
              <StateInput
                field={field}
                disabled={!mayPlan}
                value={typed.state}
                onChange={(state) => set({ state })}
              />
            )}
          </Labelled>
          <Figures panel="gates" typed={typed} set={set} issue={issue} mayChange={mayPlan} />
          {BAN.map(([key, field, name, why]) => (
            <Labelled key={key} name={`${name}, month-day`} issue={issue(field)} hint={why}>
              {(f) => (
                <input
                  {...f}
                  disabled={!mayPlan}
                  value={typed[key]}
                  onChange={(e) => set({ [key]: e.target.value })}
                />
              )}
            </Labelled>
          ))}
          <Figures panel="one group" typed={typed} set={set} issue={issue} mayChange={mayPlan} />
          <Labelled
            name="A leaf-active product and a barrier"
            hint="One wants a dry leaf, the other water: the joint hours are few. Usual: together"
          >
            {(field) => (
              <select
                {...field}
                disabled={!mayPlan}
                value={typed.partners}
                onChange={(e) =>
                  set({
                    partners: e.target.value === 'never together' ? 'never together' : 'as labels allow',
                  })
                }
              >
                <option value="as labels allow">together, as labels allow</option>
                <option value="never together">never together</option>
              </select>
            )}
          </Labelled>
        </div>
        <div className="mt-1 flex flex-wrap gap-x-6">
          {(
            [
              ['noticeByCode', 'Local code asks for notice'],
              ['phosphorusByTest', 'By law, phosphorus only on new turf or by a soil test'],
              ['combineFertilizer', 'Fertilizer and pre-emergent in one granule is fine'],
              ['granuleFirst', 'On one day, the granule goes before the spray'],
            ] as const
          ).map(([key, name]) => (
            <label key={key} className="flex min-h-touch items-center gap-2">
              <input
                type="checkbox"
                className="h-5 w-5 accent-[var(--color-moss)]"
                disabled={!mayPlan}
                checked={typed[key]}
                onChange={(e) => set({ [key]: e.target.checked })}
              />
              {name}
            </label>
          ))}
        </div>
        {refusal && (
          <RefusalWords
            refusal={refusal}
            here="/house/gates"
            shown={[...fieldNames('gates', 'one group'), ...BAN.map(([, field]) => field)]}
          />
        )}
        {mayPlan && (
          <button className="button mt-1" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save the figures of the gates'}
          </button>
        )}
      </form>
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
  const empty = { userId: people[0]?.userId ?? '', person: '', number: '', categories: '', validTo: '' };
  const [typed, setTyped] = useState<LicenceInput>(empty);
  const { run, issue, refusal, isSending } = useCommand();
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
      {mayPlan && (
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveLicenceAction, typed, () => setTyped(empty));
          }}
        >
          <Labelled name="Person" issue={issue('Person')}>
            {(f) => (
              <select
                {...f}
                value={typed.userId}
                onChange={(e) => setTyped({ ...typed, userId: e.target.value })}
              >
                {people.map((p) => (
                  <option key={p.userId} value={p.userId}>
                    {p.name}
                  </option>
                ))}
                <option value="">somebody who does not sign in here</option>
              </select>
            )}
          </Labelled>
          {(
            [
              ...(typed.userId === '' ? [['person', 'Whole name', 'text'] as const] : []),
              ['number', 'Number', 'text'],
              ['categories', 'Categories', 'text'],
              ['validTo', 'Valid to', 'date'],
            ] as const
          ).map(([key, name, type]) => (
            <Labelled key={key} name={name} issue={issue(name)}>
              {(f) => (
                <input
                  {...f}
                  type={type}
                  value={typed[key]}
                  onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
                />
              )}
            </Labelled>
          ))}
          <button className="button col-span-2" disabled={isSending}>
            Add the licence
          </button>
        </form>
      )}
      {refusal && (
        <RefusalWords
          refusal={refusal}
          here="/house/means"
          shown={['Person', 'Number', 'Categories', 'Valid to']}
        />
      )}
    </Panel>
  );
}

type WaiveAction = (input: WaiveInput) => Promise<Outcome<{ on: string }>>;

/** Going without figures has a name and a reason: gates stand ajar by it. */
function Waive({
  id,
  name,
  waiveCalibrationAction,
}: Readonly<{ id: string; name: string; waiveCalibrationAction: WaiveAction }>) {
  const [why, setWhy] = useState<string | null>(null);
  const { run, issue, refusal, isSending } = useCommand();
  if (why === null)
    return (
      <button type="button" className="button py-0 md:min-h-desk" onClick={() => setWhy('')}>
        Right without measuring…
      </button>
    );
  return (
    <form
      className="flex w-full flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        run(waiveCalibrationAction, { id, why }, () => setWhy(null));
      }}
    >
      <Labelled name={`Why ${name} is right without measuring`} issue={issue('Why')}>
        {(f) => <input {...f} maxLength={300} value={why} onChange={(e) => setWhy(e.target.value)} />}
      </Labelled>
      <button className="button" disabled={isSending}>
        Write it down with my name
      </button>
      {refusal && <RefusalWords refusal={refusal} here="/house/means" shown={['Why']} />}
    </form>
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
  const empty: EquipmentInput = { name: '', method: 'backpack', calibratedOn: '' };
  const [typed, setTyped] = useState(empty);
  const { run, issue, refusal, isSending } = useCommand();
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
      {mayPlan && (
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveEquipmentAction, typed, () => setTyped(empty));
          }}
        >
          <Labelled name="Name" issue={issue('Name')}>
            {(f) => (
              <input
                {...f}
                value={typed.name}
                onChange={(e) => setTyped({ ...typed, name: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Kind">
            {(f) => (
              <select
                {...f}
                value={typed.method}
                onChange={(e) => setTyped({ ...typed, method: e.target.value as Method })}
              >
                {METHODS.map((m) => (
                  <option key={m}>{m}</option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Calibrated" issue={issue('Calibrated')} hint="empty: never">
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
            Add it
          </button>
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/house/means" shown={['Name', 'Calibrated']} />}
    </Panel>
  );
}
