'use client';
import { useState } from 'react';
import { isoDay, showFullDay, type Day } from '@/core/calendar/day';
import { EQUIPMENT_NOTES, type EquipmentNoteKind } from '@/core/trade/terms';
import { KG_PER_LB, L_PER_GAL } from '@/core/units/trade';
import type { Equipment, EquipmentNote } from '@/data/equipment';
import type { Outcome } from '@/server/entry/outcome';
import type { DetailsInput, NoteInput } from '@/server/house/equipment';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { RefusalWords } from '../refusal-words';
import { useSendKey } from '../use-send-key';
import { useCommand } from '../use-command';

const typedOf = (si: number | null, inSi: number) =>
  si === null || si === 0 ? '' : String(Number((si / inSi).toPrecision(7)));

type Props = Readonly<{
  equipment: Equipment;
  notes: readonly EquipmentNote[];
  today: Day;
  mayChange: boolean;
  mayRecord: boolean;
  saveDetailsAction: (input: DetailsInput) => Promise<Outcome<null>>;
  noteEquipmentAction: (input: NoteInput) => Promise<Outcome<null>>;
}>;

/** What it holds and carries, and what befell it. */
export function EquipmentDetails({ mayChange, mayRecord, ...props }: Props) {
  return (
    <div className="mx-auto max-w-2xl px-4 pb-10">
      {mayChange && <Details {...props} />}
      <Notes {...props} mayRecord={mayRecord} />
    </div>
  );
}

function Details({ equipment: e, saveDetailsAction }: Pick<Props, 'equipment' | 'saveDetailsAction'>) {
  const isSpreader = e.method === 'spreader';
  const onFile = {
    name: e.name,
    fitted: e.fitted,
    truck: e.truck,
    isRidden: e.isRidden,
    tank: typedOf(e.tank, L_PER_GAL),
    dead: typedOf(e.dead, L_PER_GAL),
    hopper: typedOf(e.hopper, KG_PER_LB),
  };
  const [typed, setTyped] = useState(onFile);
  const { run, issue, refusal, isSending } = useCommand();
  const [isSaved, setSaved] = useState(false);
  const set = (change: Partial<typeof typed>) => {
    setSaved(false);
    setTyped({ ...typed, ...change });
  };
  const words = (name: string, key: 'name' | 'fitted' | 'truck', hint: string | null = null) => (
    <Labelled name={name} hint={hint} issue={issue(name)}>
      {(f) => <input {...f} value={typed[key]} onChange={(x) => set({ [key]: x.target.value })} />}
    </Labelled>
  );
  const measured = (name: string, key: 'tank' | 'dead' | 'hopper', hint: string | null = null) => (
    <MeasureField
      name={name}
      hint={hint}
      measure={key === 'hopper' ? 'weight' : 'volume'}
      issue={issue(name)}
      value={typed[key]}
      onChange={(v) => set({ [key]: v })}
    />
  );
  return (
    <section className="mt-5" aria-label="What it is">
      <h2 className="border-b-2 border-iron text-row">What it is</h2>
      <form
        noValidate
        className="mt-2 grid grid-cols-1 items-start gap-3 sm:grid-cols-2"
        onSubmit={(x) => {
          x.preventDefault();
          run(saveDetailsAction, { equipmentId: e.id, version: e.version, ...typed }, () => setSaved(true));
        }}
      >
        {words('Name', 'name')}
        {words('Truck', 'truck', 'which one carries it')}
        {words(isSpreader ? 'Setting of the gate' : 'Nozzles', 'fitted')}
        {isSpreader
          ? measured('Hopper', 'hopper', 'what it holds when full')
          : measured('Tank', 'tank', 'what it holds when full')}
        {!isSpreader && measured('Stays in pump and hose', 'dead', 'when nothing more comes out')}
        <label className="flex min-h-touch items-center gap-3 self-end">
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-[var(--color-moss)]"
            checked={typed.isRidden}
            onChange={(x) => set({ isRidden: x.target.checked })}
          />
          You ride on it
        </label>
        <button className="button sm:col-span-2" disabled={isSending}>
          {isSending ? 'Saving…' : 'Save what it is'}
        </button>
      </form>
      {isSaved && (
        <p role="status" className="mt-2 border-l-4 border-moss bg-paper px-3 py-2">
          Saved. Loads go by it from now on.
        </p>
      )}
      {refusal && (
        <RefusalWords
          refusal={refusal}
          here={`/house/calibrate/${e.id}`}
          shown={['Name', 'Tank', 'Hopper', 'Stays in pump and hose']}
        />
      )}
    </section>
  );
}

const KINDS: Readonly<Record<EquipmentNoteKind, string>> = {
  worn: 'worn',
  repaired: 'repaired',
  changed: 'nozzle or part changed',
  cleaned: 'cleaned: tank, screens, hopper',
};

function Notes({
  equipment,
  notes,
  today,
  mayRecord,
  noteEquipmentAction,
}: Omit<Props, 'mayChange' | 'saveDetailsAction'>) {
  const empty = { kind: 'worn' as EquipmentNoteKind, on: isoDay(today), words: '' };
  const [typed, setTyped] = useState(empty);
  const { run, issue, refusal, isSending } = useCommand();
  const { keyOf, answered } = useSendKey();
  return (
    <section className="mt-5" aria-label="Wear and repairs">
      <h2 className="border-b-2 border-iron text-row">Wear and repairs</h2>
      {!notes.length && <p className="mt-1 text-steel">Nothing written down yet.</p>}
      <ul>
        {notes.map((n) => (
          <li key={n.id} className="border-b border-hair py-1.5">
            <b>{KINDS[n.kind]}</b>: {n.words}{' '}
            <span className="text-steel">
              {showFullDay(n.on)}, {n.person}
            </span>
          </li>
        ))}
      </ul>
      {mayRecord && (
        <form
          noValidate
          className="mt-2 grid grid-cols-2 items-start gap-3"
          onSubmit={(x) => {
            x.preventDefault();
            const what = { equipmentId: equipment.id, ...typed };
            run(noteEquipmentAction, { sendKey: keyOf(what), ...what }, () => {
              answered();
              setTyped(empty);
            });
          }}
        >
          <Labelled name="It is">
            {(f) => (
              <select
                {...f}
                value={typed.kind}
                onChange={(x) => setTyped({ ...typed, kind: x.target.value as EquipmentNoteKind })}
              >
                {EQUIPMENT_NOTES.map((k) => (
                  <option key={k} value={k}>
                    {KINDS[k]}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="On" issue={issue('On')}>
            {(f) => (
              <input
                {...f}
                type="date"
                value={typed.on}
                onChange={(x) => setTyped({ ...typed, on: x.target.value })}
              />
            )}
          </Labelled>
          <div className="col-span-2">
            <Labelled name="What" issue={issue('What')}>
              {(f) => (
                <input
                  {...f}
                  value={typed.words}
                  onChange={(x) => setTyped({ ...typed, words: x.target.value })}
                />
              )}
            </Labelled>
          </div>
          <button className="button col-span-2" disabled={isSending}>
            Write it down
          </button>
        </form>
      )}
      {refusal && (
        <RefusalWords refusal={refusal} here={`/house/calibrate/${equipment.id}`} shown={['On', 'What']} />
      )}
    </section>
  );
}
