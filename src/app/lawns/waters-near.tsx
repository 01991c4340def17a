'use client';
import { useController, useFormContext } from 'react-hook-form';
import { WATERS, type Water } from '@/core/lawn/zone';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { useIssues } from '../entry/fields';
import type { LawnTyped } from './lawn-draft';

type Near = Readonly<{ kind: Water; feet: string }>;
/** Every water near a zone with its distance. That nobody has looked is not the same as that there is none. */
export function WatersNear() {
  const { control } = useFormContext<LawnTyped>();
  const { field: near } = useController({ control, name: 'waters' });
  const waters: readonly Near[] | null = near.value;
  const onChange = (to: readonly Near[] | null) => near.onChange(to);
  const issueOf = useIssues((waters ?? []).map((w) => `Distance to the ${w.kind}`));
  const change = (i: number, to: Partial<Near>) =>
    onChange((waters ?? []).map((w, k) => (k === i ? { ...w, ...to } : w)));
  const said = waters === null ? 'nobody' : waters.length ? 'some' : 'none';
  return (
    <div className="mt-2">
      <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
        <Labelled name="Wells and water near by">
          {(field) => (
            <select
              {...field}
              value={said}
              onChange={(e) =>
                onChange(
                  e.target.value === 'nobody'
                    ? null
                    : e.target.value === 'none'
                      ? []
                      : [{ kind: 'well', feet: '' }],
                )
              }
            >
              <option value="nobody">nobody has looked yet</option>
              <option value="none">looked, and none</option>
              <option value="some">these</option>
            </select>
          )}
        </Labelled>
      </div>
      {(waters ?? []).map((w, i) => (
        <div key={i} className="mt-2 flex flex-wrap items-end gap-3">
          <Labelled name={`Water ${i + 1}`}>
            {(field) => (
              <select
                {...field}
                value={w.kind}
                onChange={(e) => change(i, { kind: WATERS.find((k) => k === e.target.value) ?? w.kind })}
              >
                {WATERS.map((k) => (
                  <option key={k}>{k}</option>
                ))}
              </select>
            )}
          </Labelled>
          <MeasureField
            measure="length"
            name={`Distance to the ${w.kind}`}
            issue={issueOf(`Distance to the ${w.kind}`)}
            value={w.feet}
            onChange={(v) => change(i, { feet: v })}
          />
          <button
            type="button"
            className="button"
            onClick={() => onChange((waters ?? []).filter((_, k) => k !== i))}
          >
            Remove this water
          </button>
        </div>
      ))}
      {!!waters?.length && (
        <button
          type="button"
          className="button mt-2"
          onClick={() => onChange([...waters, { kind: 'drain', feet: '' }])}
        >
          Add a water
        </button>
      )}
    </div>
  );
}
