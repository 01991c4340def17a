'use client';
import { useState } from 'react';
import { useFormState } from 'react-hook-form';
import { isoDay, showFullDay, type Day } from '@/core/calendar/day';
import { EQUIPMENT_NOTES, type EquipmentNoteKind } from '@/core/trade/terms';
import { KG_PER_LB, L_PER_GAL } from '@/core/units/trade';
import type { Equipment, EquipmentNote } from '@/data/equipment';
import type { Outcome } from '@/server/entry/outcome';
import type { DetailsInput, NoteInput } from '@/server/house/equipment';
import { Entry } from '../entry/entry';
import { FigureEntry, SelectEntry, TextEntry, TickEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';

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

type What = Omit<DetailsInput, 'equipmentId' | 'version'>;
function Details({ equipment: e, saveDetailsAction }: Pick<Props, 'equipment' | 'saveDetailsAction'>) {
  const isSpreader = e.method === 'spreader';
  const entry = useEntry<What>({
    name: e.name,
    fitted: e.fitted,
    truck: e.truck,
    isRidden: e.isRidden,
    tank: typedOf(e.tank, L_PER_GAL),
    dead: typedOf(e.dead, L_PER_GAL),
    hopper: typedOf(e.hopper, KG_PER_LB),
  });
  const { run, form, clear, isSending } = entry;
  const { isDirty } = useFormState({ control: form.control });
  const [isSaved, setSaved] = useState(false);
  const full = 'what it holds when full';
  return (
    <section className="mt-5" aria-label="What it is">
      <h2 className="border-b-2 border-iron text-row">What it is</h2>
      <Entry
        entry={entry}
        here={`/house/calibrate/${e.id}`}
        className="mt-2 grid grid-cols-1 items-start gap-3 sm:grid-cols-2"
        onSend={(typed) =>
          run(saveDetailsAction, { equipmentId: e.id, version: e.version, ...typed }, () => {
            clear(typed);
            setSaved(true);
          })
        }
        foot={
          <button className="button sm:col-span-2" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save what it is'}
          </button>
        }
      >
        <TextEntry<What> name="name" label="Name" />
        <TextEntry<What> name="truck" label="Truck" hint="which one carries it" />
        <TextEntry<What> name="fitted" label={isSpreader ? 'Setting of the gate' : 'Nozzles'} />
        {isSpreader ? (
          <FigureEntry<What> name="hopper" label="Hopper" unit="weight" hint={full} />
        ) : (
          <>
            <FigureEntry<What> name="tank" label="Tank" unit="volume" hint={full} />
            <FigureEntry<What>
              name="dead"
              label="Stays in pump and hose"
              unit="volume"
              hint="when nothing more comes out"
            />
          </>
        )}
        <TickEntry<What> name="isRidden" label="You ride on it" />
      </Entry>
      {isSaved && !isDirty && (
        <p role="status" className="mt-2 border-l-4 border-moss bg-paper px-3 py-2">
          Saved. Loads go by it from now on.
        </p>
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

type Note = Omit<NoteInput, 'sendKey' | 'equipmentId'>;
function Notes({
  equipment,
  notes,
  today,
  mayRecord,
  noteEquipmentAction,
}: Omit<Props, 'mayChange' | 'saveDetailsAction'>) {
  const entry = useEntry<Note>({ kind: 'worn', on: isoDay(today), words: '' });
  const { run, keyOf, clear, isSending } = entry;
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
        <Entry
          entry={entry}
          here={`/house/calibrate/${equipment.id}`}
          className="mt-2 grid grid-cols-2 items-start gap-3"
          onSend={(typed) => {
            const what = { equipmentId: equipment.id, ...typed };
            run(noteEquipmentAction, { sendKey: keyOf(what), ...what }, () => clear());
          }}
          foot={
            <button className="button col-span-2" disabled={isSending}>
              Write it down
            </button>
          }
        >
          <SelectEntry<Note>
            name="kind"
            label="It is"
            options={EQUIPMENT_NOTES.map((k) => [k, KINDS[k]] as const)}
          />
          <TextEntry<Note> name="on" label="On" type="date" />
          <div className="col-span-2">
            <TextEntry<Note> name="words" label="What" />
          </div>
        </Entry>
      )}
    </section>
  );
}
