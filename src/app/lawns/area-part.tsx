'use client';
import type { Issue } from '@/core/units/issue';
import { useMemo, useState } from 'react';
import { USUAL_ERROR, outlineOf, type Measure, type TypedHow } from '@/core/lawn/measure';
import { readTakeoff, readTrees } from '@/core/lawn/takeoff-draft';
import { figure } from '@/core/units/format';
import { parseFigure } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { readGeoJson, type DrawnZone } from '@/formats/geojson';
import { isFaultyOutline, measured, overlapsOf, polygonArea, regionOf } from '@/geometry/region';
import type { LawnInput } from '@/server/lawns/save-lawn';
import { Choice } from '@/ui/choice';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { ZoneDrawing } from '@/ui/zone-drawing';
import { NEW_SHAPE, ShapeRows, TreeRows } from './shape-rows';
import { issueSentence } from '@/ui/issue-words';

type Props = Readonly<{
  draft: LawnInput;
  onChange: (part: Partial<LawnInput>) => void;
  issueOf: (field: string) => Issue | null;
}>;

const WAYS = ['takeoff', 'polygon', 'typed'] as const;
const WAY_WORDS = { takeoff: 'shapes', polygon: 'drawn file', typed: 'a figure' } as const;
/** How large the zone is and what of it is treated: drawn to scale and added up as it is typed. */
export function AreaPart({ draft, onChange, issueOf }: Props) {
  const show = useShows();
  const { measure, trees } = draft;
  const setMeasure = (m: LawnInput['measure']) => onChange({ measure: m });
  const [drawn, setDrawn] = useState<readonly DrawnZone[]>([]);
  const [fileIssues, setFileIssues] = useState<readonly Issue[]>([]);

  const read = useMemo(() => {
    const shapes = measure.by === 'takeoff' ? readTakeoff(measure.shapes) : { value: [], issues: [] };
    const some = readTrees(trees);
    const typed =
      measure.by === 'typed'
        ? parseFigure(measure.area, { field: 'Area', unit: 'area', above: 0, most: 5_000_000 })
        : null;
    const meant: Measure =
      measure.by === 'takeoff'
        ? { by: 'takeoff', shapes: shapes.value }
        : measure.by === 'polygon'
          ? measure
          : { by: 'typed', how: measure.how };
    const whole = (typed?.ok ? fromSquareFeet(typed.value) : 0) as SquareMetres;
    return {
      shapes: shapes.value,
      issues: [...shapes.issues, ...some.issues],
      trees: some.value,
      region: regionOf(meant) ?? [],
      overlaps: overlapsOf(shapes.value),
      ...measured(meant, some.value, whole),
    };
  }, [measure, trees]);
  const isFaulty = useMemo(() => measure.by === 'polygon' && isFaultyOutline(measure.polygons), [measure]);
  const error = parseFigure(draft.areaError, { field: 'Area ±', unit: '%', least: 0, most: 50 });

  const choose = (by: (typeof WAYS)[number]) => {
    if (by === measure.by) return;
    if (by === 'typed')
      setMeasure({
        by,
        how: 'paced',
        area: read.whole > 0 ? String(Math.round(toSquareFeet(read.whole))) : '',
      });
    if (by === 'takeoff') setMeasure({ by, shapes: [{ ...NEW_SHAPE, name: 'lawn' }] });
    if (by === 'polygon') setMeasure({ by: 'polygon', file: '', polygons: [] });
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    const got = readGeoJson(await file.text());
    setFileIssues(got.ok ? [] : got.issues);
    if (!got.ok) return;
    setDrawn(got.zones);
    const [first] = got.zones;
    if (first)
      onChange({
        measure: { by: 'polygon', file: file.name, polygons: first.polygons },
        others: [],
        areaError: '2',
      });
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
          <div className="grid grid-cols-2 gap-3">
            <MeasureField
              measure="area"
              name="Area"
              issue={issueOf('Area')}
              value={measure.area}
              onChange={(v) => setMeasure({ ...measure, area: v })}
            />
            <Labelled name="How it was got">
              {(field) => (
                <select
                  {...field}
                  value={measure.how}
                  onChange={(e) => {
                    const how = e.target.value as TypedHow;
                    onChange({ measure: { ...measure, how }, areaError: String(USUAL_ERROR[how]) });
                  }}
                >
                  {Object.keys(USUAL_ERROR).map((h) => (
                    <option key={h}>{h}</option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
        )}
        {measure.by === 'takeoff' && (
          <ShapeRows
            shapes={measure.shapes}
            issueOf={(field) =>
              issueOf(field) ?? read.issues.find((i) => i.field === field && !i.isMissing) ?? null
            }
            onChange={(shapes) => setMeasure({ by: 'takeoff', shapes })}
          />
        )}
        {measure.by === 'polygon' && (
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
                The outline crosses or overlaps itself. It counts once, as the {show.area(read.whole)} that it
                covers: look at the drawing.
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
                      aria-pressed={JSON.stringify(z.polygons) === JSON.stringify(measure.polygons)}
                      onClick={() => onChange({ measure: { ...measure, polygons: z.polygons }, others: [] })}
                    >
                      {z.name}, {show.area(polygonArea(z.polygons))}
                    </button>
                  ))}
                </div>
                <label className="mt-1 flex min-h-touch items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={draft.others.length > 0}
                    onChange={(e) =>
                      onChange({
                        others: e.target.checked
                          ? drawn.filter(
                              (z) => JSON.stringify(z.polygons) !== JSON.stringify(measure.polygons),
                            )
                          : [],
                      })
                    }
                  />
                  Make zones of this lawn of the others too: same turf and soil, their own names and areas
                </label>
              </div>
            )}
          </div>
        )}
        <TreeRows
          trees={trees}
          issueOf={(field) => issueOf(field) ?? null}
          placed={measure.by !== 'typed'}
          onChange={(t) => onChange({ trees: t })}
        />
      </div>
      <div>
        {measure.by !== 'typed' && (
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
            <Labelled name="How sure, ± %" issue={issueOf('Area ±') ?? (error.ok ? null : error.issue)}>
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={draft.areaError}
                  onChange={(e) => onChange({ areaError: e.target.value })}
                />
              )}
            </Labelled>
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
    </div>
  );
}
