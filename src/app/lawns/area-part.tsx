'use client';
import { useMemo } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { USUAL_ERROR, type TypedHow } from '@/core/lawn/measure';
import { SHAPE_FIELDS } from '@/core/lawn/takeoff-draft';
import { toSquareFeet } from '@/core/units/trade';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { FigureEntry, useIssues } from '../entry/fields';
import { AreaSum } from './area-sum';
import { DrawnFile } from './drawn-file';
import { readArea, type SizeTyped as Typed } from './read-area';
import type { LawnTyped } from './lawn-draft';
import { NEW_SHAPE, ShapeRows, TreeRows } from './shape-rows';

const WAYS = ['takeoff', 'polygon', 'typed'] as const;
const WAY_WORDS = { takeoff: 'shapes', polygon: 'drawn file', typed: 'a figure' } as const;

/** The fields of rows, as refusals name them. */
const rowFields = ({ measure, trees }: Typed): string[] => [
  ...(measure.by === 'takeoff' ? measure.shapes : []).flatMap((s, i) =>
    [...Object.values(SHAPE_FIELDS).flatMap((fields) => fields.map((f) => f.words)), 'right', 'away'].map(
      (f) => `${s.name.trim() || `Shape ${i + 1}`}: ${f}`,
    ),
  ),
  ...trees.map((t, i) => `${t.name.trim() || `Tree ${i + 1}`}: drip line`),
];

/** How large the zone is and what of it is treated: drawn to scale and added up as it is typed. */
export function AreaPart() {
  const { control } = useFormContext<LawnTyped>();
  const { field: size } = useController({ control, name: 'measure' });
  const { field: trees } = useController({ control, name: 'trees' });
  const { field: error } = useController({ control, name: 'areaError' });
  const measure = size.value;
  const typed = { measure, trees: trees.value };
  const read = useMemo(() => readArea({ measure, trees: trees.value }), [measure, trees.value]);
  const issueOf = useIssues(rowFields(typed));
  const choose = (by: (typeof WAYS)[number]) => {
    if (by === measure.by) return;
    if (by === 'typed')
      size.onChange({
        by,
        how: 'paced',
        area: read.whole > 0 ? String(Math.round(toSquareFeet(read.whole))) : '',
      });
    if (by === 'takeoff') size.onChange({ by, shapes: [{ ...NEW_SHAPE, name: 'lawn' }] });
    if (by === 'polygon') size.onChange({ by: 'polygon', file: '', polygons: [] });
  };
  return (
    <div className="grid grid-cols-1 gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_420px]">
      <div className="grid content-start gap-3">
        <Choice
          name="Got from"
          options={WAYS}
          value={measure.by}
          onChange={choose}
          words={(w) => WAY_WORDS[w]}
        />
        {measure.by === 'typed' && (
          <TypedArea
            how={measure.how}
            onHow={(how) => {
              size.onChange({ ...measure, how });
              error.onChange(String(USUAL_ERROR[how]));
            }}
          />
        )}
        {measure.by === 'takeoff' && (
          <ShapeRows
            shapes={measure.shapes}
            issueOf={(field) => issueOf(field) ?? read.issues.find((i) => i.field === field && !i.isMissing)}
            onChange={(shapes) => size.onChange({ by: 'takeoff', shapes })}
          />
        )}
        {measure.by === 'polygon' && <DrawnFile measure={measure} whole={read.whole} />}
        <TreeRows
          trees={trees.value}
          issueOf={issueOf}
          placed={measure.by !== 'typed'}
          onChange={trees.onChange}
        />
      </div>
      <AreaSum read={read} isDrawn={measure.by !== 'typed'} />
    </div>
  );
}

/** A figure that somebody got elsewhere, and how: that says how sure it is. */
function TypedArea({ how, onHow }: Readonly<{ how: string; onHow: (how: TypedHow) => void }>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <FigureEntry<LawnTyped> name="measure.area" label="Area" unit="area" />
      <Labelled name="How it was got">
        {(field) => (
          <select {...field} value={how} onChange={(e) => onHow(e.target.value as TypedHow)}>
            {Object.keys(USUAL_ERROR).map((h) => (
              <option key={h}>{h}</option>
            ))}
          </select>
        )}
      </Labelled>
    </div>
  );
}
