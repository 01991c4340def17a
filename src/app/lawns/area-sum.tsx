'use client';
import { useFormContext, useWatch } from 'react-hook-form';
import { outlineOf } from '@/core/lawn/measure';
import { figure } from '@/core/units/figure';
import { parseFigure } from '@/core/units/parse';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { useShows } from '@/ui/units';
import { ZoneDrawing } from '@/ui/zone-drawing';
import { useField } from '../entry/fields';
import type { AreaRead } from './read-area';
import type { LawnTyped } from './lawn-draft';

/** The zone as it is drawn, and what of it is treated. */
export function AreaSum({ read, isDrawn }: Readonly<{ read: AreaRead; isDrawn: boolean }>) {
  const show = useShows();
  const { control } = useFormContext<LawnTyped>();
  const typed = useWatch({ control, name: 'areaError' });
  const error = parseFigure(typed, { field: 'Area ±', unit: '%', least: 0, most: 50 });
  return (
    <div>
      {isDrawn && (
        <ZoneDrawing
          region={read.region}
          circles={read.circles}
          trees={read.trees}
          outlines={read.shapes.map((s) => ({ name: s.name, sign: s.sign, points: outlineOf(s) }))}
        />
      )}
      {read.overlaps.map((o) => (
        <p key={o.name + o.kind} role="status" className="mt-1 text-note text-straw-text">
          {o.kind === 'overlaps'
            ? `${o.name} lies over another by ${show.area(o.area)}: counted once.`
            : `${o.name} sticks out by ${show.area(o.area)}: that part takes nothing away.`}
        </p>
      ))}
      <div className="mt-2">
        <Figure name="Whole zone">{show.area(read.whole)}</Figure>
        <Figure name="Kept out under trees">
          {show.area(read.excluded)}
          {read.unplaced > 0 && ' at most'}
        </Figure>
        <p className="flex items-baseline justify-between gap-4 border-b-2 border-iron py-1.5">
          <span className="font-cond text-row font-semibold">Treated</span>
          <span className="font-cond text-title font-bold">
            {show.area(read.treated)}
            {error.ok && (
              <span className="text-lead font-medium text-steel">
                {' '}
                ± {figure(show.in('area', read.treated) * (error.value / 100))}
              </span>
            )}
          </span>
        </p>
        <div className="mt-2 grid grid-cols-[120px_1fr] items-end gap-3">
          <HowSure problem={error.ok ? undefined : error.issue} />
          <p className="text-fine text-steel">
            It goes into every amount: the mix card shows least and most.
          </p>
        </div>
        {read.unplaced > 0 && (
          <p className="mt-1 text-fine text-steel">
            Trees without a place are taken to lie wholly in the zone, apart from each other.
          </p>
        )}
      </div>
    </div>
  );
}

/** @param problem what is wrong with it as it stands, before it is sent */
function HowSure({ problem }: Readonly<{ problem: ReturnType<typeof useField>['issue'] }>) {
  const { issue, onChange, ...field } = useField<LawnTyped>('areaError', 'Area ±');
  return (
    <Labelled name="How sure, ± %" issue={issue ?? problem}>
      {(given) => (
        <input {...given} {...field} inputMode="decimal" onChange={(e) => onChange(e.target.value)} />
      )}
    </Labelled>
  );
}
