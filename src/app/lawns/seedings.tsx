'use client';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { SOWINGS } from '@/core/lawn/zone';
import { SelectEntry, TextEntry } from '../entry/fields';
import type { LawnTyped } from './lawn-draft';

/** New turf that is planned, each with its day: barriers are held against every one of them. */
export function Seedings() {
  const { control } = useFormContext<LawnTyped>();
  const { fields, append, remove } = useFieldArray({ control, name: 'seedings' });
  return (
    <div className="mt-2">
      {fields.map((s, i) => (
        <div key={s.id} className="mt-2 flex flex-wrap items-end gap-3">
          <SelectEntry<LawnTyped>
            name={`seedings.${i}.kind`}
            label={`New turf ${i + 1}`}
            options={SOWINGS.map((k) => [k, k])}
          />
          <TextEntry<LawnTyped>
            name={`seedings.${i}.on`}
            label={`Day of it ${i + 1}`}
            called={`Seeding ${i + 1}`}
            type="date"
          />
          <button type="button" className="button" onClick={() => remove(i)}>
            Remove it
          </button>
        </div>
      ))}
      <button type="button" className="button mt-2" onClick={() => append({ on: '', kind: 'seed' })}>
        Plan seed, sod or sprigs
      </button>
    </div>
  );
}
