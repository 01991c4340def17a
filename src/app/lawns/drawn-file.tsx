'use client';
import { useMemo, useState } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import type { Issue } from '@/core/units/issue';
import type { SquareMetres } from '@/core/units/quantity';
import { readGeoJson, type DrawnZone } from '@/formats/geojson';
import { isFaultyOutline, polygonArea } from '@/geometry/region';
import { issueSentence } from '@/ui/issue-words';
import { Labelled } from '@/ui/labelled';
import { useShows } from '@/ui/units';
import type { LawnTyped } from './lawn-draft';

type Polygon = Extract<LawnTyped['measure'], { by: 'polygon' }>;
const isSame = (a: DrawnZone['polygons'], b: Polygon['polygons']) => JSON.stringify(a) === JSON.stringify(b);

/** An outline out of a file, and which one where it has several. */
export function DrawnFile({ measure, whole }: Readonly<{ measure: Polygon; whole: SquareMetres }>) {
  const show = useShows();
  const { control } = useFormContext<LawnTyped>();
  const { field: size } = useController({ control, name: 'measure' });
  const { field: others } = useController({ control, name: 'others' });
  const { field: error } = useController({ control, name: 'areaError' });
  const [drawn, setDrawn] = useState<readonly DrawnZone[]>([]);
  const [fileIssues, setFileIssues] = useState<readonly Issue[]>([]);
  const isFaulty = useMemo(() => isFaultyOutline(measure.polygons), [measure]);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const got = readGeoJson(await file.text());
    setFileIssues(got.ok ? [] : got.issues);
    if (!got.ok) return;
    setDrawn(got.zones);
    const [first] = got.zones;
    if (!first) return;
    size.onChange({ by: 'polygon', file: file.name, polygons: first.polygons });
    others.onChange([]);
    error.onChange('2');
  };
  return (
    <div>
      <Labelled
        name="GeoJSON file"
        hint="Longitude and latitude; holes are left out; a file of several zones asks which."
      >
        {(field) => (
          <input
            {...field}
            type="file"
            accept=".geojson,.json,application/geo+json"
            onChange={(e) => void take(e.target.files?.[0])}
          />
        )}
      </Labelled>
      {fileIssues.map((i) => (
        <p key={JSON.stringify(i)} role="alert" className="mt-1 font-semibold text-clay">
          {issueSentence(i, show)}
        </p>
      ))}
      {isFaulty && (
        <p role="status" className="mt-1 border-l-4 border-straw px-3 text-note">
          The outline crosses or overlaps itself. It counts once, as the {show.area(whole)} that it covers:
          look at the drawing.
        </p>
      )}
      {drawn.length > 1 && (
        <div className="mt-2">
          <p className="font-cond text-body">Which of the {drawn.length} is this zone?</p>
          <div className="flex flex-wrap gap-1.5">
            {drawn.map((z, i) => (
              <button
                key={i}
                type="button"
                className="button"
                aria-pressed={isSame(z.polygons, measure.polygons)}
                onClick={() => {
                  size.onChange({ ...measure, polygons: z.polygons });
                  others.onChange([]);
                }}
              >
                {z.name}, {show.area(polygonArea(z.polygons))}
              </button>
            ))}
          </div>
          <label className="mt-1 flex min-h-touch items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={others.value.length > 0}
              onChange={(e) =>
                others.onChange(
                  e.target.checked ? drawn.filter((z) => !isSame(z.polygons, measure.polygons)) : [],
                )
              }
            />
            Make zones of this lawn of the others too: same turf and soil, their own names and areas
          </label>
        </div>
      )}
    </div>
  );
}
